import { describe, expect, test } from 'vitest';
import { byteFromLinear, luminanceFromValue, SRGB_PROFILE } from '../colour';
import { homographyBetween, project, rectangle, type Corners, type Picture, type Point } from '../raster';
import { cardScale, findCard } from './card';
import { CARD, CARD_VALUES } from './cardLayout';
import { readPatch } from './patches';

const SIZE = { width: 1400, height: 1000 };
const light = (value: number) => luminanceFromValue(value) / 100;
const [PAPER, INK] = [light(9.4), light(2)];

/** Light of the card at a place on it, mm; null beside it. @param greys their values */
function cardAt([u, v]: Point, greys: readonly number[]): number | null {
  if (u < 0 || v < 0 || u > CARD.widthMm || v > CARD.heightMm) return null;
  for (const [x, y] of CARD.rings) {
    const r = Math.hypot(u - x, v - y);
    if (r < 5) return r < 2.2 ? PAPER : INK;
  }
  const k = CARD.patches.findIndex(([x, y, w, h]) => u >= x && v >= y && u < x + w && v < y + h);
  return k < 0 ? PAPER : light(greys[k]);
}

/**
 * A photo of the card with its corners at four places (from its own top left), before a wall with a tone of its own.
 */
function photoOf(corners: Corners, { greys = CARD_VALUES, wall = 0.3 } = {}): Picture {
  const toCard = homographyBetween(corners, rectangle(CARD.widthMm, CARD.heightMm));
  if (!toCard) throw new Error('no map');
  const { width, height } = SIZE;
  const data = new Uint8Array(3 * width * height);
  for (let i = 0; i < width * height; i++) {
    const at: Point = [(i % width) + 0.5, Math.floor(i / width) + 0.5];
    const grain = 0.02 * Math.sin(at[0] * 12.9898 + at[1] * 78.233);
    const shown = (cardAt(project(toCard, at), greys) ?? wall) * (0.8 + (0.25 * at[0]) / width) + 0.1 * grain;
    data.fill(byteFromLinear(Math.max(0, shown)), 3 * i, 3 * i + 3);
  }
  return { width, height, data, profile: SRGB_PROFILE };
}

/** Corners of a card lying at a turn (degrees), px a mm, with its middle at a place; slant shortens one end. */
function lying(turn: number, pxPerMm: number, [x, y]: Point, slant = 0): Corners {
  const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)];
  const [w, h] = [CARD.widthMm / 2, CARD.heightMm / 2];
  return [
    [-w, -h],
    [w, -h],
    [w, h],
    [-w, h],
  ].map(([u, v]) => {
    const k = pxPerMm * (1 - (slant * u) / w);
    return [x + k * (u * c - v * s), y + k * (u * s + v * c)];
  }) as unknown as Corners;
}

describe('the printed card', () => {
  test.each([
    ['level', lying(0, 5, [700, 500])],
    ['upright', lying(90, 4.5, [1200, 500])],
    ['upside down and small', lying(183, 2.2, [300, 820])],
    ['turned', lying(-28, 3.5, [600, 600])],
    ['seen aslant', lying(8, 4, [700, 500], 0.12)],
  ] as const)('is found lying %s, its own top left first', (_, corners) => {
    const photo = photoOf(corners);
    const found = findCard(photo);
    const toPhoto = homographyBetween(rectangle(CARD.widthMm, CARD.heightMm), corners);
    if (!found || !toPhoto) throw new Error('not found');
    CARD.rings.forEach((ring, i) => {
      const [x, y] = project(toPhoto, ring);
      expect(Math.hypot(found.rings[i][0] - x, found.rings[i][1] - y)).toBeLessThan(1.2);
    });
    // Every grey is read on its own patch: the light there is that grey's, under the wall's fall-off.
    const seen = found.greys.map((grey) => readPatch(photo, grey)?.seen[1] ?? 0);
    // Its fields are found with it, whatever is painted on them.
    found.fields.forEach(([x, y, w, h], k) => {
      const [u, v] = [CARD.fields[k][0] + CARD.fields[k][2] / 2, CARD.fields[k][1] + CARD.fields[k][3] / 2];
      const [px, py] = project(toPhoto, [u, v]);
      expect(Math.hypot(x + w / 2 - px, y + h / 2 - py)).toBeLessThan(2.5);
    });
    found.greys.forEach(({ value, box }, k) => {
      const lamp = 0.8 + (0.25 * (box[0] + box[2] / 2)) / SIZE.width;
      expect(seen[k] / lamp).toBeCloseTo(light(value), 1);
    });
  });

  test('is not seen where four rings lie around nothing, or greys run the other way', () => {
    const level = lying(0, 5, [700, 500]);
    expect(findCard(photoOf(level, { greys: CARD_VALUES.map(() => 9.4) }))).toBeNull();
    expect(findCard(photoOf(level, { greys: [9.4, 6.5, 8, 5, 3.5, 2] }))).toBeNull();
  });

  test('is not seen in a photo without one, or where it is too small', () => {
    expect(findCard(photoOf(lying(0, 5, [-900, -900])))).toBeNull();
    expect(findCard(photoOf(lying(0, 0.5, [700, 500])))).toBeNull();
  });

  test('its size in the canvas’s millimetres tells whether the canvas is as large as said', () => {
    const rings = CARD.rings.map(([x, y]) => [100 + 4 * x, 200 + 4 * y]) as unknown as Corners;
    const canvas: Corners = [
      [1000, 100],
      [1000 + 4 * 400, 100],
      [1000 + 4 * 400, 100 + 4 * 300],
      [1000, 100 + 4 * 300],
    ];
    expect(cardScale(rings, canvas, { widthMm: 400, heightMm: 300 })).toBeCloseTo(1, 6);
    expect(cardScale(rings, canvas, { widthMm: 380, heightMm: 285 })).toBeCloseTo(0.95, 6);
  });
});
