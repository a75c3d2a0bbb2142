import { readFile } from 'node:fs/promises';
import sharp from 'sharp';

type Random = () => number;
const upTo = (random: Random, n: number) => Math.floor(random() * n);
const pick = <T>(random: Random, list: readonly T[]): T => list[upTo(random, list.length)];

/** Whole small pictures of every kind that is taken, and of some that are not. */
export async function seeds(): Promise<Buffer[]> {
  const noise = Buffer.from(Array.from({ length: 3 * 160 * 120 }, (_, i) => (i * i * 31 + (i % 479)) % 256));
  const picture = () => sharp(noise, { raw: { width: 160, height: 120, channels: 3 } });
  const tagged = picture().withExif({ IFD2: { DateTimeOriginal: '2026:03:14 16:42:09' } });
  return Promise.all([
    picture().jpeg().toBuffer(),
    tagged.jpeg({ progressive: true }).withIccProfile('p3').toBuffer(),
    picture().png().toBuffer(),
    picture().png({ palette: true, progressive: true }).toBuffer(),
    picture().webp().toBuffer(),
    picture().webp({ lossless: true }).toBuffer(),
    picture().tiff().toBuffer(),
    picture().tiff({ compression: 'lzw', tile: true }).toBuffer(),
    picture().gif().toBuffer(),
    picture().avif({ effort: 0 }).toBuffer(),
    readFile('tests/fixtures/phone.heic'),
  ]);
}

/** Sizes that a header may claim. */
const SIZES = [0, 1, 63, 64, 65535, 65536, 1_000_000, 0x7fffffff, 0xffffffff];

/** A PNG that claims any size and holds next to nothing. */
function claiming(random: Random, png: Buffer): Buffer {
  const bytes = Buffer.from(png);
  bytes.writeUInt32BE(pick(random, SIZES), 16);
  bytes.writeUInt32BE(pick(random, SIZES), 20);
  if (random() < 0.5) bytes[24] = pick(random, [1, 8, 16, 255]);
  // Its check sum is put right half of the time, so that the claim is believed.
  if (random() < 0.7) bytes.writeUInt32BE(crc(bytes.subarray(12, 29)), 29);
  return bytes;
}

function crc(bytes: Uint8Array): number {
  let c = ~0;
  for (const byte of bytes) {
    c ^= byte;
    for (let k = 0; k < 8; k++) c = c & 1 ? (c >>> 1) ^ 0xedb88320 : c >>> 1;
  }
  return ~c >>> 0;
}

type Change = (random: Random, bytes: Buffer) => Buffer;
const CHANGES: readonly Change[] = [
  // single bytes, anywhere or near the beginning
  (random, bytes) => {
    const out = Buffer.from(bytes);
    const reach = random() < 0.5 ? Math.min(400, out.length) : out.length;
    for (let n = 1 + upTo(random, 12); n > 0; n--) out[upTo(random, reach)] = upTo(random, 256);
    return out;
  },
  // cut short
  (random, bytes) => bytes.subarray(0, upTo(random, bytes.length)),
  // a piece taken out, put in twice, or filled
  (random, bytes) => {
    const [at, long] = [upTo(random, bytes.length), upTo(random, 300)];
    const piece = bytes.subarray(at, at + long);
    const way = random();
    if (way < 0.4) return Buffer.concat([bytes.subarray(0, at), bytes.subarray(at + long)]);
    if (way < 0.7) return Buffer.concat([bytes.subarray(0, at), piece, piece, bytes.subarray(at + long)]);
    return Buffer.concat([
      bytes.subarray(0, at),
      Buffer.alloc(long, pick(random, [0, 0xff])),
      bytes.subarray(at + long),
    ]);
  },
  // four bytes that say a size or a place, wildly
  (random, bytes) => {
    const out = Buffer.from(bytes);
    for (let n = 1 + upTo(random, 3); n > 0; n--) {
      const at = upTo(random, Math.min(600, out.length - 4));
      if (random() < 0.5) out.writeUInt32BE(pick(random, SIZES), at);
      else out.writeUInt32LE(pick(random, SIZES), at);
    }
    return out;
  },
  // something of one's own at the end
  (random, bytes) => Buffer.concat([bytes, Buffer.alloc(upTo(random, 5000), upTo(random, 256))]),
];

const NAMES = [
  'a.jpg',
  '',
  '.',
  '..',
  '../../etc/passwd',
  'C:\\windows\\x.png',
  'a\u0000b.jpg',
  'a\r\nX-Y: z.jpg',
  '\u202egpj.exe',
  'x'.repeat(4000),
  '🖼️.heic',
  '"quoted".jpg',
  'con',
  'ä/ö.tif',
];

/** One hostile file. */
export function hostilePicture(random: Random, whole: readonly Buffer[]): { name: string; bytes: Buffer } {
  const name = pick(random, NAMES);
  const way = random();
  if (way < 0.04) return { name, bytes: Buffer.alloc(upTo(random, 3000), upTo(random, 256)) };
  if (way < 0.14) return { name, bytes: claiming(random, whole[2]) };
  // Two kinds in one file.
  if (way < 0.18) return { name, bytes: Buffer.concat([pick(random, whole).subarray(0, 200), pick(random, whole)]) };
  let bytes: Buffer = pick(random, whole);
  for (let n = 1 + upTo(random, 2); n > 0; n--) bytes = pick(random, CHANGES)(random, bytes);
  return { name, bytes };
}
