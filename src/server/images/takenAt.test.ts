import { readFile } from 'node:fs/promises';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { takenAt } from './takenAt';

const plain = () => sharp({ create: { width: 40, height: 30, channels: 3, background: '#888' } });
const tagged = (DateTimeOriginal: string) => plain().withExif({ IFD2: { DateTimeOriginal } });

describe('when a photograph was taken', () => {
  test.each(['jpeg', 'webp', 'png'] as const)('day and hour by the camera’s own clock: %s', async (format) => {
    const bytes = await tagged('2026:03:14 16:42:09').toFormat(format).toBuffer();
    expect(await takenAt(bytes)).toEqual({ day: '2026-03-14', hour: 16 });
  });

  test('midnight is an hour, and the day is not the one before', async () =>
    expect(await takenAt(await tagged('2026:03:14 00:05:00').jpeg().toBuffer())).toEqual({
      day: '2026-03-14',
      hour: 0,
    }));

  test.each(['0000:00:00 00:00:00', '1970:01:01 00:00:00', 'yesterday'])('"%s" tells nothing', async (tag) =>
    expect(await takenAt(await tagged(tag).jpeg().toBuffer())).toEqual({ day: null, hour: null }),
  );

  test('a file without the tag, or that is no picture, tells nothing', async () => {
    const heic = await readFile('tests/fixtures/phone.heic');
    for (const bytes of [await plain().jpeg().toBuffer(), Buffer.from('not a picture'), Buffer.alloc(0), heic])
      expect(await takenAt(bytes)).toEqual({ day: null, hour: null });
  });

  test('a header that is cut short or garbled tells nothing, whatever the bytes', async () => {
    const whole = await tagged('2026:03:14 16:42:09').jpeg().toBuffer();
    const at = whole.indexOf('Exif');
    for (let i = 0; i < 120; i++) {
      const garbled = Buffer.from(whole);
      garbled[at + 6 + i] ^= 0xff;
      const { day, hour } = await takenAt(garbled);
      expect(day === null || /^\d{4}-\d{2}-\d{2}$/.test(day)).toBe(true);
      expect(hour === null || (hour >= 0 && hour < 24)).toBe(true);
    }
  });
});
