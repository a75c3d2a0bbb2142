import { describe, expect, test } from 'vitest';
import { PAINT_RANGE } from '../plan';
import { NO_DRIFT, type Account } from '../read';
import {
  tooBareInWords,
  coloursInWords,
  drawingInWords,
  plainLine,
  rangeInWords,
  valuesInWords,
  type Names,
} from './accountWords';

const both = (planned: number, painted: number) => ({ planned, painted });
const agreement = (share: number) => ({ tones: 5, splits: [], share, dark: both(0.4, 0.45), places: [] });
const ends = (darkest: number, lightest: number) => ({
  darkest,
  lightest,
  darkestAt: [1, 1] as const,
  lightestAt: [9, 9] as const,
});
/** A painting that is as planned, but for what a test says. */
const account = (part: Partial<Account> = {}): Account => ({
  drawing: { global: NO_DRIFT, points: [], masses: [] },
  relations: [],
  patterns: { two: agreement(0.9), tones: agreement(0.8) },
  things: [],
  range: { planned: ends(2, 9), painted: ends(2, 9), paint: PAINT_RANGE },
  clipped: { crushed: 0, blown: 0, masses: [] },
  families: null,
  strength: null,
  alike: [],
  accents: [],
  gaps: [],
  forms: [],
  turnings: [],
  seats: [],
  ...part,
});
const names: Names = { mass: (id) => `mass ${id}`, thing: (ids) => `thing ${ids.join('+')}`, largest: ([id]) => id };
const show = (value: number) => value.toFixed(1);
const values = (part: Partial<Account> = {}) =>
  valuesInWords(account(part), { names, recheck: [], show }).map(plainLine).slice(1);
const colours = (part: Partial<Account> = {}) => coloursInWords(account(part), { names }).map(plainLine);

describe('values', () => {
  test('as planned there is one line, of how the two patterns agree', () => {
    expect(values()).toEqual([]);
    expect(plainLine(valuesInWords(account(), { names, recheck: [], show })[0])).toBe(
      'Light and shadow fall as planned over 90 % of the picture; in 5 values it is 80 %. Shadow covers 45 %, planned 40 %.',
    );
  });

  test('what is off is told where it lies, each mass to be shown by its name', () => {
    const relation = {
      ids: [3, 4] as [number, number],
      ...both(1, -1),
      difference: -2,
      uncertainty: 0.1,
      warmth: both(0, 0),
      reversed: true,
      contactMm: 9,
    };
    const form = { id: 7, span: both(2, 1), play: both(0, 0), flat: true, wobbles: true, dull: false };
    expect(
      values({
        relations: [relation],
        forms: [form, { ...form, id: 8 }],
        range: { planned: ends(1.6, 9.5), painted: ends(2.6, 8.8), paint: PAINT_RANGE },
        gaps: [{ ...both(4, 5), id: 5, open: 6, filled: false }],
        turnings: [{ ids: [1, 2], span: both(3, 1.2), flat: true }],
      }),
    ).toEqual([
      'Order reversed: mass 3 should be lighter than mass 4 and is darker.',
      'The darks stop one step short. The lights stop half a step short.',
      'Reads flat where it should turn: mass 7, mass 8.',
      'From mass 1 to mass 2 it should turn through 3.0 steps, and turns through 1.2.',
      'Its value wobbles inside: mass 7, mass 8.',
      'The open background at mass 5 is one step too light against mass 6.',
    ]);
    const [, line] = valuesInWords(account({ relations: [relation] }), { names, recheck: [], show });
    expect(line).toContainEqual({ mass: 3, words: 'mass 3' });
  });

  test('no more is asked for than the paint reaches, and a limited key is named', () => {
    const range = { planned: ends(0.4, 9.9), painted: ends(1.7, 9.2), paint: PAINT_RANGE };
    expect(values({ range })).toEqual([
      'The plan goes down to 0.4 and up to 9.9, beyond your paint’s 1.6 and 9.3. No more is asked for than the paint reaches. “Fit to the paint’s range”, under Key, brings the plan in.',
    ]);
    expect(values({ range: { ...range, painted: ends(0.6, 9.6) } })).toEqual([]);
    const limited = { planned: ends(3, 8), painted: ends(2.2, 8.1), paint: { darkest: 3, white: 8 } };
    expect(values({ range: limited })).toEqual([
      'As set under Key, nothing darker than 3.0 and nothing lighter than 8.0 is asked for. The painting goes three quarters of a step darker than that.',
    ]);
    expect(values({ range: { ...limited, painted: ends(3.2, 8.1) } })).toEqual([
      'As set under Key, nothing darker than 3.0 and nothing lighter than 8.0 is asked for. The painting keeps to it.',
    ]);
  });

  test('one thing that turns is told as one; a neighbour that changed asks for another look', () => {
    const things = [{ ids: [1, 2, 3], dark: both(0.5, 0.7), overlap: 0.6 }];
    expect(values({ things, turnings: [{ ids: [1, 2], span: both(3, 1), flat: true }] })).toEqual([
      'In thing 1+2+3 shadow covers 70 %, planned 50 %; the two shapes share 60 %.',
      'Over thing 1+2 it should turn through 3.0 steps, and turns through 1.0.',
    ]);
    const recheck = [{ id: 1, neighbour: 2, steps: -1 }];
    expect(valuesInWords(account(), { names, recheck, show }).map(plainLine)[1]).toBe(
      'Look again: mass 1 stayed while mass 2 beside it became one step darker.',
    );
  });
});

describe('colour', () => {
  test('where the reference has lost its colour it is told that none is compared', () => {
    expect(colours({ clipped: { crushed: 0.12, blown: 0.03, masses: [] } })).toContain(
      'Over 12 % of the picture the reference’s darks are crushed and over 3 % its lights are blown: it does not tell their colour, and none is compared there.',
    );
    expect(colours({ clipped: { crushed: 0.001, blown: 0.03, masses: [] } })).toContain(
      'Over 3 % of the picture the reference’s lights are blown: it does not tell their colour, and none is compared there.',
    );
  });

  test('nothing is said of the colour of a mass that the reference does not tell', () => {
    const drab = { id: 4, span: both(1, 1), play: both(9, 1), flat: false, wobbles: false, dull: false };
    expect(colours({ forms: [drab] })).toContain('The plan’s variety of colour is missing in mass 4.');
    const families = { gap: both(1, 1), crossed: [], warmth: null };
    const clipped = { crushed: 0.002, blown: 0, masses: [4] };
    expect(colours({ forms: [drab], families, clipped })).toEqual([]);
  });

  test('strength, families and the accent', () => {
    expect(colours()).toEqual(['The plan is nearly grey: strength is not compared.']);
    const accent = { ...both(30, 10), id: 1, against: 2 };
    const families = { gap: both(1, 1), crossed: [], warmth: both(-4, 2) };
    expect(colours({ strength: 0.7, families, accents: [accent, { ...both(20, 18), id: 3, against: 4 }] })).toEqual([
      'The light family is planned cooler than the shadows (−4) and painted warmer than them (2): the lights too warm or the shadows too cool.',
      'Colour has 70 % of the planned strength: timid.',
      'The accent planned strongest is mass 1 against mass 2; painted, mass 3 is stronger.',
    ]);
    expect(colours({ strength: 1, accents: [accent] })[1]).toMatch(/against mass 2; it is painted weaker\.$/);
  });
});

test('the drawing and the range', () => {
  expect(drawingInWords(account(), 3)).toMatch(/^Where the drawing sits cannot be told yet/);
  const points = [0.9, 0.2].map((confidence) => ({ at: [0, 0] as const, shift: [0, 0] as const, confidence }));
  const drawing = { global: { ...NO_DRIFT, offset: [0, 4] as const }, points, masses: [] };
  expect(drawingInWords({ drawing }, 3)).toMatch(
    /sits 4 mm low\. Its places were found surely at 50 % of the canvas;.* 3 times/,
  );
  const words = rangeInWords(account(), { show: (v) => v.toFixed(1), scale: '0 black to 10 white', lies: () => 'pot' });
  expect(words).toMatch(
    /^Values planned 2\.0 to 9\.0, painted 2\.0 to 9\.0 \(0 black to 10 white\)\. Darkest planned in: pot/,
  );
});

test('the whole is not spoken of while most of the ground is bare', () => {
  expect(tooBareInWords(0.08)).toBe(
    'Only 8 % of the ground is covered: what holds of the whole picture is told from half on.',
  );
  expect([tooBareInWords(0.5), tooBareInWords(null)]).toEqual([null, null]);
});
