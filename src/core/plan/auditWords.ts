import { hueTowards, MEASURED, type ValueScale } from '../colour';
import type { Audit } from './audit';
import type { PaintRange } from './key';

const percent = (share: number) => (share < 0.01 ? 'less than 1 %' : `${Math.round(100 * share)} %`);
const stepsOn =
  ({ per }: ValueScale) =>
  (v: number) =>
    `${(v * per).toFixed(1)} steps`;
type Steps = ReturnType<typeof stepsOn>;

const SEEN_SHARE = 0.002; // of the picture: less is a glint or a chink
/** What the eye tells apart at 1 m, mm: one minute of arc, the usual limit of sight. */
const SEEN_AT_1_M = 0.29;

function endWords({ crushed, blown }: Audit): string[] {
  const out: string[] = [];
  if (crushed.share >= SEEN_SHARE)
    out.push(
      `In ${percent(crushed.share)} of it the darks are crushed: the photograph knows nothing there. Invent those passages, or paint them from another reference; they are marked.`,
    );
  if (blown.share >= SEEN_SHARE)
    out.push(
      `In ${percent(blown.share)} of it the lights are blown: their colour and form are lost. Decide their temperature yourself; they are marked.`,
    );
  if (out.length === 0) out.push('Neither its darks nor its lights are cut off.');
  return out;
}

function rangeWords({ range }: Audit, paint: PaintRange, steps: Steps): string {
  const [reference, reach] = [range.high - range.low, paint.white - paint.darkest];
  if (range.light - range.dark < 3)
    return `Its values lie close together: ${steps(range.light - range.dark)} between the darks and the lights. Depth must come from temperature, edges and composition, or from a key that opens it.`;
  if (reference > reach + 0.3)
    return `It spans ${steps(reference)}, paint ${steps(reach)}: something must give way. Choose in the key what to hold, the lights, the middle or the darks.`;
  return `It spans ${steps(reference)}, which paint can reach (${steps(reach)}).`;
}

function familyWords({ families: { apart, darkShare, parted } }: Audit, steps: Steps): string {
  if (parted < 0.55 || apart < 1.8)
    return 'No clear split between a light and a shadow family: the light is flat. Form will not come from shadow; rely on temperature, edges and the shapes themselves, or take the picture again in a light from one side.';
  if (darkShare < 0.08 || darkShare > 0.92)
    return `Nearly everything lies in one family (${percent(darkShare)} dark). A small opposite family is an accent: place it with care.`;
  return `It parts into a light and a shadow family, ${steps(apart)} apart, ${percent(darkShare)} of it dark. Squint, and begin with these two.`;
}

const CAST = 5; // units of a*b* from which a near-grey looks tinted

const ASIDE = 40; // degrees between two hues from which they are two lights' colours

function castWords({ cast: { lights, darks } }: Audit): string | null {
  const [light, dark] = [Math.hypot(...lights), Math.hypot(...darks)];
  const degrees = ([a, b]: readonly [number, number]) => Math.atan2(b, a) * (180 / Math.PI);
  const turn = Math.abs(((degrees(lights) - degrees(darks) + 540) % 360) - 180);
  const alike = Math.min(light, dark) >= 2 && turn < ASIDE;
  if (alike && light + dark >= 2 * CAST)
    return `All of it leans ${hueTowards(degrees(lights))} by about ${Math.round((light + dark) / 2)} units: the camera’s or the lamp’s colour, not the things’. Judge colours against each other, not one by one.`;
  const apart = Math.hypot(lights[0] - darks[0], lights[1] - darks[1]);
  const leaning = (ab: readonly [number, number], by: number) => (by < 2 ? 'to no side' : hueTowards(degrees(ab)));
  if (!alike && apart >= CAST)
    return `Its lights lean ${leaning(lights, light)}, its darks ${leaning(darks, dark)}: two lights, or a lamp and its shadow. Keep that difference; it models form.`;
  return null;
}

function sizeWords({ pixelsPerMm }: Audit, viewingM: number): string | null {
  const finest = SEEN_AT_1_M * viewingM;
  if (1 / pixelsPerMm <= finest) return null;
  return `At this size one pixel of it covers ${(1 / pixelsPerMm).toFixed(1)} mm of the canvas; from ${viewingM} m the eye sees ${finest.toFixed(1)} mm. It says nothing about finer detail or hard edges: add a closer photograph of what matters.`;
}

function slopeWords({ slope }: Audit, steps: Steps): string | null {
  const [across, down] = [Math.abs(slope.across), Math.abs(slope.down)];
  if (Math.max(across, down) < 1.5) return null;
  if (across >= down)
    return `It is ${steps(across)} lighter on the ${slope.across > 0 ? 'right' : 'left'}: light from that side, or a lens or lamp that darkens the other.`;
  return `It is ${steps(down)} lighter at the ${slope.down > 0 ? 'bottom' : 'top'} than at the ${slope.down > 0 ? 'top' : 'bottom'}.`;
}

/**
 * What a reference hides and what that means for the plan, in a few sentences, weightiest first.
 * @param viewingM metres
 */
export function auditWords(
  audit: Audit,
  { paint, viewingM, scale = MEASURED }: { paint: PaintRange; viewingM: number; scale?: ValueScale },
): string[] {
  const steps = stepsOn(scale);
  return [
    ...endWords(audit),
    rangeWords(audit, paint, steps),
    familyWords(audit, steps),
    castWords(audit),
    slopeWords(audit, steps),
    sizeWords(audit, viewingM),
  ].filter((words) => words !== null);
}
