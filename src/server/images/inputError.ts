/**
 * Input that cannot be used: which part, a sentence for the painter (what happened, what was kept, what to do), a code
 * for machines.
 */
export class InputError extends Error {
  override name = 'InputError';
  constructor(
    readonly code: string,
    message: string,
    readonly status = 422,
    /** what a program needs to know besides */
    readonly more?: Record<string, unknown>,
  ) {
    super(message);
  }
}
