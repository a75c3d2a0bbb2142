import readExif from 'exif-reader';
import sharp from 'sharp';

/**
 * When a photograph was taken, by its own clock (EXIF has no time zone, and a painter's day is a local one); null = it
 * does not say.
 */
export interface Taken {
  /** ISO day */
  readonly day: string | null;
  /** 0..23 */
  readonly hour: number | null;
}

const UNKNOWN: Taken = { day: null, hour: null };
const FIRST_YEAR = 1990; // before it no camera wrote such a header: a clock that was never set

/** Reads a photograph's own time from its header. A file without one, or whose header cannot be read, does not say. */
export async function takenAt(bytes: Uint8Array): Promise<Taken> {
  try {
    const { exif } = await sharp(bytes, { limitInputPixels: false, failOn: 'none' }).metadata();
    const tags = exif && readExif(exif).Photo;
    // The reader hands the camera's local time on as if it were UTC.
    const time = tags?.DateTimeOriginal ?? tags?.DateTimeDigitized;
    if (!(time instanceof Date) || Number.isNaN(time.getTime()) || time.getUTCFullYear() < FIRST_YEAR) return UNKNOWN;
    return { day: time.toISOString().slice(0, 10), hour: time.getUTCHours() };
  } catch {
    return UNKNOWN;
  }
}
