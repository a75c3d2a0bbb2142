/** Place on CIELAB's colour plane. */
interface Ab {
  readonly a: number;
  readonly b: number;
}

/**
 * By which factor a planned a*, b* goes along with a change of value alone. Less light on a surface takes both down
 * with L* + 16 (the cube root of CIE 15, where all three stimuli are scaled alike); a mixture made lighter or darker
 * may keep them. Between the two the factor under which the plan comes nearest to the paint is taken, so that nothing
 * is called a change of colour that a change of value explains.
 * @param ratio painted L* + 16 over planned L* + 16
 */
export function alongWithValue(planned: Ab, painted: Ab, ratio: number): number {
  const square = planned.a * planned.a + planned.b * planned.b;
  if (square === 0) return 1;
  const nearest = (planned.a * painted.a + planned.b * painted.b) / square;
  return Math.min(Math.max(1, ratio), Math.max(Math.min(1, ratio), nearest));
}
