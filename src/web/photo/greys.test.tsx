// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import type { Photo } from '../../contract';
import { keys } from '../api/queries';
import { SettingsProvider } from '../settings';
import { Greys, USUAL_STRIP } from './greys';

afterEach(cleanup);

const photo = { greys: [{ box: [0, 0, 9, 9], value: 9.3 }], card: null } as unknown as Photo;

/** The greys of a painter who counts white as 0 and five steps. */
function shown() {
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity } } });
  client.setQueryData(keys.settings, { scale: 'white-is-0', scaleSteps: 5, surround: 'middle', textSize: 'usual' });
  const onGreys = vi.fn<(greys: Photo['greys']) => void>();
  render(
    <QueryClientProvider client={client}>
      <SettingsProvider>
        <Greys
          {...{ paintingId: 'a', photo, marking: null, strip: USUAL_STRIP, onGreys }}
          onMarking={() => undefined}
          onStrip={() => undefined}
        />
      </SettingsProvider>
    </QueryClientProvider>,
  );
  const field = screen.getByLabelText<HTMLInputElement>('Value of grey 1, 0 is white');
  const type = (text: string) => {
    fireEvent.change(field, { target: { value: text } });
    fireEvent.blur(field);
  };
  return { field, type, onGreys };
}

test('a grey is shown and typed as the painter numbers values, with a decimal comma too', () => {
  const { field, type, onGreys } = shown();
  expect(field.value).toBe('0.35');
  expect(screen.getByText(/Values run 0 white to 5 black\./)).toBeTruthy();
  type('0,5');
  expect(onGreys.mock.calls[0]?.[0][0]?.value).toBeCloseTo(9, 6);
});

test.each(['', 'light', '6'])('what is no value of the scale goes back: "%s"', (text) => {
  const { field, type, onGreys } = shown();
  type(text);
  expect(onGreys).not.toHaveBeenCalled();
  expect(field.value).toBe('0.35');
});
