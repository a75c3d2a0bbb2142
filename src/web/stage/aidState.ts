import { useCallback, useState } from 'react';
import { evenThresholds, type Aids } from '../../core/look';

/** Which looking aids are on. They act on both pictures at once and never change data. */
export interface AidState {
  readonly squint: boolean;
  readonly grey: boolean;
  /** 0 = off, else 2..9 values */
  readonly steps: number;
  /** cut into the plan's own tones instead */
  readonly tones: boolean;
  readonly stepBack: boolean;
  readonly cover: boolean;
}
export const PLAIN: AidState = { squint: false, grey: false, steps: 0, tones: false, stepBack: false, cover: false };

/** Pixels for the aids: at most this many across, enough for two pictures on a 1280 px view. */
export const AIDS_PX = 720;
const SQUINT_SHARE = 1 / 55; // of the picture's width: about what half-closed lashes leave from two metres

/** What steps are fitted to: the range of values of the plan, and the values that part its own tones. */
export interface Fitted {
  readonly range: { readonly darkest: number; readonly lightest: number };
  /** rising; none = there is no plan */
  readonly tones?: readonly number[];
}

/** What the worker is to do; null where the plain picture will do. */
export function aidsOf({ squint, grey, steps, tones }: AidState, fitted: Fitted): Aids | null {
  const parted = tones ? (fitted.tones ?? []) : steps > 1 ? evenThresholds(steps, fitted.range) : [];
  if (!squint && !grey && parted.length === 0) return null;
  return {
    grey,
    squintPx: squint ? AIDS_PX * SQUINT_SHARE : 0,
    thresholds: parted,
  };
}

export function useAids() {
  const [aids, setAids] = useState<AidState>(PLAIN);
  const change = useCallback((part: Partial<AidState>) => setAids((now) => ({ ...now, ...part })), []);
  return { aids, change };
}
