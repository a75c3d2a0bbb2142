import { codeFromLinear, luminanceFromValue, SRGB_PROFILE } from '../colour';
import { pixelBlur } from '../edges';
import { coloursOf } from '../photo';
import { closeLightOf, makeRaster, type CloseLight, type Picture } from '../raster';
import type { StripsAsk } from './strips';

/** The value at a place, mm. */
export type ValueAt = (x: number, y: number) => number;
export const SIZE = { width: 120, height: 90 }; // mm
const PER_MM = 6;

/** A picture at reading size, two pixels a millimetre. */
function coarse(at: ValueAt) {
  const raster = makeRaster(2 * SIZE.width, 2 * SIZE.height);
  for (const plane of [raster.r, raster.g, raster.b])
    for (let i = 0; i < plane.length; i++)
      plane[i] = luminanceFromValue(at(((i % raster.width) + 0.5) / 2, (Math.floor(i / raster.width) + 0.5) / 2)) / 100;
  return raster;
}

function close(at: ValueAt): CloseLight {
  const [width, height] = [PER_MM * SIZE.width, PER_MM * SIZE.height];
  const data = new Uint8Array(3 * width * height);
  for (let v = 0, i = 0; v < height; v++)
    for (let u = 0; u < width; u++, i += 3) {
      const value = at((u + 0.5) / PER_MM, (v + 0.5) / PER_MM);
      data.fill(Math.round(255 * codeFromLinear(luminanceFromValue(value) / 100)), i, i + 3);
    }
  const picture: Picture = { width, height, data, profile: SRGB_PROFILE };
  const cut = coarse(at);
  return closeLightOf({
    ...{ picture, cut, shown: cut, other: null, widthMm: SIZE.width },
    place: ([x, y]) => [PER_MM * x, PER_MM * y],
  });
}

const sight = (light: CloseLight) => ({ light, blurMm: pixelBlur(light.pixelMm) });

/** A plan and a painting whose values are known everywhere, to be read for what is long and stands in front. */
export const askFor = (planned: ValueAt, painted: ValueAt): StripsAsk => ({
  plan: () => sight(close(planned)),
  photo: sight(close(painted)),
  planned: coloursOf(coarse(planned)),
  grid: { width: 2 * SIZE.width, height: 2 * SIZE.height, mmPerPixel: 0.5 },
  shift: () => [0, 0],
  readable: ([x, y]) => x > 0 && y > 0 && x < SIZE.width && y < SIZE.height,
});
