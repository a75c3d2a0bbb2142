/** How a painter numbers values: which end is 0, and in how many steps. */
export interface Numbering {
  readonly scale: 'black-is-0' | 'white-is-0';
  readonly scaleSteps: 5 | 9 | 10;
}

/** A painter's scale of values, for sentences. */
export interface ValueScale {
  /** the painter's steps in one step of a scale of ten */
  readonly per: number;
  /** a value, 0 black to 10 white, as the painter numbers it: one digit after the point */
  readonly show: (value: number) => string;
}

/** The scale of a painter who numbers values so. */
export function valueScale({ scale, scaleSteps }: Numbering): ValueScale {
  const per = scaleSteps / 10;
  return { per, show: (value) => ((scale === 'black-is-0' ? value : 10 - value) * per).toFixed(1) };
}

/** Values as they are measured: 0 black to 10 white. */
export const MEASURED: ValueScale = valueScale({ scale: 'black-is-0', scaleSteps: 10 });
