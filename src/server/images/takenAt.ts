import exifr from 'exifr';

/**
 * The day a photograph was taken, by its own clock (EXIF has no time zone, and a painter's day is a local one).
 * @returns ISO day; null where the file does not say, or says something no camera could
 */
export async function dayTaken(bytes: Uint8Array): Promise<string | null> {
  try {
    const tags = (await exifr.parse(Buffer.from(bytes), { pick: ['DateTimeOriginal', 'CreateDate'], reviveValues: false })) as
      | { DateTimeOriginal?: string; CreateDate?: string }
      | undefined; // prettier-ignore
    const match = /^(\d{4})[:-](\d{2})[:-](\d{2})/.exec(tags?.DateTimeOriginal ?? tags?.CreateDate ?? '');
    if (!match) return null;
    const day = `${match[1]}-${match[2]}-${match[3]}`;
    return Number.isNaN(Date.parse(`${day}T00:00:00Z`)) || Number(match[1]) < 1990 ? null : day;
  } catch {
    return null; // files without a readable header have no day
  }
}
