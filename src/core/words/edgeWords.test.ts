import { expect, test } from 'vitest';
import type { EdgeRun } from '../edges';
import { plainLine, type Names } from './accountWords';
import {
  crossedInWords,
  edgeRunInWords,
  edgesAlikeInWords,
  edgesDifferInWords,
  edgesInWords,
  seenEdgeInWords,
} from './edgeWords';

const names: Names = { mass: (id) => ['wall', 'pot'][id] ?? 'a mass', thing: () => 'a thing', largest: () => null };
const run = (part: Partial<EdgeRun>): EdgeRun => ({
  ...{ between: [1, 0], change: 'harder', wanted: 'hard', shown: 'soft', wished: false, places: [] },
  ...{ lengthMm: 40, ofMm: 120 },
  planned: { widthMm: 0.8, contrast: 2 },
  painted: { widthMm: 6.1, contrast: 1.8 },
  ...part,
});
const told = (part: Partial<EdgeRun>) => plainLine(edgeRunInWords(run(part), names));

test('a stretch is told with what to do, where, what it is and what it should be', () => {
  expect(told({})).toBe('Harden pot against wall, along 40 of its 120 mm: 6.1 mm wide; planned hard, 0.8 mm wide.');
  expect(told({ change: 'softer', lengthMm: 110, wanted: 'soft', planned: { widthMm: 8, contrast: 2 } })).toBe(
    'Soften pot against wall, all along: 6.1 mm wide; planned soft, 8.0 mm wide.',
  );
  expect(told({ change: 'lose', wanted: 'lost', planned: { widthMm: null, contrast: 0 } })).toBe(
    'Lose pot against wall, along 40 of its 120 mm: 6.1 mm wide, 1.8 steps; planned lost.',
  );
  expect(told({ change: 'find', painted: { widthMm: null, contrast: 0.1 } })).toBe(
    'Bring out pot against wall, along 40 of its 120 mm: hardly there, 0.1 of a step; planned hard, 0.8 mm wide.',
  );
  expect(told({ wished: true, change: 'softer', wanted: 'soft' })).toMatch(/6\.1 mm wide; you want it soft\.$/);
});

test('edges that are all alike are told once, either way', () => {
  const shares = (hard: number, soft: number) => ({ hard, firm: 1 - hard - soft, soft, lost: 0 });
  expect(edgesAlikeInWords({ planned: shares(0.3, 0.3), painted: shares(0.6, 0.1) })).toMatch(
    /^Too much alike: 60 % of all edges are hard: the picture looks cut out\. The plan has 30 %\.$/,
  );
  expect(edgesAlikeInWords({ planned: shares(0.3, 0.3), painted: shares(0.1, 0.6) })).toMatch(/vague/);
  expect(edgesAlikeInWords({ planned: shares(0.6, 0.1), painted: shares(0.62, 0.1) })).toBeNull();
});

test('no more stretches are told than a hand remembers, and without edges the way to them', () => {
  const shares = { hard: 0.25, firm: 0.25, soft: 0.25, lost: 0.25 };
  const lines = edgesInWords(
    { read: true, runs: Array.from({ length: 7 }, () => run({})), shares: { planned: shares, painted: shares } },
    { names },
  );
  expect(lines).toHaveLength(6);
  expect(plainLine(lines[5])).toBe('2 more stretches are drawn on the pictures.');
  expect(edgesInWords({ read: false, runs: [], shares: null }, { names }).map(plainLine)).toEqual([
    'This reading was made before edges were read. Read the photograph again to see them.',
  ]);
  expect(plainLine(edgesInWords({ read: true, runs: [], shares: null }, { names })[0])).toMatch(/^No edge can be read/);
  expect(edgesDifferInWords(0)).toMatch(/as planned/);
  expect(edgesDifferInWords(1)).toBe('One stretch of edge differs from the plan.');
});

test('an edge as it is read on the command line', () => {
  expect(seenEdgeInWords({ widthMm: 0.63, atMost: true, contrast: -1.24, class: 'hard' })).toBe(
    'hard, at most 0.6 mm wide, over 1.2 steps',
  );
  expect(seenEdgeInWords({ widthMm: 17, atMost: false, contrast: 4.4, class: 'lost' })).toBe(
    'lost, 17 mm wide, over 4.4 steps',
  );
  expect(seenEdgeInWords({ widthMm: 3, atMost: false, contrast: 0.1, class: 'lost' })).toBe('lost, over 0.1 of a step');
});

test('the edge a line crosses is told both ways, with the wish for it and how sure it is', () => {
  const planned = { widthMm: 0.8, atMost: false, contrast: 2, class: 'hard', doubtMm: 0.1 } as const;
  const painted = { widthMm: 5.24, atMost: false, contrast: -1.5, class: 'soft', doubtMm: 0.4 } as const;
  expect(crossedInWords({ planned, painted, reversed: true, wish: 'firm' })).toBe(
    'Planned hard, 0.8 mm wide, over 2.0 steps; you want it firm. Painted soft, 5.2 mm wide, over 1.5 steps, give or take 0.4 mm. It is lighter on the side that is planned darker.',
  );
  const gone = { widthMm: null, atMost: false, contrast: 0.1, class: 'lost', doubtMm: 0 } as const;
  expect(crossedInWords({ planned, painted: gone, reversed: false, wish: null })).toBe(
    'Planned hard, 0.8 mm wide, over 2.0 steps. Painted lost, over 0.1 of a step.',
  );
});
