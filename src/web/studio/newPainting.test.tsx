// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { MemoryRouter } from 'react-router';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { SettingsProvider } from '../settings';
import { converted, NewPainting } from './newPainting';

const SETTINGS = {
  surround: 'middle',
  scale: 'black-is-0',
  scaleSteps: 10,
  units: 'mm',
  guessFirst: false,
  cardValues: null,
  cardPaints: null,
};

/** The server as this form meets it: settings as they were put last, and a refusal of every painting. */
const server = vi.fn((path: string, { method = 'GET', body = '' }: { method?: string; body?: string } = {}) => {
  if (!path.endsWith('/settings'))
    return Response.json(
      { type: 'about:blank', title: 'No', status: 507, code: 'full', detail: 'The disk is full.' },
      { status: 507 },
    );
  if (method === 'PUT') Object.assign(settings, JSON.parse(body));
  return Response.json(settings);
});
let settings: Record<string, unknown> = {};
/** What was sent to begin a painting. */
const begun = () =>
  server.mock.calls.flatMap(([path, init]) => (path.endsWith('/paintings') ? [JSON.parse(init?.body ?? '')] : []));

beforeEach(() => {
  settings = { ...SETTINGS };
  server.mockClear();
  vi.stubGlobal('fetch', async (path: string, init?: { method?: string; body?: string }) => server(path, init));
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={client}>
      <SettingsProvider>
        <MemoryRouter>
          <NewPainting />
        </MemoryRouter>
      </SettingsProvider>
    </QueryClientProvider>,
  );
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const begin = () => userEvent.click(screen.getByRole('button', { name: /^Begin/ }));
async function type(label: string, text: string) {
  await userEvent.clear(screen.getByLabelText(label));
  if (text) await userEvent.type(screen.getByLabelText(label), text);
}

describe('a new painting', () => {
  test('is sent as it was typed, in mm', async () => {
    await type('Title', 'Enamel pot');
    await type('Width', '500');
    await begin();
    await waitFor(() => expect(begun()).toEqual([{ title: 'Enamel pot', widthMm: 500, heightMm: 300, drewMe: '' }]));
  });

  test('what the server refuses is said, and nothing typed is lost', async () => {
    await type('Title', 'Enamel pot');
    await begin();
    expect((await screen.findByRole('alert')).textContent).toContain('The disk is full.');
    expect(screen.getByLabelText('Title')).toHaveProperty('value', 'Enamel pot');
  });

  test('what cannot be a painting is not sent; the form says why', async () => {
    await type('Width', 'wide');
    await begin();
    expect((await screen.findByRole('alert')).textContent).not.toBe('');
    expect(begun()).toEqual([]);
  });

  test('in inches the sides are turned into inches, and sent in mm all the same', async () => {
    await type('Title', 'Enamel pot');
    await userEvent.click(screen.getByRole('button', { name: 'inches' }));
    expect(screen.getByLabelText('Width')).toHaveProperty('value', '15.75');
    await begin();
    await waitFor(() => expect(begun()).toHaveLength(1));
    expect(begun()[0].widthMm).toBeCloseTo(400, 0);
  });
});

test('a length goes to inches and back; words stay words', () => {
  expect(converted('254', 'mm', 'inches')).toBe('10');
  expect(converted('10', 'inches', 'mm')).toBe('254');
  expect(converted('about so', 'mm', 'inches')).toBe('about so');
});
