import { expect, test } from 'vitest';
import { aidScaleOf } from './index';

const of = (should: number, measures: number) => aidScaleOf({ name: 'printed pages', should, measures });

test('the factor is known to a hundredth from 50 mm on', () => {
  expect(of(100, 97.2)).toMatchObject({ factor: 0.972, doubt: 0.005, tooShort: false, true: false });
  expect(of(50, 50).tooShort).toBe(false);
  expect(of(40, 40.5)).toMatchObject({ tooShort: true, true: true });
});

test('what a ruler cannot tell from true is true; one hundredth off is not', () => {
  expect(of(100, 100.4).true).toBe(true);
  expect(of(200, 202.1).true).toBe(false);
  expect(() => of(0, 10)).toThrow(RangeError);
});
