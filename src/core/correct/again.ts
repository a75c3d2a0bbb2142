import type { Box } from '../raster';
import { kindOf, type Finding } from '../kinds';

const SAME_PLACE = 0.4; // of both boxes together that must lie in both: a patch inside a passage is another place

function overlap([ax, ay, aw, ah]: Box, [bx, by, bw, bh]: Box): number {
  const w = Math.min(ax + aw, bx + bw) - Math.max(ax, bx);
  const h = Math.min(ay + ah, by + bh) - Math.max(ay, by);
  return w <= 0 || h <= 0 ? 0 : (w * h) / (aw * ah + bw * bh - w * h);
}

/** Whether two findings are about the same place, along the same dimension, the same way. */
export function sameSubject(now: Finding, then: Finding): boolean {
  if (now.kind !== then.kind) return false;
  if (overlap(now.region.box, then.region.box) < SAME_PLACE) return false;
  return kindOf(now.kind).sameWay(now, then);
}

/**
 * Whether a finding says again what an earlier reading said of the same place, and nothing was done there since. What
 * was dismissed then
 * stays silent now.
 */
export const saidAgain = (now: Finding, then: Finding): boolean =>
  sameSubject(now, then) && kindOf(now.kind).untouched(now, then);

/** A finding of an earlier reading, by which its thread is known again. */
export interface Earlier<T> {
  readonly thread: T;
  readonly finding: Finding;
  /** a correction was taken from it that is still on the list */
  readonly open: boolean;
}

/**
 * The thread each finding goes on with, from reading to reading: that of an earlier one it says again; or that of one
 * on the correction list
 * that it is still about, also where the place has been worked on since.
 * @param earlier those that count most first
 * @returns in the findings' order; null = it is said for the first time. No two go on with one thread.
 */
export function threadsOf<T>(findings: readonly Finding[], earlier: readonly Earlier<T>[]): (T | null)[] {
  const used = new Set<T>();
  return findings.map((now) => {
    const again = earlier.find(
      ({ thread, finding, open }) =>
        !used.has(thread) && (saidAgain(now, finding) || (open && sameSubject(now, finding))),
    );
    if (!again) return null;
    used.add(again.thread);
    return again.thread;
  });
}
