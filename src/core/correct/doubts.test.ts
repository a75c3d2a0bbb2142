import { describe, expect, test } from 'vitest';
import type { Finding, FindingKind } from '../kinds';
import { doubtOfUnlike, UNLIKE, type PhotoFault } from '../photo';
import { placeOfBox } from '../raster';
import { FINDING_DOUBTS } from '../words';
import { doubtsOf } from './doubts';

const of = (kind: FindingKind, faults: readonly PhotoFault[], value = 5, glare = placeOfBox([300, 200, 20, 20])) =>
  doubtsOf({ kind, place: placeOfBox([10, 10, 80, 60]), painted: { value } } as unknown as Finding, { faults, glare });
const lamp: PhotoFault = { code: 'unlike', what: 'lamp' };

describe('why a finding is less sure', () => {
  test('nothing is said where nothing is the matter', () =>
    expect(of('temperature', [{ code: 'blurred', blurMm: 2 }])).toEqual({ why: [], low: false }));

  test('another lamp makes colour low in confidence, and neither value nor drawing', () => {
    for (const kind of ['temperature', 'chroma'] as const)
      expect(of(kind, [lamp])).toEqual({ why: [FINDING_DOUBTS.lamp], low: true });
    for (const kind of ['value', 'drawing'] as const) expect(of(kind, [lamp])).toEqual({ why: [], low: false });
  });

  test('another hour is told, and is no reason to distrust it', () =>
    expect(of('chroma', [{ code: 'unlike', what: 'hour' }])).toEqual({ why: [FINDING_DOUBTS.hour], low: false }));

  test('wet paint is told of value and colour, a guessed curve of value, stronger colours of colour', () => {
    const all: PhotoFault[] = [
      { code: 'unlike', what: 'surface' },
      { code: 'tones', dark: 1.5, light: 8.4 },
      { code: 'vivid', by: 0.1 },
    ];
    expect(of('value', all).why).toEqual([FINDING_DOUBTS.surface, FINDING_DOUBTS.tones]);
    expect(of('temperature', all).why).toEqual([FINDING_DOUBTS.surface, FINDING_DOUBTS.vivid]);
    expect(of('drawing', all).why).toEqual([]);
  });

  test('a guessed light is told of all paint, of value only where no curve was guessed', () => {
    const both: PhotoFault[] = [{ code: 'no-card' }, { code: 'tones', dark: 1.5, light: 8.4 }];
    expect(of('value', both).why).toEqual([FINDING_DOUBTS.tones]);
    expect(of('chroma', both).why).toEqual([FINDING_DOUBTS.guessed]);
    expect(of('value', both.slice(0, 1)).why).toEqual([FINDING_DOUBTS.guessed]);
  });

  test('blown lights are told of lights alone, glare of places it touches', () => {
    const clipped: PhotoFault = { code: 'clipped', share: 0.05 };
    expect(of('value', [clipped], 9).why).toEqual([FINDING_DOUBTS.blown]);
    expect(of('value', [clipped], 5).why).toEqual([]);
    expect(of('value', [], 5, placeOfBox([80, 60, 40, 40])).why).toEqual([FINDING_DOUBTS.glare]);
  });
});

test('of lamps, rooms and hours the worst counts, and paint in another state adds to it', () => {
  expect(doubtOfUnlike([])).toEqual({ value: 1, warmth: 1 });
  expect(doubtOfUnlike(['hour', 'room'])).toEqual({ value: 1, warmth: 2 });
  expect(doubtOfUnlike([...UNLIKE]).warmth).toBeCloseTo(2.8);
  expect(doubtOfUnlike(['surface'])).toEqual({ value: 1.6, warmth: 1.4 });
});
