import { figure } from './figures';

/** A thing, or lines, as they are told. */
export interface ThingSaid {
  readonly of: 'element' | 'line';
  readonly count: number;
  readonly lengthMm: number | null;
}

/** How long its lines are. */
export const lengthInWords = ({ count, lengthMm }: ThingSaid): string =>
  lengthMm === null ? '' : `${Math.round(lengthMm)} mm of ${count > 1 ? 'them' : 'it'}`;

export const them = ({ count }: Pick<ThingSaid, 'count'>): string => (count > 1 ? 'them' : 'it');

/** By how much a thing stands out: "0.9 of a step". */
export const setOffInWords = (planned: number, per: number): string => {
  const steps = figure(planned * per, 1);
  return Number(steps) < 1 ? `${steps} of a step` : `${steps} steps`;
};
