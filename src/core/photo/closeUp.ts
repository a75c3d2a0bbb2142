import {
  bentBy,
  channelsOf,
  gaussianBlur,
  homographyBetween,
  lightOfPicture,
  makeRaster,
  mapCorners,
  project,
  rectangle,
  resizePlane,
  shrinkRaster,
  straightLens,
  unbentCorners,
  type Box,
  type Corners,
  type Lens,
  type Picture,
  type Point,
  type Raster,
} from '../raster';
import { CornersRefused, straighten } from './straighten';

/** A part of the canvas to be looked at closely. */
export interface CloseUpRequest {
  /** where the whole canvas's corners lie in the source, px */
  readonly corners: Corners;
  readonly lens?: Lens;
  /** shares of the canvas, 0..1 */
  readonly box: Box;
  /** the canvas as it is shown whole, its light taken out or its key put on, in the canvas's proportions */
  readonly shown: Picture;
}

const MOST_PX = 2400; // of a close-up's long side
const LIGHT_SIGMA = 3; // px of what is shown: light and key change more slowly than that
const AGREES_SIGMA = 2;
const [LEAST_OFF, MOST_OFF] = [0.1, 0.25]; // of a pixel's light: from here on the source is another picture, to here
const DARK = 0.02; // light below which a share says nothing

const span = ([ax, ay]: Point, [bx, by]: Point) => Math.hypot(bx - ax, by - ay);

/** Where a box of the canvas lies in the source, px. */
function cornersOfBox({ corners, box: [x, y, w, h] }: CloseUpRequest, lens: Lens): Corners {
  const out = homographyBetween(rectangle(1, 1), unbentCorners(lens, corners));
  if (!out) throw new CornersRefused('Three of the four corners lie on one line.');
  const places: Corners = [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ];
  return mapCorners(places, (place) => bentBy(lens, project(out, place)));
}

const plane = (data: Float32Array, { width, height }: { width: number; height: number }) => ({ width, height, data });

/** 1 where the source, under the shown light, is what is shown; 0 where something else is: a departure, a glare. */
function agreement(coarse: Raster, lit: Raster): Float32Array {
  const [meant, is] = [channelsOf(coarse), channelsOf(lit)];
  const off = coarse.r.map((_, i) => {
    const most = [0, 1, 2].map((c) => Math.abs(is[c][i] - meant[c][i]) / (meant[c][i] + DARK));
    return (most[0] + most[1] + most[2]) / 3;
  });
  const { data } = gaussianBlur(plane(off, coarse), AGREES_SIGMA);
  return data.map((v) => Math.min(1, Math.max(0, (MOST_OFF - v) / (MOST_OFF - LEAST_OFF))));
}

/** By how much a channel of the source becomes that of what is shown, pixel of what is shown by pixel. */
function gainOf(coarse: Float32Array, own: Float32Array, size: Raster): Float32Array {
  const [to, from] = [coarse, own].map((data) => gaussianBlur(plane(data, size), LIGHT_SIGMA).data);
  return to.map((v, i) => Math.min(8, Math.max(0.125, (v + 0.001) / (from[i] + 0.001))));
}

/**
 * A part of the canvas with every pixel its source has, in the light and key it is shown in whole. Where the source
 * shows something else there, it is what is shown, only larger.
 * @returns linear light, a whole multiple of the box's size in what is shown
 * @throws CornersRefused for corners no camera could see
 */
export function closeUp(source: Picture, request: CloseUpRequest): Raster {
  const { shown, box, lens = straightLens(source) } = request;
  const [x, y, w, h] = box;
  const size = { width: Math.max(8, Math.round(w * shown.width)), height: Math.max(8, Math.round(h * shown.height)) };
  const coarse = lightOfPicture(shown, [x * shown.width, y * shown.height, w * shown.width, h * shown.height], size);
  const corners = cornersOfBox(request, lens);
  const [tl, tr, br, bl] = corners;
  const perPixel = Math.max(span(tl, tr), span(bl, br)) / size.width;
  const times = Math.min(Math.ceil(perPixel - 0.05), Math.floor(MOST_PX / Math.max(size.width, size.height)));
  if (times < 2) return coarse;
  const fine = straighten(source, corners, { width: times * size.width, height: times * size.height }, lens);
  const own = shrinkRaster(fine, times);
  const gains = channelsOf(coarse).map((channel, c) => gainOf(channel, channelsOf(own)[c], coarse));
  const lit = makeRaster(size.width, size.height);
  channelsOf(lit).forEach((channel, c) => {
    for (let i = 0; i < channel.length; i++) channel[i] = channelsOf(own)[c][i] * gains[c][i];
  });
  const trust = resizePlane(plane(agreement(coarse, lit), coarse), fine.width, fine.height).data;
  channelsOf(fine).forEach((channel, c) => {
    const gain = resizePlane(plane(gains[c], coarse), fine.width, fine.height).data;
    const whole = resizePlane(plane(channelsOf(coarse)[c], coarse), fine.width, fine.height).data;
    for (let i = 0; i < channel.length; i++) channel[i] = trust[i] * channel[i] * gain[i] + (1 - trust[i]) * whole[i];
  });
  return fine;
}
