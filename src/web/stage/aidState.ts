import { useCallback, useState } from 'react';
import { evenThresholds, type Aids } from '../../core/look';

/** Which looking aids are on. They act on both pictures at once and never change data. */
export interface AidState {
  readonly squint: boolean;
  readonly grey: boolean;
  /** 0 = off, else 2..9 values */
  readonly steps: number;
  readonly stepBack: boolean;
  readonly cover: boolean;
}
export const PLAIN: AidState = { squint: false, grey: false, steps: 0, stepBack: false, cover: false };

/** Pixels for the aids: at most this many across, enough for two pictures on a 1280 px view. */
export const AIDS_PX = 720;
const SQUINT_SHARE = 1 / 55; // of the picture's width: about what half-closed lashes leave from two metres

/** What the worker is to do; null where the plain picture will do. */
export function aidsOf({ squint, grey, steps }: AidState, range: { darkest: number; lightest: number }): Aids | null {
  if (!squint && !grey && steps === 0) return null;
  return {
    grey,
    squintPx: squint ? AIDS_PX * SQUINT_SHARE : 0,
    thresholds: steps > 1 ? evenThresholds(steps, range) : [],
  };
}

export function useAids() {
  const [aids, setAids] = useState<AidState>(PLAIN);
  const change = useCallback((part: Partial<AidState>) => setAids((now) => ({ ...now, ...part })), []);
  return { aids, change };
}
