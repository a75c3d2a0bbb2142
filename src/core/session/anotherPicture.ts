/** The photograph does not show the painting of this plan, or its corners lie elsewhere. */
export class AnotherPicture extends Error {
  override name = 'AnotherPicture';
}
