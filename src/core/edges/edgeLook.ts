import { median, type Point } from '../raster';
import type { SeenEdge } from './across';
import { EDGE_NAMES, edgeClass, type EdgeBy, type EdgeClass } from './edgeClass';
import type { EdgeWanted } from './edgeWish';

/** An edge as it is over a stretch. */
export interface EdgeLook {
  /** null = lost */
  readonly widthMm: number | null;
  /** steps, of colour their worth */
  readonly contrast: number;
  readonly by: EdgeBy;
}

/** The middle of places of an edge; where most are lost, it is. */
export function lookOf(edges: readonly EdgeLook[]): EdgeLook {
  const widthMm = median(edges.map(({ widthMm: own }) => own ?? Infinity));
  return {
    widthMm: Number.isFinite(widthMm) ? widthMm : null,
    contrast: median(edges.map(({ contrast }) => contrast)),
    by: 2 * edges.filter(({ by }) => by === 'colour').length > edges.length ? 'colour' : 'value',
  };
}

/** Whether most places of an edge are as narrow as the picture can show. */
export const mostlyAtMost = (edges: readonly SeenEdge[]): boolean =>
  2 * edges.filter(({ atMost }) => atMost).length > edges.length;

/** Shares of the four classes, 0..1. */
export type Shares = Readonly<Record<EdgeClass, number>>;

/** How places are shared among the classes; null = there are none. */
export function sharesIn(classes: readonly EdgeClass[]): Shares | null {
  if (classes.length === 0) return null;
  const out = { lost: 0, soft: 0, firm: 0, hard: 0 };
  for (const is of classes) out[is]++;
  for (const is of EDGE_NAMES) out[is] /= classes.length;
  return out;
}

/** A piece of an edge of one class, for drawing. */
export interface EdgePiece {
  readonly class: EdgeClass;
  readonly line: readonly Point[];
  /** steps, the most along it */
  readonly contrast: number;
}

/** A line in pieces of one class each, as planned or as painted; where it cannot be read it breaks. */
export function piecesOf<S extends 'planned' | 'painted'>(
  line: { readonly wanted: EdgeWanted; readonly places: readonly (Readonly<Record<S, SeenEdge>> | null)[] },
  side: S,
  viewingM: number,
): EdgePiece[] {
  const wish = side === 'planned' ? line.wanted.is : null;
  const out: { class: EdgeClass; line: Point[]; contrast: number }[] = [];
  let open = false;
  for (const place of line.places) {
    if (!place) {
      open = false;
      continue;
    }
    const { at, contrast } = place[side];
    const is = wish ?? edgeClass(place[side], viewingM);
    const last = open ? out[out.length - 1] : undefined;
    if (last?.class === is) {
      last.line.push(at);
      last.contrast = Math.max(last.contrast, Math.abs(contrast));
      continue;
    }
    // It begins where the one before ends, half-way.
    const [x, y] = last?.line[last.line.length - 1] ?? at;
    const between: Point = [(x + at[0]) / 2, (y + at[1]) / 2];
    last?.line.push(between);
    out.push({ class: is, line: last ? [between, at] : [at], contrast: Math.abs(contrast) });
    open = true;
  }
  return out.filter((piece) => piece.line.length > 1);
}
