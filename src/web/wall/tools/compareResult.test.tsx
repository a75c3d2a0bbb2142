// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import type { Point } from '../../../core/raster';
import { CompareResult } from './inquirySlip';

afterEach(cleanup);

const points: Point[] = [
  [0, 0],
  [100, 0],
  [0, 50],
  [50, 50],
];
const cells = (name: string) =>
  [...(screen.getByRole('rowheader', { name }).parentElement?.querySelectorAll('td') ?? [])].map(
    ({ textContent }) => textContent,
  );

test('the painting is measured only where both ends were found in it', () => {
  render(<CompareResult points={points} moved={([x]) => [x > 60 ? 4 : 0, 0]} found={([x, y]) => y === 0 || x < 40} />);
  expect(cells('A to B')).toEqual(['100.0 mm', '104.0 mm']);
  expect(cells('C to D')).toEqual(['50.0 mm', 'not found']);
  expect(cells('A B : C D')).toEqual(['2.00', 'not found']);
  expect(screen.getByText(/No contour|no contour/)).toBeTruthy();
});

test('where all were found nothing is said of it', () => {
  render(<CompareResult points={points.slice(0, 2)} moved={() => [0, 0]} found={() => true} />);
  expect(screen.queryByText(/no contour/)).toBeNull();
});
