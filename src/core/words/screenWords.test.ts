import { describe, expect, test } from 'vitest';
import { AS_PLANNED } from '../edges';
import type { Comparison } from '../read';
import {
  asideInWords,
  barePhotoInWords,
  cornersFoundInWords,
  differsInWords,
  doingInWords,
  edgeBesideInWords,
  plannedEdgeInWords,
  edgeWantedInWords,
  groundInWords,
  groundKnownInWords,
  keptInWords,
  landmarkInWords,
  marginsInWords,
  massInWords,
  measuredInWords,
  methodInWords,
  olderInWords,
  orderInWords,
  outlineInWords,
  phoneCameInWords,
  profileInWords,
  readAgainstInWords,
  relationInWords,
  rereadInWords,
  shotsInWords,
  sightInWords,
  sortingInWords,
  sideWrongInWords,
  standingInWords,
  takenInWords,
  tapInWords,
  toDecideInWords,
  unclaimedInWords,
  waitingInWords,
} from './index';

const show = (value: number) => value.toFixed(1);
const measured = (value: number, warmth: number) => ({
  value,
  lab: [10 * value, 0, warmth] as const,
  warmth,
  chroma: Math.abs(warmth),
  hue: 0,
});
const comparison = (value: number, warmth: number): Comparison => ({
  target: measured(5, 0),
  painted: measured(5 + value, warmth),
  difference: { value, warmth, chroma: 0, deltaE: 3.14 },
  uncertainty: { value: 0.1, warmth: 1 },
  spread: 0.25,
  readShare: 1,
});

describe('what was measured', () => {
  test('a place, a mass, a relation', () => {
    expect(outlineInWords(comparison(0.5, 6), show)).toBe(
      'Planned 5.0, painted 5.5: half a step too light, give or take 0.10 of a step. Warmth 0 planned, 6 painted; chroma 0 and 6. Its values spread by 0.25.',
    );
    expect(outlineInWords(comparison(0.1, 0), show)).toMatch(/: as planned, give or take/);
    expect(massInWords(comparison(0, -8), show)).toMatch(/warmth 0 and −8\. clearly too cool\.$/);
    expect(massInWords(comparison(0, 3), show)).not.toMatch(/too/);
    expect(relationInWords({ planned: 1, painted: -0.5, reversed: true }, ['pot', 'wall'])).toBe(
      'pot beside wall: 1.0 steps planned, −0.5 painted, order reversed.',
    );
    expect([measuredInWords(0.41), measuredInWords(-0.1)]).toEqual([
      'Measured 0.41 too light, spoken as half a step.',
      null,
    ]);
  });

  test('a line, an order, a landmark, margins, a method', () => {
    const profile = {
      slope: { planned: 0.02, painted: -1.4 },
      breaks: [{ at: 30.2, steps: -1 }],
      reversals: [{ from: 10, to: 20.4 }],
      furthest: { at: 5, steps: 0.1 },
    };
    expect(profileInWords(profile)).toBe(
      'Over 100 mm it runs level as planned, 1.4 steps darker as painted. A break at 30 mm: one step darker at once. It runs the other way from 10 to 20 mm.',
    );
    expect(orderInWords([2, 1], [1, 2])).toBe('Light to dark, planned: 2, 1; painted: 1, 2.');
    expect(landmarkInWords([-2, 0.5])).toBe('Painted 2.0 mm left, 0.5 mm low.');
    expect(marginsInWords([1, 2, 3, 4], [1, 2, 3, 5])).toMatch(/: left 1 and 1 mm; .*bottom 4 and 5 mm\.$/);
    const method = { deltaE: 3.14, scale: '0 black to 10 white', light: 'By the card.', plan: 2, method: 17 };
    expect(methodInWords(method)).toMatch(/Colour difference 3\.1 \(CIEDE2000\)\. By the card\. Plan 2, method 17\.$/);
    expect([readAgainstInWords(null, 17), readAgainstInWords(2, 17)]).toEqual(['', 'Read against plan 2, method 17.']);
  });
});

describe('how things stand', () => {
  test('a reading: what differs, what waits, what is decided', () => {
    expect([3, 1, 0].map((open) => differsInWords({ open, quiet: 0 }))).toEqual([
      '3 places differ from the plan, in the order they are corrected.',
      '1 place differs from the plan.',
      expect.stringMatching(/^No place differs/),
    ]);
    expect(differsInWords({ open: 0, quiet: 2 })).toMatch(/^What differs here was dismissed/);
    expect(waitingInWords({ waiting: 1, silent: 2, stage: 'First colour' })).toBe(
      '1 more place waits: the stage “First colour” does not call for it yet. 2 places you dismissed before are unchanged.',
    );
    expect(waitingInWords({ waiting: 0, silent: 0, stage: '' })).toBe('');
    expect(toDecideInWords(2, 6)).toBe('Take three to seven. 2 taken, 6 to decide.');
    // Of one there is no choice to make.
    expect(toDecideInWords(1, 0)).toBe('1 taken, 0 to decide.');
    expect([takenInWords(0), takenInWords(1)].map((words) => words.slice(0, 16))).toEqual([
      'No correction is',
      '1 correction for',
    ]);
    expect(takenInWords(0, false) + takenInWords(2, false)).not.toMatch(/plan|finding|photograph/);
    expect(groundInWords('6.0', 'place')).toBe('The ground has value 6.0, from the place you outlined.');
  });

  test('a plan: kept or not, older readings, what a frame leaves', () => {
    expect(keptInWords({ dirty: false, begunOn: 3, version: 3 })).toBe('Plan version 3 is kept.');
    expect(keptInWords({ dirty: false, begunOn: 0, version: 0 })).toBe('Made without a reference.');
    expect(keptInWords({ dirty: true, begunOn: 3, version: 4 })).toBe(
      'Changed since version 3; not kept yet. Version 4 was kept in another window meanwhile.',
    );
    expect([olderInWords(1), olderInWords(2)].map((words) => words.slice(0, 15))).toEqual([
      '1 reading names',
      '2 readings name',
    ]);
    expect([rereadInWords(0), rereadInWords(2)]).toEqual([
      'Every session is read by this plan already.',
      '2 sessions being read again.',
    ]);
    expect([sightInWords(null), sightInWords({ width: 380.4, height: 280 })].join(' ')).toMatch(
      /^Nothing is hidden.* 380 × 280 mm stay/,
    );
    const firm = { look: { widthMm: 2.04, contrast: -1.5, by: 'value' }, atMost: false, class: 'firm' } as const;
    expect([1, 0.6].map((share) => plannedEdgeInWords({ ...firm, share }))).toEqual([
      'The picture has it firm, 2.0 mm wide, over 1.5 steps.',
      'The picture has it firm, 2.0 mm wide, over 1.5 steps; so along 60 % of it.',
    ]);
    expect(edgeWantedInWords(AS_PLANNED)).toBe('');
    expect(edgeWantedInWords({ is: 'lost', tolerance: 'free', mayCross: true })).toBe(
      'Its two sides run into one another here. Only large differences are told, of this edge and of its contour. ' +
        'Colour up to 10 mm to either side of it is let be; so is a lost edge.',
    );
    expect([groundKnownInWords(null), groundKnownInWords('typed')].map((words) => words.split('.')[0])).toEqual([
      'Not known yet',
      'As you typed it',
    ]);
    expect(tapInWords(null, show)).toMatch(/^Tap a spot/);
    expect(tapInWords({ darkest: { value: 1 }, lightest: { value: 9 } }, show)).toMatch(
      /^Its darkest dark is 1\.0, its lightest light 9\.0; both are marked\. Tap/,
    );
  });

  test('photographs: corners, shots, a batch, the phone, the work under way', () => {
    expect(cornersFoundInWords(0.974)).toMatch(/^All four corners found\. Pull/);
    expect([shotsInWords(1), shotsInWords(2)]).toEqual(['', '2 shots read as one.']);
    expect(asideInWords(1)).toMatch(/^1 photograph left out/);
    expect(sortingInWords({ known: 0, looking: 3 })).toBe(
      'Each goes into the session of the day it was taken. Looking for the corners of 3.',
    );
    expect([phoneCameInWords(0), phoneCameInWords(2)]).toEqual(['Waiting for the phone.', '2 photographs came.']);
    expect(barePhotoInWords({ value: '6.0', a: 3.2, b: 12 })).toMatch(/^Known: value 6\.0, a\* 3, b\* 12\./);
    expect(barePhotoInWords(null)).toMatch(/^From this photograph its colour is learned/);
    expect(doingInWords({ at: 'shot', index: 1, count: 3 })).toBe('squaring shot 2 of 3');
    expect(doingInWords({ at: 'shot', index: 0, count: 1 })).toBe('squaring it and taking the light out');
    expect(doingInWords({ at: 'judging' })).toBe('judging what differs');
  });

  test('a painting on the ledge, and files of no painting', () => {
    expect(standingInWords({ session: 3, day: '14 March', undecided: 1, open: 1, done: 2 })).toBe(
      'Session 3 is photographed, 14 March. 1 finding waits for your eye. Corrections: 1 open, 2 done.',
    );
    expect(standingInWords({ session: 3, day: null, undecided: 0, open: 0, done: 0 })).toBe('Session 3 is under way.');
    const one = unclaimedInWords({ files: 1, bytes: 2_500_000 });
    expect(one.before).toBe('1 file of the originals (2.5 MB) belongs to no painting here, so it was set aside in ');
    expect(unclaimedInWords({ files: 2, bytes: 900 }).after).toMatch(/look at them,/);
  });

  test('a side of a canvas is judged in the unit it is typed in', () => {
    const wrong = (widthMm: number, unit: 'mm' | 'inches') => sideWrongInWords({ widthMm, heightMm: 300 }, unit);
    expect(wrong(400, 'mm')).toBeNull();
    expect(wrong(5, 'mm')).toBe('The width of a canvas lies between 20 and 5000 mm.');
    expect(wrong(5, 'inches')).toBe('The width of a canvas lies between 0.8 and 196 inches.');
    expect(wrong(NaN, 'mm')).toBe('The width is no number. Type it like 40 or 40.5.');
  });
});

describe('beside a thread', () => {
  test('an edge is told end by end, as the side runs', () => {
    const top = edgeBesideInWords(0, { from: 1.24, to: -0.1 });
    expect(top).toContain('runs 1.2 mm outside it at the left end, along it at the right end.');
    expect(edgeBesideInWords(3, { from: -0.5, to: 0.5 })).toContain('0.5 mm inside it at the lower end');
  });
  test('less than can be told is on it', () => {
    expect(edgeBesideInWords(1, { from: 0.2, to: -0.29 })).toBe('This thread lies on the edge seen nearest to it.');
  });
});
