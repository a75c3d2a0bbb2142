import { describe, expect, test } from 'vitest';
import { SRGB_PROFILE, valueScale } from '../colour';
import type { Picture } from '../raster';
import { auditReference, auditWords, croppedLight, PAINT_RANGE, plainCrop } from './index';

const [W, H] = [320, 240];

describe('audit', () => {
  const shot = (codeAt: (x: number, y: number) => number): Picture => {
    const data = new Uint8Array(3 * W * H);
    for (let i = 0; i < W * H; i++) data.fill(codeAt(i % W, Math.floor(i / W)), 3 * i, 3 * i + 3);
    return { width: W, height: H, data, profile: SRGB_PROFILE };
  };
  const audited = (picture: Picture) => {
    const crop = plainCrop([0, 0, W, H]);
    return auditReference(picture, croppedLight(picture, crop, { width: 160, height: 120 }), { crop, widthMm: 320 });
  };
  const words = (picture: Picture) => auditWords(audited(picture), { paint: PAINT_RANGE, viewingM: 1 }).join(' ');

  test('crushed darks and blown lights are measured and placed', () => {
    const { crushed, blown } = audited(shot((x, y) => (y > 180 ? 3 : x < 80 && y < 60 ? 255 : 120)));
    expect(crushed.share).toBeCloseTo(0.25, 1);
    expect(crushed.place.outlines.flat().every(([, y]) => y > 170)).toBe(true);
    expect(blown.share).toBeCloseTo(0.0625, 2);
  });

  test('a flat light is called flat, a parted one parted', () => {
    expect(words(shot((x) => 120 + Math.round(10 * Math.sin(x / 9))))).toMatch(/lie close together.*the light is flat/);
    expect(words(shot((x) => (x < 150 ? 40 : 220)))).toMatch(/light and a shadow family/);
  });

  test('its steps are the painter’s', () => {
    const parted = audited(shot((x) => (x < 150 ? 40 : 220)));
    const apartOn = (scaleSteps: 5 | 10) => {
      const scale = valueScale({ scale: 'black-is-0', scaleSteps });
      const said = auditWords(parted, { paint: PAINT_RANGE, viewingM: 1, scale }).join(' ');
      return Number(/family, (\d\.\d) steps apart/.exec(said)?.[1]);
    };
    expect(apartOn(10)).toBeGreaterThan(2);
    expect(apartOn(5)).toBeCloseTo(apartOn(10) / 2, 1);
  });

  test('a coarse reference says so', () => expect(words(shot(() => 120))).toMatch(/one pixel of it covers 1\.0 mm/));

  test('a cast over lights and darks is told with its direction', () => {
    const data = new Uint8Array(3 * W * H);
    for (let i = 0; i < W * H; i++) data.set(i % W < 160 ? [90, 80, 55] : [220, 200, 150], 3 * i);
    expect(words({ width: W, height: H, data, profile: SRGB_PROFILE })).toMatch(/leans (yellow|orange)/);
  });
});
