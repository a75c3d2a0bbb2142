import { expect, test } from 'vitest';
import { AS_HUNG, MOVES, type WallState } from './wallState';

const after = (part: Partial<WallState>, now: WallState = AS_HUNG): WallState => ({ ...now, ...part });

test('blinking starts with the plan on top, and changes the picture from then on', () => {
  const blinking = after(MOVES.blink(AS_HUNG));
  expect(blinking).toMatchObject({ laid: 'blink', showFlat: false });
  const once = after(MOVES.blink(blinking), blinking);
  expect(once).toMatchObject({ laid: 'blink', showFlat: true });
  expect(MOVES.hang(once, 'side')).toEqual({ laid: 'side', showFlat: true });
});

test('mirrored and upside down, zoomed in and seen whole again, it stays mirrored and upside down', () => {
  let now = after(MOVES.mirror(AS_HUNG));
  now = after(MOVES.turnOver(now), now);
  now = after(MOVES.zoom(now, 1.4), now);
  expect(now.view.zoom).toBeCloseTo(1.4);
  expect(MOVES.seeWhole(now).view).toEqual({ zoom: 1, cx: 0.5, cy: 0.5, mirror: true, turned: true });
});

test('another subject forgets the finding and the seat that were chosen, not the mass', () => {
  const now = { ...AS_HUNG, chosen: 3, seat: 1, thin: 2, mass: 7 };
  expect(after(MOVES.turnTo(), now)).toMatchObject({ chosen: null, seat: null, thin: null, mass: 7 });
});

test('a finding is taken out and put back; others stay out', () => {
  const one = after(MOVES.takeOut(AS_HUNG, 2));
  const two = after(MOVES.takeOut(one, 5), one);
  expect(two.whatIf).toEqual([2, 5]);
  expect(MOVES.takeOut(two, 2).whatIf).toEqual([5]);
});

test('leaving lets go of everything that was chosen and hangs both side by side, as they are looked at', () => {
  const now: WallState = { ...AS_HUNG, chosen: 1, mass: 2, seat: 0, pinned: [0.2, 0.3], laid: 'plumb', outlines: true };
  expect(after(MOVES.leave(), now)).toEqual({ ...AS_HUNG, outlines: true });
});

test('a switch turns one thing on and off, and nothing else', () => {
  const off = after(MOVES.switch(AS_HUNG, 'marks'));
  expect(off).toEqual({ ...AS_HUNG, marks: false });
  expect(after(MOVES.switch(off, 'marks'), off)).toEqual(AS_HUNG);
});
