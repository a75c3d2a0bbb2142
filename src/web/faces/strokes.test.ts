import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { MOST_QUARTERS, strokesWide } from './strokes';

const sprite = readFileSync('src/web/marks/marks.svg', 'utf8');

test.each(['darker', 'lighter'])('every mark for %s is drawn, as wide as it is shown, and has its field', (way) => {
  for (let quarters = 1; quarters <= MOST_QUARTERS; quarters++) {
    const drawn = new RegExp(`<symbol id="${way}-${quarters}" viewBox="0 0 ([\\d.]+) 16"`).exec(sprite)?.[1];
    expect(Number(drawn)).toBeCloseTo(strokesWide(quarters), 1);
    expect(sprite).toContain(`<pattern id="field-${way}-${quarters}"`);
  }
});
