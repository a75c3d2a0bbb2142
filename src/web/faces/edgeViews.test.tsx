// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, expect, test, vi } from 'vitest';
import type { MassOfReading, Painting } from '../../contract';
import { tellEdges, type EdgeLine, type SeenEdge } from '../../core/edges';
import { tellStrips, type Bar } from '../../core/thin';
import { keys } from '../api/queries';
import { SettingsProvider } from '../settings';
import { EdgeMarks } from './edgeMarks';
import { EdgeNotes, EdgeWords } from './edgeViews';
import type { WordsProps } from './subjectSlip';
import { JumpMarks } from './thinMarks';

afterEach(cleanup);

const painting = { widthMm: 400, heightMm: 300 } as Painting;
const toPx = ([u, v]: readonly [number, number]) => [400 * u, 300 * v] as const;

const seen = (x: number, y: number, widthMm: number): SeenEdge => ({
  ...{ at: [x, y], widthMm, atMost: false, contrast: 2, by: 'value', doubtMm: 0.1 },
});
/** An edge from left to right at a height, planned hard. */
const line = (y: number, widths: readonly number[]): EdgeLine => ({
  between: [1, 2],
  places: widths.map((mm, k) => ({
    ...{ at: [5 * k, y] as const, way: [0, 1] as const },
    ...{ planned: seen(5 * k, y, 0.8), painted: seen(5 * k, y, mm) },
  })),
});
const HARD = [0.8, 0.8, 0.8, 0.8];
const SOFT = [7, 7, 7, 7];
const edges = tellEdges([line(50, [...HARD, ...SOFT, ...HARD, ...SOFT, ...HARD]), line(120, [...HARD, ...HARD])], {
  ...{ viewingM: 1, wishes: [] },
});

/** An upright bar, light from so far down on its left and on its right, planned at 60 mm on both. */
const bar = (left: number, right: number): Bar => ({
  lengthMm: 120,
  places: Array.from({ length: 48 }, (_, k) => {
    const y = 2.5 * k;
    const beside = (a: number, b: number) => ({
      ...{ widthMm: 10, beside: [y < a ? 4 : 6, y < b ? 4 : 6] as [number, number] },
    });
    return {
      ...{ at: [200, y] as const, way: [1, 0] as const },
      planned: beside(60, 60),
      painted: beside(left, right),
    };
  }),
});
const thin = tellStrips({ strips: [], bars: [bar(60, 70)] }, 1);

const reading = {
  ...{ findings: [], edgesBefore: null, coverage: null, blurMm: 0.4 },
  masses: [] as MassOfReading[],
} as unknown as WordsProps['reading'];
const props = { reading, edges, thin, focal: null, marks: [], onMass: () => undefined };

function shown(words: ReactNode) {
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  client.setQueryData(keys.settings, { scale: 'black-is-0', scaleSteps: 10, surround: 'middle', textSize: 'usual' });
  return render(
    <QueryClientProvider client={client}>
      <SettingsProvider>{words}</SettingsProvider>
    </QueryClientProvider>,
  ).container;
}
const yOf = (container: HTMLElement) =>
  [...container.querySelectorAll('path')].flatMap((path) =>
    [...(path.getAttribute('d') ?? '').matchAll(/[ML][\d.]+ ([\d.]+)/g)].map(([, y]) => Number(y)),
  );

test('an edge that is told of as a whole can be shown alone', () => {
  const onAlong = vi.fn();
  shown(<EdgeWords {...props} along={null} onAlong={onAlong} />);
  const one = screen.getByRole('button', { name: 'Only this edge' });
  expect(one.parentElement?.textContent).toMatch(/^Comes and goes: /);
  expect(one.getAttribute('aria-pressed')).toBe('false');
  fireEvent.click(one);
  expect(onAlong).toHaveBeenCalledWith(0);
  const drawn = (along: number | null) => {
    const faint = { only: false, faintest: 0.3 };
    const { container, unmount } = render(
      <svg>
        <EdgeMarks {...{ edges, painting, toPx, along }} side="painted" shown={faint} />
      </svg>,
    );
    const heights = new Set(yOf(container));
    unmount();
    return [...heights].sort((a, b) => a - b);
  };
  expect(drawn(null)).toEqual([50, 120]);
  expect(drawn(0)).toEqual([50]);
});

test('what lies behind a bar is told as such, and a stroke on either side shows where it comes out', () => {
  const words = shown(<EdgeWords {...props} along={null} onAlong={() => undefined} />).textContent;
  expect(words).toMatch(
    /an edge passes behind the bar between masses, and is 10 mm lower to its right than to its left/,
  );
  const drawn = (side: 'planned' | 'painted', by = 0) => {
    const { container, unmount } = render(
      <svg>
        <JumpMarks jumps={thin.bars.jumps} {...{ side, painting, toPx }} moved={() => [0, by]} />
      </svg>,
    );
    const [one, , other] = yOf(container);
    unmount();
    return { one, apart: Math.abs(other - one) };
  };
  expect(drawn('planned').apart).toBeLessThan(1);
  expect(drawn('painted').apart).toBeCloseTo(10, 0);
  // They follow the drift.
  expect(drawn('painted', 6).one - drawn('painted').one).toBeCloseTo(6);
});

test('how closely edges were read stands under the findings, with how many stretches differ by less', () => {
  const notes = shown(<EdgeNotes reading={reading} edges={edges} />).textContent;
  expect(notes).toMatch(/^2 more stretches differ by less, or are shorter: .* As seen from 1 m\./);
  cleanup();
  expect(shown(<EdgeNotes reading={reading} edges={tellEdges([], { viewingM: 1, wishes: [] })} />).textContent).toBe(
    '',
  );
});
