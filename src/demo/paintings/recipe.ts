import type { Departure, PlanContent, SetUp } from '../../contract';
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
  /** how many of its findings, from the first, the painter takes as corrections */
  readonly take?: number;
}

/** A made-up painting: its scene, its ground, its sessions. */
export interface PaintingRecipe {
  readonly slug: string;
  readonly title: string;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly drewMe: string;
  readonly ground: Rgb;
  /** canvas mm: where the ground shows in the first session, for the painter to outline */
  readonly bareAt?: readonly [number, number, number, number];
  readonly scene: string;
  readonly ids: string | null;
  readonly masses: number;
  /**
   * the painter's names of masses, each with a point (canvas mm) that lies in it; the first name a mass gets stays;
   * what they belong to and rest on
   */
  readonly names: readonly {
    readonly name: string;
    readonly at: readonly [number, number];
    readonly group?: string;
    readonly on?: readonly [number, number];
  }[];
  /** what holds for the whole painting; the approach by its id */
  readonly setUp: Partial<Omit<SetUp, 'approach'>> & { readonly approach: string };
  readonly plan: Partial<Pick<PlanContent, 'focal' | 'path' | 'palette' | 'key'>>;
  /** names of masses that must stay quiet, or are left loose */
  readonly quiet?: readonly string[];
  readonly loose?: readonly string[];
  readonly departures?: readonly Omit<Departure, 'id'>[];
  /** a closer picture of one place, cut from the scene (px), and where it belongs (canvas mm) */
  readonly detail?: {
    readonly cut: readonly [number, number, number, number];
    readonly place: readonly [number, number, number, number];
    readonly note: string;
  };
  readonly sessions: readonly SessionRecipe[];
}
