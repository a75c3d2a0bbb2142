// @vitest-environment jsdom
import { tellEdges } from '../../core/edges';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import type { ReactNode } from 'react';
import { afterEach, expect, test } from 'vitest';
import type { Account, MassOfReading, Settings } from '../../contract';
import { keys } from '../api/queries';
import { SettingsProvider } from '../settings';
import { tellStrips } from '../../core/thin';
import { EdgeShares } from './edgeViews';
import { ColourTable, RelationTable, ValueTable } from './readingTables';

afterEach(cleanup);

const EDGES = tellEdges([], { viewingM: 1, wishes: [] });
const THIN = tellStrips({ strips: [], bars: [] }, 1);
const measured = (value: number, warmth: number) => ({
  value,
  warmth,
  chroma: Math.abs(warmth),
  lab: [10 * value, 0, warmth],
});
const massOf = (id: number, name: string, value: number, warmth: number) =>
  ({
    id,
    name,
    target: measured(value, warmth),
    painted: measured(value - 1, warmth + 1),
    difference: { value: -1, warmth: 1, chroma: 1, a: 0, b: 1, deltaE: 5 },
    uncertainty: { value: 0.3, warmth: 2, chroma: 2 },
    spread: 0.8,
  }) as unknown as MassOfReading;
const masses = [massOf(1, 'pot', 9, -4), massOf(2, 'wall', 6, 3), massOf(3, 'ledge', 2, 8)];
const account = {
  forms: [{ id: 1, span: { planned: 4, painted: 3 } }],
  relations: [{ ids: [1, 2], planned: 3, painted: 1, difference: -2, reversed: false, uncertainty: 0.4 }],
  clipped: { masses: [3] },
} as unknown as Account;

function shown(table: ReactNode, scaleSteps: Settings['scaleSteps']) {
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  client.setQueryData(keys.settings, { scale: 'black-is-0', scaleSteps, surround: 'middle', textSize: 'usual' });
  render(
    <QueryClientProvider client={client}>
      <SettingsProvider>{table}</SettingsProvider>
    </QueryClientProvider>,
  );
}
const cellsOf = (name: RegExp) =>
  within(screen.getByRole('row', { name }))
    .getAllByRole('cell')
    .map(({ textContent }) => textContent);
const parts = {
  masses,
  account,
  chosen: null,
  edgesBefore: null,
  thinChosen: null,
  onThin: () => undefined,
  onChoose: () => undefined,
};

test.each([
  [10, ['9.0', '8.0', 'lighter 1 ', '0.30', '0.80', '3.0 of 4.0 steps'], ['wall', '3.0', '1.0', '2.0 too near']],
  [5, ['4.5', '4.0', 'lighter ½ ', '0.15', '0.40', '1.5 of 2.0 steps'], ['wall', '1.5', '0.5', '1.0 too near']],
] as const)('on a scale of %d every figure of value is in its steps', (steps, values, relations) => {
  shown(
    <>
      <ValueTable edges={EDGES} thin={THIN} {...parts} />
      <RelationTable {...parts} />
    </>,
    steps,
  );
  const [first] = screen.getAllByRole('row', { name: /^pot/ });
  if (!first) throw new Error('There is no pot.');
  const cells = within(first).getAllByRole('cell');
  expect(cells.map(({ textContent }) => textContent)).toEqual(values);
  expect(cellsOf(/^pot wall/)).toEqual(relations);
});

test('a mass of which nothing is told stands last, up or down', () => {
  shown(<ColourTable edges={EDGES} thin={THIN} {...parts} />, 10);
  const names = () => screen.getAllByRole('rowheader').map(({ textContent }) => textContent);
  const warmth = screen.getByRole('button', { name: /^plan warmth/ });
  fireEvent.click(warmth);
  expect(names()).toEqual(['wall', 'pot', 'ledge']);
  fireEvent.click(warmth);
  expect(names()).toEqual(['pot', 'wall', 'ledge']);
});

test('shares of edges stand under their pieces where there is room, else in one line', () => {
  const shares = {
    planned: { hard: 0.6, firm: 0.2, soft: 0.1, lost: 0.1 },
    painted: { hard: 0.91, firm: 0.01, soft: 0, lost: 0.08 },
  };
  shown(<EdgeShares {...{ ...parts, thin: THIN, edges: { ...EDGES, shares } }} />, 10);
  const under = (name: string) => {
    const list = screen.getByRole('list', { name });
    const words = within(list)
      .getAllByRole('listitem')
      .map(({ textContent }) => textContent);
    const line = list.parentElement?.querySelector('p');
    return { words, line: line?.textContent, alone: !line?.classList.contains('sm:hidden') };
  };
  expect(under('planned').alone).toBe(false);
  expect(under('planned').words.join()).toMatch(/firm.20.%/);
  expect(under('painted').alone).toBe(true);
  expect(under('painted').line).toMatch(/hard.91.%, firm.1.%, lost.8.%/);
  expect(under('painted').words).toHaveLength(3);
});
