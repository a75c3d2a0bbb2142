import type { Setup } from '../studio/camera';
import type { Rgb } from '../studio/colour';
import type { Layer } from '../studio/painter';
import type { Misplaced, Mistake } from '../studio/scene';

/** One session as it will be painted and photographed by the studio simulator. */
export interface SessionRecipe {
  readonly date: string;
  readonly intention: string;
  readonly minutes: number;
  readonly mistakes: readonly Mistake[];
  readonly misplaced: readonly Misplaced[];
  readonly layers: readonly Layer[];
  /** draw the outlines of the objects first, in this colour */
  readonly outline?: Rgb;
  readonly setup: Partial<Setup>;
}

/** A made-up painting: its scene, its ground, its sessions. */
export interface PaintingRecipe {
  readonly slug: string;
  readonly title: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly drewMe: string;
  readonly ground: Rgb;
  readonly scene: string;
  readonly ids: string | null;
  readonly masses: number;
  readonly sessions: readonly SessionRecipe[];
}
