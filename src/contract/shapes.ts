import { z } from 'zod';
import { FINDING_KINDS, VERDICTS } from '../core/kinds';
import type { GreyPatch as KnownPatch } from '../core/photo';
import type { Comparison as Compared, Measured as Colour } from '../core/read';

export type Frozen<T> = T extends object ? { readonly [K in keyof T]: Frozen<T[K]> } : T;
/** What a schema lets through; nobody may change it. */
export type Made<S extends z.ZodType> = Frozen<z.infer<S>>;

/** Shapes that cross a wall between rooms: lengths mm, values Munsell 0..10, times UTC ISO strings, ids UUIDs. */
export const Id = z.uuid();
export const Time = z.iso.datetime();
export const Day = z.iso.date();
export const Point = z.tuple([z.number(), z.number()]);
export const Corners = z.tuple([Point, Point, Point, Point]);
export const Box = z.tuple([z.number(), z.number(), z.number().positive(), z.number().positive()]);
export const Place = z.object({ outlines: z.array(z.array(Point).min(3).max(4000)).min(1).max(200) });
/** A place as measured: may have no outline where it is smaller than a speck. */
export const Shape = z.object({ outlines: z.array(z.array(Point)) });
/**
 * A patch of known value (or of known colour, CIELAB a* and b*) in a photo, and how far it may be off (one sigma,
 * steps and units).
 */
export const GreyPatch = z.object({
  box: Box,
  value: z.number().gt(0).max(10),
  ab: z.tuple([z.number().min(-150).max(150), z.number().min(-150).max(150)]).optional(),
  doubt: z.number().min(0).max(2).optional(),
  abDoubt: z.number().min(0).max(30).optional(),
}) satisfies z.ZodType<KnownPatch>;

export const Measured = z.object({
  value: z.number(),
  lab: z.tuple([z.number(), z.number(), z.number()]),
  warmth: z.number(),
  chroma: z.number(),
  hue: z.number(),
}) satisfies z.ZodType<Colour>;
export const Difference = z.object({ value: z.number(), warmth: z.number(), chroma: z.number(), deltaE: z.number() });
/** Half-widths that hold the truth nine times in ten: every answer and file means this by uncertainty and doubt. */
export const Uncertainty = z.object({ value: z.number(), warmth: z.number() });
export const Comparison = z.object({
  target: Measured,
  painted: Measured,
  difference: Difference,
  uncertainty: Uncertainty,
  spread: z.number(),
  readShare: z.number(),
}) satisfies z.ZodType<Compared>;

export const FindingKind = z.enum(FINDING_KINDS);
export const Verdict = z.enum(VERDICTS);
/** What the painter says to a finding: it is corrected, it is not so, not now, or the plan takes it over. */
export const Decision = z.enum(['taken', 'dismissed', 'later', 'planned']);

export type Place = Made<typeof Place>;
export type Comparison = Made<typeof Comparison>;
export type Decision = Made<typeof Decision>;
