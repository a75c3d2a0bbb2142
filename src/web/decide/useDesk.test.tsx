// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, renderHook, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { PaintingDetail, ReadingDetail } from '../../contract';
import { useDesk } from './useDesk';

const FULL = { type: 'about:blank', title: 'No', status: 507, code: 'full', detail: 'The disk is full.' };

/** Every decision that was sent, and what lets its answer go. */
let sent: { path: string; refuse: () => void }[] = [];
beforeEach(() => {
  sent = [];
  vi.stubGlobal(
    'fetch',
    (path: string) =>
      new Promise((resolve) => {
        sent.push({ path, refuse: () => resolve(Response.json(FULL, { status: 507 })) });
      }),
  );
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const detail = { painting: { id: 'p', widthMm: 400, heightMm: 300 }, journal: { undo: null, redo: null }, plan: null };
const finding = (index: number) => ({ index, loud: true, decision: null, why: '', region: { box: [0, 0, 9, 9] } });
const reading = { photoId: 'a', findings: [0, 1, 2].map(finding) };

const desk = () =>
  renderHook(() => useDesk(detail as unknown as PaintingDetail, reading as unknown as ReadingDetail), {
    wrapper: ({ children }) => <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>,
  }).result;
const decisions = ({ current }: ReturnType<typeof desk>) =>
  current.deciding.reading.findings.map(({ decision }) => decision);

test('an answer counts at once, and is sent when the one before it was answered', async () => {
  const at = desk();
  act(() => at.current.decide('taken'));
  expect(at.current.chosen).toBe(1);
  act(() => at.current.decide('later'));
  expect(at.current.chosen).toBe(2);
  expect(decisions(at)).toEqual(['taken', 'later', null]);
  await waitFor(() => expect(sent).toHaveLength(1));
  expect(sent[0]?.path).toMatch(/findings\/0$/);
  await act(async () => sent[0]?.refuse());
  await waitFor(() => expect(sent[1]?.path).toMatch(/findings\/1$/));
});

test('one that cannot be kept is as if it had not been said: it is looked at again, and why stands beside it', async () => {
  const at = desk();
  act(() => at.current.decide('taken'));
  act(() => at.current.decide('later'));
  await waitFor(() => expect(sent).toHaveLength(1));
  await act(async () => sent[0]?.refuse());
  await waitFor(() => expect(at.current.chosen).toBe(0));
  expect(decisions(at)).toEqual([null, 'later', null]);
  expect(at.current.deciding.error?.message).toBe('The disk is full.');
});
