import type { Point } from '../../core/raster';

/** What a pointer that is down has done so far; points are in the stage's units. */
export interface Move {
  readonly at: Point;
  /** where it was at the event before */
  readonly before: Point;
  /** where it came down */
  readonly start: Point;
  /** where another finger rests; null = only this one is down */
  readonly other: Point | null;
  /** how far all fingers have gone since the last came down */
  readonly travelled: number;
}

interface Down<Held> {
  readonly held: Held;
  readonly start: Point;
  readonly at: Point;
}

/** Pointers on a stage, each with what it took hold of, from coming down to letting go. */
export class Pointers<Held> {
  private readonly all = new Map<number, Down<Held>>();
  private travelled = 0;

  down(id: number, at: Point, held: Held): void {
    this.all.set(id, { held, start: at, at });
    this.travelled = 0;
  }

  /** @returns null where the pointer is not down */
  move(id: number, at: Point): { readonly held: Held; readonly move: Move } | null {
    const one = this.all.get(id);
    if (!one) return null;
    this.travelled += Math.hypot(at[0] - one.at[0], at[1] - one.at[1]);
    this.all.set(id, { ...one, at });
    return { held: one.held, move: this.told(id, one, at) };
  }

  /** @returns null where the pointer was not down */
  up(id: number, at: Point): { readonly held: Held; readonly move: Move } | null {
    const one = this.all.get(id);
    if (!one) return null;
    const move = this.told(id, one, at);
    this.all.delete(id);
    return { held: one.held, move };
  }

  /** The system took the pointer away: nothing was meant. */
  cancel(id: number): void {
    this.all.delete(id);
  }

  private told(id: number, { start, at: before }: Down<Held>, at: Point): Move {
    const other = [...this.all].find(([one]) => one !== id)?.[1].at ?? null;
    return { at, before, start, other, travelled: this.travelled };
  }
}

const ARROWS: Readonly<Record<string, Point>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The way an arrow key points, x to the right and y down; null for any other key. */
export const arrowOf = (key: string): Point | null => ARROWS[key] ?? null;

/** A point no further out than the stage. */
export const insideOf = ({ width, height }: { width: number; height: number }, [x, y]: Point): Point => [
  Math.min(width, Math.max(0, x)),
  Math.min(height, Math.max(0, y)),
];
