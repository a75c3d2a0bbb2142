import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { lightOfPicture } from '../../core/raster';
import { decodePicture, pictureFacts } from './decodePicture';
import { InputError } from './inputError';

const [W, H] = [96, 72];
/** Left red, right blue, a bright bar at the top: turns and mirrors show. */
const raw = Buffer.from(
  Array.from({ length: W * H }, (_, i) =>
    i < 8 * W ? [250, 250, 250] : i % W < W / 2 ? [200, 30, 30] : [30, 30, 200],
  ).flat(),
);
const picture = () => sharp(raw, { raw: { width: W, height: H, channels: 3 } });
type Decoded = Awaited<ReturnType<typeof decodePicture>>;
const pixel = ({ data, width }: Decoded, x: number, y: number) => [
  ...data.subarray(3 * (y * width + x), 3 * (y * width + x) + 3),
];
const near = (got: number[], wanted: number[], within = 6) =>
  expect(
    got.every((v, c) => Math.abs(v - wanted[c]) <= within),
    `${got.join()} for ${wanted.join()}`,
  ).toBe(true);

describe('every kind of file that is taken', () => {
  test.each([
    ['PNG', () => picture().png().toBuffer()],
    ['JPEG', () => picture().jpeg({ quality: 98, chromaSubsampling: '4:4:4' }).toBuffer()],
    ['WebP', () => picture().webp({ lossless: true }).toBuffer()],
    ['TIFF', () => picture().tiff().toBuffer()],
    ['JPEG in greys', () => picture().greyscale().jpeg().toBuffer()],
  ])('%s', async (kind, make) => {
    const decoded = await decodePicture(new Uint8Array(await make()), 'a picture');
    expect([decoded.width, decoded.height, decoded.data.length]).toEqual([W, H, 3 * W * H]);
    near(pixel(decoded, 10, 3), [250, 250, 250]);
    if (kind !== 'JPEG in greys') near(pixel(decoded, 20, 40), [200, 30, 30]);
  });

  test('sixteen bits stay sixteen bits', async () => {
    const deep = Uint16Array.from({ length: 3 * W * H }, (_, i) => 1000 + 7 * (i % 4000));
    const png = await sharp(deep, { raw: { width: W, height: H, channels: 3 } })
      .toColourspace('rgb16')
      .png()
      .toBuffer();
    const decoded = await decodePicture(new Uint8Array(png), 'deep.png');
    expect(decoded.data).toBeInstanceOf(Uint16Array);
    expect(new Set(decoded.data).size).toBeGreaterThan(1000);
  });

  test('what is see-through stands on middle grey', async () => {
    const clear = await sharp({
      create: { width: W, height: H, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } },
    })
      .png()
      .toBuffer();
    near(pixel(await decodePicture(new Uint8Array(clear), 'clear.png'), 5, 5), [128, 128, 128]);
  });
});

describe('turned by its EXIF', () => {
  test.each([
    [1, [20, 40], [60, 3]],
    [2, [75, 40], [60, 3]],
    [3, [75, 30], [60, 68]],
    [6, [30, 20], [68, 60]],
    [8, [40, 75], [3, 60]],
  ])('orientation %i comes upright', async (orientation, red, white) => {
    const file = await picture()
      .withMetadata({ orientation })
      .jpeg({ quality: 98, chromaSubsampling: '4:4:4' })
      .toBuffer();
    const decoded = await decodePicture(new Uint8Array(file), 'turned.jpg');
    const facts = await pictureFacts(new Uint8Array(file), 'turned.jpg');
    expect([decoded.width, decoded.height]).toEqual(orientation >= 5 ? [H, W] : [W, H]);
    expect([facts.width, facts.height]).toEqual([decoded.width, decoded.height]);
    near(pixel(decoded, red[0], red[1]), [200, 30, 30], 12);
    near(pixel(decoded, white[0], white[1]), [250, 250, 250], 12);
  });
});

test('a wide-gamut file is read by its own profile: the same light, other code values', async () => {
  const grey = sharp({ create: { width: W, height: H, channels: 3, background: { r: 40, g: 180, b: 60 } } });
  const plain = await decodePicture(new Uint8Array(await grey.clone().png().toBuffer()), 'srgb.png');
  const wide = await decodePicture(new Uint8Array(await grey.clone().withIccProfile('p3').png().toBuffer()), 'p3.png');
  expect(pixel(wide, 5, 5)).not.toEqual(pixel(plain, 5, 5));
  const light = (of: Decoded) => lightOfPicture(of, [0, 0, W, H], { width: 1, height: 1 });
  const [a, b] = [light(plain), light(wide)];
  for (const c of ['r', 'g', 'b'] as const) expect(Math.abs(a[c][0] - b[c][0])).toBeLessThan(0.012);
});

describe('what is refused says why and what to do', () => {
  const refused = async (bytes: Uint8Array) => {
    try {
      await decodePicture(bytes, 'wet canvas.jpg');
    } catch (cause) {
      if (cause instanceof InputError) return cause;
      throw cause;
    }
    throw new Error('it was taken');
  };
  test('text, nothing at all, half a JPEG', async () => {
    for (const bytes of [Buffer.from('not a picture'), Buffer.alloc(0)])
      expect(await refused(new Uint8Array(bytes))).toMatchObject({ code: 'not-a-picture', status: 415 });
    const whole = await picture().jpeg().toBuffer();
    const cut = await refused(new Uint8Array(whole.subarray(0, whole.length * 0.6)));
    expect(cut.message).toMatch(/wet canvas\.jpg/);
    expect(cut.message).toMatch(/[.] [A-Z]/); // a sentence more: what to do
  });
  test('another kind, printing inks, an animation, a speck', async () => {
    const inks = await picture().toColourspace('cmyk').jpeg().toBuffer();
    expect(await refused(new Uint8Array(inks))).toMatchObject({ code: 'cmyk' });
    const frames = await sharp(Buffer.concat([raw, Buffer.from(raw).reverse()]), {
      raw: { width: W, height: 2 * H, channels: 3, pageHeight: H },
    })
      .webp()
      .toBuffer();
    expect(await refused(new Uint8Array(frames))).toMatchObject({ code: 'animated' });
    const speck = await sharp({ create: { width: 12, height: 12, channels: 3, background: '#888' } })
      .png()
      .toBuffer();
    expect(await refused(new Uint8Array(speck))).toMatchObject({ code: 'too-small' });
    const gif = await picture().gif().toBuffer();
    expect(await refused(new Uint8Array(gif))).toMatchObject({ code: 'kind' });
  });
});
