// @vitest-environment jsdom
import { cleanup, render } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import type { Point } from '../../core/raster';
import { Panned } from './panned';
import { panBy, toFrame, WHOLE, zoomAt, type View } from './view';

afterEach(cleanup);

const SIZE = { width: 400, height: 300 };
const PLACE: Point = [0.6, 0.3];

test('while the hand pans, marks are pushed and not drawn anew; where they lie is where the picture has the place', () => {
  const draws: Point[] = [];
  const sheet = (view: View) => (
    <Panned toPx={(at) => toFrame(view, at, SIZE)}>
      {(toPx) => {
        const [cx, cy] = toPx(PLACE);
        draws.push([cx, cy]);
        return <circle cx={cx} cy={cy} r="2" />;
      }}
    </Panned>
  );
  const close = zoomAt(WHOLE, 3, { at: [200, 150], size: SIZE });
  const view = render(<svg>{sheet(close)}</svg>);
  const lies = (): number[] => {
    const mark = view.container.querySelector('circle');
    const pushed = /translate\((.*)px, (.*)px\)/.exec(mark?.parentElement?.style.transform ?? '') ?? [];
    return ['cx', 'cy'].map((c, i) => Number(mark?.getAttribute(c)) + Number(pushed[i + 1]));
  };
  const panned = panBy(close, [37, -21], SIZE);
  view.rerender(<svg>{sheet(panned)}</svg>);
  expect(new Set(draws.map(String)).size).toBe(1);
  lies().forEach((px, i) => expect(px).toBeCloseTo(toFrame(panned, PLACE, SIZE)[i], 3));

  const mirrored = { ...panned, mirror: true };
  view.rerender(<svg>{sheet(mirrored)}</svg>);
  expect(new Set(draws.map(String)).size).toBe(2);
  lies().forEach((px, i) => expect(px).toBeCloseTo(toFrame(mirrored, PLACE, SIZE)[i], 3));
});
