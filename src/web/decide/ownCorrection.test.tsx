// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ComponentProps } from 'react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import type { MassOfReading } from '../../contract';
import { OwnCorrectionForm } from './ownCorrection';

afterEach(cleanup);

const place = {
  outlines: [
    [
      [0, 0],
      [9, 0],
      [9, 9],
    ],
  ],
};
const masses = [{ id: 4, name: 'Ledge', place }] as unknown as MassOfReading[];

function form(props: Partial<ComponentProps<typeof OwnCorrectionForm>> = {}) {
  const onKeep = vi.fn();
  render(
    <OwnCorrectionForm
      points={[]}
      onClear={vi.fn()}
      masses={masses}
      checked
      canvas={{ widthMm: 400, heightMm: 300 }}
      busy={false}
      error={null}
      onKeep={onKeep}
      onLeave={vi.fn()}
      {...props}
    />,
  );
  return { onKeep, keep: screen.getByRole('button', { name: /list|Measuring/ }) };
}
const say = (words: string) => userEvent.type(screen.getByLabelText('What the hand should do'), words);
const LOOP: [number, number][] = [
  [0, 0],
  [0.5, 0],
  [0.5, 0.5],
];

describe('a correction of the painter’s own', () => {
  test.each([
    [true, 1],
    [false, 0],
  ])('is about what no plan has only where there is one: %s', (checked, times) => {
    form({ checked });
    expect(screen.queryAllByRole('button', { name: 'unplanned' })).toHaveLength(times);
  });

  test('cannot be kept without a place, a name and words', async () => {
    const { keep } = form();
    await say('darker');
    await userEvent.type(screen.getByLabelText('Name of the place'), 'Rim');
    expect(keep).toHaveProperty('disabled', true);
  });

  test('of an outlined place: told in mm of the canvas, with what the next photograph checks', async () => {
    const { keep, onKeep } = form({ points: LOOP });
    await say('melt it into the wall');
    expect(keep).toHaveProperty('disabled', true);
    await userEvent.type(screen.getByLabelText('Name of the place'), 'Rim');
    await userEvent.click(screen.getByRole('button', { name: /temperature|warmth/i }));
    await userEvent.click(keep);
    expect(onKeep).toHaveBeenCalledExactlyOnceWith({
      place: {
        outlines: [
          [
            [0, 0],
            [200, 0],
            [200, 150],
          ],
        ],
      },
      kind: 'temperature',
      name: 'Rim',
      words: 'melt it into the wall',
    });
  });

  test('of a mass: its place and name, unless another name was given', async () => {
    const { keep, onKeep } = form();
    await userEvent.selectOptions(screen.getByLabelText('Mass'), 'Ledge');
    await say('lighter');
    await userEvent.click(keep);
    expect(onKeep).toHaveBeenCalledExactlyOnceWith({ place, kind: 'value', name: 'Ledge', words: 'lighter' });
  });

  test('while the place is being measured it is not kept again', () => {
    expect(form({ points: LOOP, busy: true }).keep).toHaveProperty('disabled', true);
  });
});
