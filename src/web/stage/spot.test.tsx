// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test } from 'vitest';
import { AtSpot, Spot } from './spot';

afterEach(cleanup);

test('only what shows the spot is drawn anew when it moves', () => {
  const spot = new Spot();
  let [wall, marks] = [0, 0];
  const Wall = () => {
    wall++;
    return (
      <AtSpot spot={spot} pinned={[0.1, 0.2]}>
        {(at) => {
          marks++;
          return <p>{at?.join(' ')}</p>;
        }}
      </AtSpot>
    );
  };
  render(<Wall />);
  expect(screen.getByText('0.1 0.2')).toBeTruthy();
  act(() => spot.move([0.5, 0.6]));
  expect(screen.getByText('0.5 0.6')).toBeTruthy();
  act(() => spot.move(null));
  expect(screen.getByText('0.1 0.2')).toBeTruthy();
  expect([wall, marks]).toEqual([1, 3]);
});

test('who has stopped listening hears nothing more', () => {
  const spot = new Spot();
  const heard: unknown[] = [];
  const stop = spot.listen(() => heard.push(spot.where()));
  spot.move([0.5, 0.5]);
  stop();
  spot.move(null);
  expect(heard).toEqual([[0.5, 0.5]]);
});
