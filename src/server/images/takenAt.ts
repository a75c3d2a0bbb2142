import exifr from 'exifr';

/**
 * The day a photograph was taken, by its own clock (EXIF has no time zone, and a painter's day is a local one).
 * @returns ISO day; null where the file does not say, or says something no camera could
 */
export async function dayTaken(bytes: Uint8Array): Promise<string | null> {
  const match = /^(\d{4})[:-](\d{2})[:-](\d{2})/.exec(await timeTag(bytes));
  if (!match) return null;
  const day = `${match[1]}-${match[2]}-${match[3]}`;
  return Number.isNaN(Date.parse(`${day}T00:00:00Z`)) || Number(match[1]) < 1990 ? null : day;
}

/** The hour a photograph was taken, 0..23 by its own clock, from the header of a file on disk; null where it does not say. */
export async function hourTaken(path: string): Promise<number | null> {
  const hour = Number(/^\d{4}[:-]\d{2}[:-]\d{2}[ T](\d{2}):\d{2}/.exec(await timeTag(path))?.[1] ?? NaN);
  return hour >= 0 && hour < 24 ? hour : null;
}

/** When the file says it was taken, as it says it; '' for files without a readable header. */
async function timeTag(file: Uint8Array | string): Promise<string> {
  try {
    const pick = ['DateTimeOriginal', 'CreateDate'];
    const tags = (await exifr.parse(typeof file === 'string' ? file : Buffer.from(file), {
      pick,
      reviveValues: false,
    })) as { DateTimeOriginal?: string; CreateDate?: string } | undefined;
    return tags?.DateTimeOriginal ?? tags?.CreateDate ?? '';
  } catch {
    return '';
  }
}
