// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import type { Painting } from '../../../contract';
import type { Point } from '../../../core/raster';
import { CompareResult } from './compareResult';
import { placed, withPoint } from './pointed';

afterEach(cleanup);

const painting = { widthMm: 400, heightMm: 300 } as Painting;
const points = (
  [
    [0, 0],
    [100, 0],
    [0, 50],
    [50, 50],
  ] as Point[]
).map((plan) => ({ plan, painted: null }));
const cells = (name: string) =>
  [...(screen.getByText(name).closest('tr')?.querySelectorAll('td') ?? [])].map(({ textContent }) => textContent);
const choose = (name: string) => fireEvent.click(screen.getByRole('button', { name }));

test('the painting is measured only where both ends were found in it', () => {
  const found = placed(
    points,
    { moved: ([x]) => [x > 60 ? 4 : 0, 0], toPlan: null, found: ([x, y]) => y === 0 || x < 40 },
    'compare',
  );
  render(<CompareResult points={found} painting={painting} />);
  expect(cells('A B')).toEqual(['100.0', '104.0', '4.0 longer']);
  expect(cells('C D')).toEqual(['50.0', 'not found', '']);
  expect(screen.getByText(/no contour/)).toBeTruthy();
});

test('what the painter showed on the painting goes before what was found; the furthest off stands first', () => {
  const shown: [number, Point][] = [
    [2, [0, 53]],
    [3, [45, 53]],
  ];
  const byHand = points.map((one, i) => ({ ...one, painted: shown.find(([at]) => at === i)?.[1] ?? null }));
  render(
    <CompareResult
      points={placed(byHand, { moved: () => [0, 0], toPlan: null, found: () => true }, 'compare')}
      painting={painting}
    />,
  );
  expect(screen.getByText('Beside A B, C D is 10.0 % too short.')).toBeTruthy();
  expect(screen.getAllByRole('row').map((row) => row.querySelector('td, th')?.textContent?.slice(0, 3))).toEqual([
    'lin',
    'C D',
    'A B',
  ]);
  choose('Proportions');
  expect(cells('C D')).toEqual(['0.50', '0.45', '10.0 % short']);
  choose('Heights');
  expect(cells('C D')).toEqual(['50.0', '53.0', '1.0 % low']);
  choose('Leans');
  expect(screen.getByText('Between A B and C D: planned 0.0°, painted 0.0°.')).toBeTruthy();
  expect(screen.queryByText(/no contour/)).toBeNull();
});

test('points are shown on each picture in the same order, and begin again when all are', () => {
  let shown = withPoint([], { at: [1, 1], side: 'plan', most: 2 });
  shown = withPoint(shown, { at: [2, 2], side: 'plan', most: 2 });
  shown = withPoint(shown, { at: [1, 9], side: 'flat', most: 2 });
  expect(shown).toEqual([
    { plan: [1, 1], painted: [1, 9] },
    { plan: [2, 2], painted: null },
  ]);
  expect(withPoint(shown, { at: [5, 5], side: 'plan', most: 2 })).toEqual([{ plan: [5, 5], painted: null }]);
});

test('without a plan lines are measured on the painting, and no plan is spoken of', () => {
  const alone = points.map(({ plan }) => ({ plan: null, painted: plan }));
  render(<CompareResult points={alone} painting={painting} />);
  expect(cells('C D')).toEqual(['50.0']);
  expect(document.body.textContent).not.toMatch(/plan|found/);
});

test('what was shown on the painting alone is found on the plan, where there is one', () => {
  const back = placed(
    [{ plan: null, painted: [12, 5] }],
    {
      moved: () => [2, 0],
      toPlan: ([x, y]) => [x - 2, y],
      found: () => true,
    },
    'compare',
  );
  expect(back).toEqual([{ plan: [10, 5], painted: [12, 5] }]);
});
