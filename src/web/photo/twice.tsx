import { Fragment, type ReactNode } from 'react';

interface Stroke {
  readonly fill: string;
  readonly stroke: string;
  readonly strokeWidth: number;
  readonly vectorEffect: 'non-scaling-stroke';
}

/** A line drawn twice, white under black, so that it shows on any picture. */
export const twice = (under: number, over: number, draw: (stroke: Stroke, upper: boolean) => ReactNode) =>
  [under, over].map((strokeWidth, k) => (
    <Fragment key={strokeWidth}>
      {draw(
        { fill: 'none', stroke: k === 0 ? '#fff' : '#000', strokeWidth, vectorEffect: 'non-scaling-stroke' },
        k === 1,
      )}
    </Fragment>
  ));
