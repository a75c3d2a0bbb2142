import { expect, test } from 'vitest';
import type { EdgeRun } from '../edges';
import {
  crossedInWords,
  edgeAskedInWords,
  edgeBasisInWords,
  edgeEvidenceInWords,
  chosenEdgeInWords,
  edgeNameInWords,
  edgeRequestInWords,
  edgesAlikeInWords,
  edgesInFocusInWords,
  edgesInWords,
  slightInWords,
  lapsingInWords,
  reversedInWords,
  seenEdgeInWords,
} from './edgeWords';
import { calledInWords } from './calledWords';

type Said = Omit<EdgeRun, 'between' | 'places' | 'room'> & { into: number };
const EDGE: Said = {
  ...{ change: 'harder', wanted: 'hard', shown: 'soft', wished: false, lengthMm: 40, ofMm: 120, into: 0 },
  planned: { widthMm: 0.8, contrast: 2, by: 'value' as const },
  painted: { widthMm: 6.1, contrast: 1.8, by: 'value' as const },
};
const edgeOf = (part: Partial<Said>): Said => ({ ...EDGE, ...part });
const told = (part: Partial<Said>) => edgeRequestInWords(edgeOf(part), 'the pot against the wall');

test('edges that are too much alike are told beside the session before', () => {
  const planned = { hard: 0.25, firm: 0.4, soft: 0.25, lost: 0.1 };
  const painted = { hard: 0.6, firm: 0.2, soft: 0.1, lost: 0.1 };
  const before = { session: 2, painted: { ...planned, hard: 0.31 } };
  expect(edgesAlikeInWords({ planned, painted }, before)).toMatch(/The plan has 25.%, session 2 had 31.%\.$/);
  expect(edgesAlikeInWords({ planned, painted: planned }, before)).toBeNull();
});

test('an edge that is the wrong way round is told by its sides', () => {
  expect(reversedInWords(edgeNameInWords('pot', 'wall'), { lengthMm: 45, planned: 1.84, painted: 0.62 })).toBe(
    'Reversed: the edge of the pot against the wall, along 45 mm, is lighter by 0.6 of a step on the side that is planned darker by 1.8 steps.',
  );
});

test('a stretch is told with what to do, where, what it is and what it should be', () => {
  expect(told({})).toBe(
    'harden the edge of the pot against the wall, along 40 of its 120 mm: 6.1 mm wide; planned hard, 0.8 mm wide',
  );
  expect(
    told({
      change: 'softer',
      lengthMm: 110,
      wanted: 'soft',
      planned: { widthMm: 8, contrast: 2, by: 'value' as const },
    }),
  ).toBe('soften the edge of the pot against the wall, all along: 6.1 mm wide; planned soft, 8.0 mm wide');
  expect(
    told({ change: 'lose', wanted: 'lost', planned: { widthMm: null, contrast: 0, by: 'value' as const } }),
  ).toMatch(/: 6\.1 mm wide, 1\.8 steps; planned lost$/);
  expect(told({ change: 'find', painted: { widthMm: null, contrast: 0.1, by: 'value' as const } })).toMatch(
    /^bring out .*: hardly there, 0\.1 of 2\.0 steps; planned hard, 0\.8 mm wide$/,
  );
  expect(told({ change: 'find', painted: { widthMm: null, contrast: 0.7, by: 'value' as const } })).toMatch(
    /: no clear edge, 0\.7 of 2\.0 steps;/,
  );
  expect(
    told({ change: 'find', shown: 'lost', painted: { widthMm: 23, contrast: 1.8, by: 'value' as const } }),
  ).toMatch(/: spread over 23 mm; planned hard/);
  expect(told({ into: 1, lengthMm: 55 })).toMatch(/wall, 55 mm with the edges it runs into: 6\.1 mm wide/);
  expect(told({ wished: true, change: 'softer', wanted: 'soft' })).toMatch(/6\.1 mm wide; you want it soft$/);
});

test('a planned edge that is chosen is called by what it parts, by the one side that has a name, or not at all', () => {
  expect(chosenEdgeInWords(['pot, shadow', 'wall'])).toBe('The edge of the pot, shadow, against the wall');
  expect(chosenEdgeInWords(['', 'wall'])).toBe('The edge of the wall');
  expect(chosenEdgeInWords(['pot', ''])).toBe('The edge of the pot');
  expect(chosenEdgeInWords(['', ''])).toBe('');
  expect(chosenEdgeInWords(['pot, shadow'])).toBe('The edge inside the pot, shadow');
  expect(chosenEdgeInWords([''])).toBe('The edge inside a mass');
  expect(chosenEdgeInWords(['pot', 'pot'])).toBe('The edge inside the pot');
});

test('a finding names the edge by what it parts, or by where it lies, and tells both widths', () => {
  const edge = EDGE;
  const name = edgeNameInWords('pot, shadow', 'wall');
  expect(name).toBe('pot, shadow, against the wall');
  expect(edgeNameInWords('pot', 'Mara’s shawl')).toBe('pot against Mara’s shawl');
  expect(edgeRequestInWords(edge, `the ${name},`)).toBe(
    'harden the edge of the pot, shadow, against the wall, along 40 of its 120 mm: 6.1 mm wide; planned hard, 0.8 mm wide',
  );
  expect(edgeNameInWords('pot, shadow', 'pot, shadow')).toBe('inside the pot, shadow');
  expect(edgeRequestInWords(edge, calledInWords(edgeNameInWords('pot', 'pot')))).toMatch(
    /^harden the edge inside the pot, along 40 of its 120 mm: /,
  );
  expect(edgeRequestInWords({ ...edge, lengthMm: 119 }, 'the upper left')).toMatch(
    /^harden the edge at the upper left, all along: /,
  );
  expect(edgeAskedInWords(edge)).toBe('harden 40 mm: planned hard');
  expect(edgeAskedInWords({ ...edge, wished: true, wanted: 'lost' })).toBe('harden 40 mm: you want it lost');
  expect(edgeEvidenceInWords({ ...edge, doubt: 0.5 })).toBe(
    'Along 40 mm, on the whole: planned 0.8 mm wide over 2.0 steps; painted 6.1 mm wide over 1.8 steps. Widths can be told apart from a factor of 1.8.',
  );
  expect(
    edgeEvidenceInWords({
      ...edge,
      wished: true,
      wanted: 'lost',
      planned: { widthMm: null, contrast: 0.1, by: 'value' as const },
      doubt: 0.5,
    }),
  ).toMatch(/: planned no edge, 0\.1 of a step, you want it lost; painted /);
  expect(edgeBasisInWords({ doubt: 0.2, by: 'value' })).toMatch(
    /^Values across the edge every 5 mm, .* factor of 1\.3\.$/,
  );
  expect(edgeBasisInWords({ doubt: 0.2, by: 'colour' })).toMatch(
    /^Value has no edge there; colour has\. Colours across the edge every 5 mm, /,
  );
});

test('edges that are all alike are told once, either way', () => {
  const shares = (hard: number, soft: number) => ({ hard, firm: 1 - hard - soft, soft, lost: 0 });
  expect(edgesAlikeInWords({ planned: shares(0.3, 0.3), painted: shares(0.6, 0.1) })).toMatch(
    /^Too much alike: 60 % of all edges are hard: the picture looks cut out\. The plan has 30 %\.$/,
  );
  expect(edgesAlikeInWords({ planned: shares(0.3, 0.3), painted: shares(0.1, 0.6) })).toMatch(/vague/);
  expect(edgesAlikeInWords({ planned: shares(0.6, 0.1), painted: shares(0.62, 0.1) })).toBeNull();
});

test('hard edges away from the focal area are told where the plan has them in it', () => {
  const planned = { inside: 0.7, outside: 0.3 };
  const told = edgesInFocusInWords({ planned, painted: { inside: 0.4, outside: 0.6 } });
  expect(told).toBe(
    'Edges are harder away from the focal area than in it: 60 % of them are hard there, 40 % in it. The plan has 30 % and 70 %.',
  );
  expect(edgesInFocusInWords({ planned, painted: { inside: 0.5, outside: 0.5 } })).toBeNull();
  const outward = { inside: 0.3, outside: 0.6 };
  expect(edgesInFocusInWords({ planned: outward, painted: { inside: 0.3, outside: 0.65 } })).toBeNull();
  const shares = { hard: 0.25, firm: 0.25, soft: 0.25, lost: 0.25 };
  const all = { read: true, shares: { planned: shares, painted: shares } };
  expect(edgesInWords({ ...all, focus: { planned, painted: { inside: 0.4, outside: 0.6 } } })).toEqual([told]);
});

test('what differs too little to be told is counted, and without edges the way to them is said', () => {
  const shares = { hard: 0.25, firm: 0.25, soft: 0.25, lost: 0.25 };
  const both = { planned: shares, painted: shares };
  expect(edgesInWords({ read: true, focus: null, shares: both })).toEqual([]);
  expect(slightInWords(1)).toMatch(/^One more stretch differs/);
  expect(slightInWords(3)).toMatch(/^3 more stretches differ/);
  expect(edgesInWords({ read: false, focus: null, shares: null })).toEqual([
    'This reading was made before edges were read. Read the photograph again to see them.',
  ]);
  expect(edgesInWords({ read: true, focus: null, shares: null })[0]).toMatch(/^No edge can be read/);
});

test('an edge as it is read on the command line', () => {
  expect(seenEdgeInWords({ widthMm: 0.63, atMost: true, contrast: -1.24, by: 'value' as const, class: 'hard' })).toBe(
    'hard, at most 0.6 mm wide, over 1.2 steps',
  );
  expect(seenEdgeInWords({ widthMm: 17, atMost: false, contrast: 4.4, by: 'value' as const, class: 'lost' })).toBe(
    'lost, 17 mm wide, over 4.4 steps',
  );
  expect(seenEdgeInWords({ widthMm: 3, atMost: false, contrast: 0.1, by: 'value' as const, class: 'lost' })).toBe(
    'lost, over 0.1 of a step',
  );
});

test('the edge a line crosses is told both ways, with the wish for it and how sure it is', () => {
  const planned = {
    widthMm: 0.8,
    atMost: false,
    contrast: 2,
    by: 'value' as const,
    class: 'hard',
    doubtMm: 0.1,
  } as const;
  const painted = {
    widthMm: 5.24,
    atMost: false,
    contrast: -1.5,
    by: 'value' as const,
    class: 'soft',
    doubtMm: 0.4,
  } as const;
  expect(crossedInWords({ planned, painted, reversed: true, wish: 'firm' })).toBe(
    'Planned hard, 0.8 mm wide, over 2.0 steps; you want it firm. Painted soft, 5.2 mm wide, over 1.5 steps, give or take 0.4 mm. It is lighter on the side that is planned darker.',
  );
  const gone = {
    widthMm: null,
    atMost: false,
    contrast: 0.1,
    by: 'value' as const,
    class: 'lost',
    doubtMm: 0,
  } as const;
  expect(crossedInWords({ planned, painted: gone, reversed: false, wish: null })).toBe(
    'Planned hard, 0.8 mm wide, over 2.0 steps. Painted lost, over 0.1 of a step.',
  );
});

test('an edge of colour is told by colour', () => {
  const edge = { widthMm: 2.4, atMost: false, contrast: -3.64, by: 'colour' as const, class: 'firm' as const };
  expect(seenEdgeInWords(edge)).toBe('firm, 2.4 mm wide, over 36 units of colour');
  const lost: Said = {
    ...{ change: 'find', wanted: 'firm', shown: 'lost', wished: false, into: 0, lengthMm: 40, ofMm: 40 },
    planned: { widthMm: 2.4, contrast: 3.64, by: 'colour' },
    painted: { widthMm: null, contrast: 0.41, by: 'colour' },
  };
  expect(edgeRequestInWords(lost, 'persimmon against the table')).toBe(
    'bring out the edge of persimmon against the table, all along: hardly there, 4 of 36 units of colour; planned firm, 2.4 mm wide',
  );
});

test('an edge that comes and goes, and one that runs on', () => {
  const name = edgeNameInWords('pot', 'wall');
  const edge = { times: 3, lengthMm: 45, ofMm: 180, even: 'hard' } as const;
  expect(lapsingInWords(name, { ...edge, side: 'painted' })).toBe(
    'Comes and goes: the edge of the pot against the wall; softer or lost at 3 places, 45 of its 180 mm. Planned hard all along.',
  );
  expect(lapsingInWords(name, { ...edge, side: 'planned' })).toBe(
    'Runs on: the edge of the pot against the wall; hard all along its 180 mm. Planned softer or lost at 3 places, 45 mm of it.',
  );
});
