import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { dayTaken, hourTaken } from './takenAt';

const picture = (tag?: string) => {
  const plain = sharp({ create: { width: 40, height: 30, channels: 3, background: '#888' } });
  return (tag ? plain.withExif({ IFD2: { DateTimeOriginal: tag } }) : plain).jpeg().toBuffer();
};

describe('when a photograph was taken', () => {
  let folder: string;
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'revlin-taken-'));
  });
  afterAll(() => rm(folder, { recursive: true, force: true }));
  const hourOf = async (bytes: Uint8Array) => {
    const path = join(folder, 'photo');
    await writeFile(path, bytes);
    return hourTaken(path);
  };

  test('day and hour by the camera’s own clock', async () => {
    const bytes = await picture('2026:03:14 16:42:09');
    expect(await dayTaken(bytes)).toBe('2026-03-14');
    expect(await hourOf(bytes)).toBe(16);
  });

  test('midnight is an hour', async () => expect(await hourOf(await picture('2026:03:14 00:05:00'))).toBe(0));

  test.each(['2026:03:14 61:00:00', '0000:00:00 00:00', 'yesterday'])('"%s" tells no hour, or no day', async (tag) => {
    const bytes = await picture(tag);
    expect([await dayTaken(bytes), await hourOf(bytes)]).toContain(null);
  });

  test('a file without the tag, or that is no picture, tells nothing', async () => {
    expect(await hourOf(await picture())).toBeNull();
    expect(await dayTaken(await picture())).toBeNull();
    expect(await hourOf(Buffer.from('not a picture'))).toBeNull();
  });
});
