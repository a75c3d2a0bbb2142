import { describe, expect, test } from 'vitest';
import { luminanceFromValue, valueFromLuminance } from '../colour';
import { CornersRefused } from '../photo';
import { type PassageLabel } from '../plan';
import { boxOf, placeOfBox, type Corners } from '../raster';
import { AnotherPicture, planMasses, readSession, seePlaces, type SessionAsk, type Shot } from './index';
import {
  type ValueAt,
  canvas,
  inBox,
  POT,
  SPOT,
  planned,
  CORNERS,
  shotOf,
  planFor,
  ask,
  lightPot,
  AROUND,
  MIDDLE,
} from './testScene';

describe('a session is read', () => {
  test('a faithful copy: nothing is raised, every mass is as planned', async () => {
    const { against, notRead } = await readSession(ask(planned));
    expect(against?.findings).toEqual([]);
    expect(against?.reading.masses.map(({ difference }) => Math.abs(difference.value) < 0.1)).not.toContain(false);
    expect(notRead).toBeNull();
  });

  test('step by step, a shot being opened only when its turn has come', async () => {
    const told: string[] = [];
    const opens = (shot: Shot, name: string): Shot => ({ ...shot, open: () => (told.push(name), shot.open()) });
    const shots = [opens(shotOf(lightPot), 'open 1'), opens(shotOf(lightPot), 'open 2')];
    const reading = await readSession({ ...ask(lightPot), shots }, (step) =>
      told.push(step.at === 'shot' ? `shot ${step.index + 1}` : step.at),
    );
    expect(told).toEqual(['shot 1', 'open 1', 'shot 2', 'open 2', 'flat', 'reading', 'edges']);
    expect(reading.against?.findings[0]).toMatchObject({ kind: 'value', passage: null });
    expect(reading.against?.findings[0].amount).toBeCloseTo(0.7, 1);
  });

  test('the same ask gives the same reading; single places alone show the same', async () => {
    const once = await readSession(ask(lightPot, { places: [MIDDLE] }));
    const again = await readSession(ask(lightPot, { places: [MIDDLE] }));
    expect(again.against?.findings).toEqual(once.against?.findings);
    expect(again.against?.account).toEqual(once.against?.account);
    expect(await seePlaces(ask(lightPot), { places: [MIDDLE] })).toEqual(once.places);
    expect(once.places[0]?.paint.difference.value).toBeCloseTo(0.7, 1);
  });

  test('without a plan there is a flat, and nothing is compared', async () => {
    const { flat, against, places } = await readSession(ask(planned, { plan: null, places: [MIDDLE] }));
    expect(flat.light.method).toBe('card');
    expect(against).toBeNull();
    expect(places).toEqual([null]);
    expect(await seePlaces(ask(planned, { plan: null }), { places: [MIDDLE] })).toEqual([null]);
  });

  describe('a photograph of another painting', () => {
    // Bright bands over dark ones, nowhere what the plan has.
    const bands: ValueAt = (x, y) => (Math.floor((x + 2 * y) / 70) % 2 ? 7.5 : 2.5);

    test('is not read until the painter insists', async () => {
      await expect(readSession(ask(bands))).rejects.toThrow(AnotherPicture);
      expect((await readSession(ask(bands, { insist: true }))).against?.findings.length).toBeGreaterThan(0);
    });

    test('is read where the last session showed the same', async () => {
      const { flat } = await readSession(ask(bands, { insist: true }));
      expect((await readSession(ask(bands, { before: () => flat.small }))).against).not.toBeNull();
    });

    test('is not taken for one: tones far off the plan, a canvas on which little stands yet, no plan', async () => {
      const turned: ValueAt = (x, y) => 3 + 0.4 * planned(x, y);
      const begun: ValueAt = (_, y) => (Math.abs(y - 150) < 3 ? 4.4 : 5);
      for (const painted of [turned, begun]) expect((await readSession(ask(painted))).against).not.toBeNull();
      expect((await readSession(ask(bands, { plan: null }))).against).toBeNull();
    });

    test('is what corners that lie elsewhere make of the right one', async () => {
      const aside = CORNERS.map(([x, y]) => [x * 0.6 + 20, y * 0.6 + 10]) as unknown as Corners;
      await expect(readSession({ ...ask(planned), shots: [shotOf(planned, { corners: aside })] })).rejects.toThrow(
        AnotherPicture,
      );
    });
  });

  test('corners no camera could see are refused', async () => {
    const [a, b, c, d] = CORNERS;
    const shots = [shotOf(planned, { corners: [a, c, b, d] })];
    await expect(readSession({ ...ask(planned), shots })).rejects.toThrow(CornersRefused);
  });
});

describe('what the painter says is followed', () => {
  const labelled = (label: PassageLabel, box: readonly [number, number, number, number]) =>
    planFor({ passages: [{ where: { place: placeOfBox(box) }, label }] });
  const findings = async (painted: ValueAt, more: Partial<SessionAsk>) =>
    (await readSession(ask(painted, more))).against?.findings ?? [];

  test.each<PassageLabel>(['undecided', 'placeholder', 'to be covered', 'exaggerated for now'])(
    'a passage that is %s is not judged',
    async (label) => expect(await findings(lightPot, { plan: labelled(label, AROUND) })).toEqual([]),
  );

  test('a light saved for last is not missed yet, one that was to be kept and is lost is told', async () => {
    const lost: ValueAt = (x, y) => (inBox(SPOT, x, y) ? 6.9 : planned(x, y));
    expect((await findings(lost, {})).map(({ kind }) => kind)).toContain('value');
    expect(await findings(lost, { plan: labelled('saved for last', SPOT) })).toEqual([]);
    const { against } = await readSession(ask(lost, { plan: labelled('reserved', SPOT) }));
    expect(against?.lostLights).toHaveLength(1);
    expect(against?.lostLights[0].steps).toBeCloseTo(-1, 1);
    expect(against?.findings[0].passage).toBe('reserved');
  });

  test('a light that is laid is kept from then on: told when it is darker than in the session before', async () => {
    const placed = labelled('placed', SPOT);
    const laid =
      (value: number): ValueAt =>
      (x, y) =>
        inBox(SPOT, x, y) ? value : planned(x, y);
    const { flat } = await readSession(ask(laid(7.9)));
    const last = { flat: () => flat.small, uncertainty: flat.light.uncertainty, notRead: null };
    const lostOf = async (value: number, more: Partial<SessionAsk>) =>
      (await readSession(ask(laid(value), { plan: placed, ...more }))).against?.lostLights;
    expect(await lostOf(7.1, {})).toEqual([]);
    expect(await lostOf(7.9, { last })).toEqual([]);
    // The same where the light of neither was known by itself.
    expect(await lostOf(7.1, { earlier: () => flat.small })).toMatchObject([{ from: 'before' }]);
    const [lost] = (await lostOf(7.1, { last })) ?? [];
    expect(lost).toMatchObject({ from: 'before' });
    expect(lost?.steps).toBeCloseTo(-0.8, 1);
  });

  test('what is left out is read by nothing', async () => {
    const areas = [{ place: placeOfBox(AROUND), read: false }];
    const { against, notRead } = await readSession({ ...ask(lightPot), shots: [shotOf(lightPot, { areas })] });
    expect(against?.findings).toEqual([]);
    expect(notRead && boxOf(notRead)?.[0]).toBeCloseTo(AROUND[0], 0);
  });

  test('bare ground is told from paint and not judged', async () => {
    // The pot is not begun: the ground shows, much lighter than planned.
    const begun: ValueAt = (x, y) => (inBox(POT, x, y) ? 6 : planned(x, y));
    const colour = { value: 6, a: 0, b: 0, spread: { value: 0.1, ab: 1 } };
    const { against } = await readSession(ask(begun, { ground: { colour, keep: [] } }));
    expect(against?.coverage?.covered).toBeCloseTo(1 - (POT[2] * POT[3]) / (400 * 300), 1);
    expect(against?.findings).toEqual([]);
    expect((await findings(begun, {})).length).toBeGreaterThan(0);
  });

  test('masses are named by the points that lie on them, families by where the plan parts them', () => {
    const masses = planMasses(planFor({ pattern: { split: 3.4, tones: 5, splits: null } }), canvas, [[225, 180]]);
    const pot = masses.filter(({ points }) => points.includes(0));
    expect(pot).toMatchObject([{ family: 'shadow' }]);
    expect(masses.filter(({ family }) => family === 'shadow')).toEqual(pot);
  });
});

describe('what is known of the session before', () => {
  test('an open correction is judged by what its place shows now', async () => {
    const correction = { kind: 'value', towards: null, place: MIDDLE, uncertainty: 0.1, last: null } as const;
    const off = { ...correction, difference: 1.4 };
    const hidden = { ...off, place: placeOfBox([500, 400, 10, 10]) };
    const { checks } = await readSession(ask(lightPot, { corrections: [off, hidden] }));
    expect(checks[0]).toMatchObject({ verdict: 'closer' });
    expect(checks[1]).toBeNull();
    expect((await readSession(ask(planned, { corrections: [off] }))).checks[0]?.verdict).toBe('settled');
  });

  test('paint that was not touched is judged as it was seen last, whatever the light does', async () => {
    const { flat } = await readSession(ask(lightPot));
    const taken = { difference: 0.7, uncertainty: 0.1 };
    const correction = { kind: 'value', towards: null, place: MIDDLE, ...taken, last: taken } as const;
    const verdict = async (painted: ValueAt) =>
      (await readSession(ask(painted, { corrections: [correction], earlier: () => flat.small }))).checks[0];
    // Another lamp lights the left more than the right, and no grey stands on either side to tell.
    const otherLight: ValueAt = (x, y) => lightPot(x, y) + 0.6 - 0.001 * x;
    const alone = await readSession(ask(otherLight, { corrections: [{ ...correction, last: null }] }));
    expect(alone.checks[0]?.verdict).toBe('further off');
    expect(await verdict(otherLight)).toMatchObject({ verdict: 'unchanged', difference: 0.7 });
    // A hand that was there is seen under the same light.
    const mended: ValueAt = (x, y) => otherLight(x, y) - (inBox(POT, x, y) ? 1 : 0);
    expect((await verdict(mended))?.verdict).not.toBe('unchanged');
  });

  test('a glaze over everything is told once, and places are judged as if it had not been laid', async () => {
    // A film takes a share of the light.
    const glazed: ValueAt = (x, y) => valueFromLuminance(0.75 * luminanceFromValue(lightPot(x, y)));
    const glazedBy = valueFromLuminance(0.75 * luminanceFromValue(5)) - 5;
    const before = await readSession(ask(lightPot));
    const last = { flat: () => before.flat.small, uncertainty: before.flat.light.uncertainty, notRead: null };
    const { against } = await readSession(ask(glazed, { last }));
    expect(Math.abs((against?.change?.value ?? 0) - glazedBy)).toBeLessThan(0.15);
    const [whole, ...rest] = against?.findings ?? [];
    expect(whole.share).toBe(1);
    expect(rest.map(({ kind, amount }) => [kind, Math.round(10 * amount)])).toEqual([['value', 7]]);
  });
});
