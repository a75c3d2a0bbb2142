import { expect, test } from 'vitest';
import { nailInWords, pressedInWords, threadInWords } from './index';

const show = (value: number) => value.toFixed(1);
const between = (from: number, to: number) => Math.abs(to - from);

test('a thread tells what it does, and what becomes of the steps around it', () => {
  const below = { reference: 3, paint: 3 };
  const above = { reference: 5, paint: 4.6 };
  expect(threadInWords({ reference: 4, paint: 3.7, below, above }, show, between)).toBe(
    'Value 4.0 becomes 3.7. Between 3.0 and 5.0 the steps shrink: 2.0 become 1.6.',
  );
  expect(threadInWords({ reference: 4, paint: 3.7, below, above: { reference: 5, paint: 5.02 } }, show, between)).toBe(
    'Value 4.0 becomes 3.7. Between 3.0 and 5.0 the steps stay: 2.0.',
  );
  expect(threadInWords({ reference: 10, paint: 9.3, below: null, above: null }, show, between)).toBe(
    'Value 10.0 becomes 9.3.',
  );
});

test('the third that is pressed together most is told, from four steps in ten lost', () => {
  const ends = { darkest: 0, lightest: 9 };
  const darks = (v: number) => (v < 3 ? 1.6 + v * 0.4 : 2.8 + (v - 3));
  expect(pressedInWords(darks, ends, between)).toBe(
    'Pressed together: the darks. 3.0 steps become 1.2; things there will hardly part.',
  );
  expect(pressedInWords((v) => v * 0.7, ends, between)).toBeNull();
  expect(pressedInWords((v) => v, { darkest: 5, lightest: 5 }, between)).toBeNull();
});

test('a nail', () => expect(nailInWords({ reference: 6.3, paint: 6.1 }, show)).toBe('6.3 kept at 6.1'));
