import { edgeClass, type EdgeClass } from './edgeClass';
import { lookOf, mostlyAtMost, sharesIn, type EdgeLook, type Shares } from './edgeLook';
import type { Judging } from './edgesTold';
import { wishedOn, type Wished } from './edgeWish';
import { EVERY_MM, type PlanLine } from './soughtEdges';

/** A line of the edge plan: as it is planned over its length, and how it should be. */
export interface EdgePlanLine extends Wished<PlanLine> {
  readonly look: EdgeLook;
  readonly class: EdgeClass;
  /** most of it is as narrow as the picture can show */
  readonly atMost: boolean;
  /** how much of it has its class, 0..1 */
  readonly share: number;
  readonly lengthMm: number;
}

/** What the edges of a plan come to. */
export interface EdgePlan {
  readonly lines: readonly EdgePlanLine[];
  readonly lengthMm: number;
  /** by length, the painter's wishes counted; null = there are no edges */
  readonly shares: Shares | null;
}

/** What the edges of a plan come to, at any viewing distance, with any wish. */
export function edgePlanOf(read: readonly PlanLine[], { viewingM, wishes }: Judging): EdgePlan {
  const lines = wishedOn(read, wishes).map((line): EdgePlanLine => {
    const look = lookOf(line.places.map(({ planned }) => planned));
    const is = edgeClass(look, viewingM);
    const alike = line.places.filter(({ planned }) => edgeClass(planned, viewingM) === is);
    const lengthMm = line.places.length * EVERY_MM;
    const atMost = mostlyAtMost(line.places.map(({ planned }) => planned));
    return { ...line, look, class: is, atMost, share: alike.length / line.places.length, lengthMm };
  });
  return {
    lines,
    lengthMm: lines.reduce((sum, line) => sum + line.lengthMm, 0),
    shares: sharesIn(
      lines.flatMap(({ places, wanted }) => places.map(({ planned }) => wanted.is ?? edgeClass(planned, viewingM))),
    ),
  };
}
