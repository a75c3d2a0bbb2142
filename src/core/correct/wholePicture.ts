import { warmth, hueTowards } from '../colour';
import type { UniformChange } from '../change';
import { compare, type Aligned, type LightDoubt } from '../read';
import { placeOfBox } from '../raster';
import { limitOf, PAINT_KINDS, type Finding } from '../kinds';
import { stepsInWords } from '../words';

/**
 * The one finding a change over the whole picture makes: raised where it left the picture as a whole off the plan,
 * along the dimension
 * in which it is furthest off.
 */
export function wholePicture(aligned: Aligned, change: UniformChange, light: LightDoubt): Finding | null {
  const { width, height, mmPerPixel } = aligned;
  const comparison = compare(
    aligned,
    Int32Array.from({ length: width * height }, (_, i) => i),
    light,
  );
  if (!comparison) return null;
  const box = [0, 0, width * mmPerPixel, height * mmPerPixel] as const;
  const made = { value: change.value, temperature: warmth(change), chroma: 0 };
  const off = PAINT_KINDS.flatMap((row) => {
    const amount = row.amount(comparison);
    // Off the plan, and off the way the change went.
    const caused = Math.abs(amount) > limitOf(row, comparison.uncertainty) && amount * made[row.name] > 0;
    return caused ? [{ row, amount }] : [];
  }).sort((p, q) => Math.abs(q.amount) / q.row.unitOfWeight - Math.abs(p.amount) / p.row.unitOfWeight);
  const [most] = off;
  if (!most) return null;
  const { row, amount } = most;
  return {
    ...comparison,
    kind: row.name,
    massId: -1,
    place: placeOfBox(box),
    region: { box },
    share: 1,
    weight: Math.abs(amount) / row.unitOfWeight,
    amount,
    towards: row.hued ? (Math.atan2(-change.b, -change.a) * 180) / Math.PI : null,
  };
}

/** The change in a sentence. @param session whose flat it is told against */
export function changeInWords({ value, slope, a, b, share }: UniformChange, session: number, per = 1): string {
  const parts: string[] = [];
  if (Math.abs(value) >= 0.125) parts.push(`${stepsInWords(value, per)} ${value < 0 ? 'darker' : 'lighter'}`);
  if (Math.hypot(a, b) >= 2.5) parts.push(`a shade towards ${hueTowards((Math.atan2(b, a) * 180) / Math.PI)}`);
  const lights =
    slope < -0.06 ? ', the lights more than the darks' : slope > 0.06 ? ', the darks more than the lights' : '';
  return `Since session ${session} the whole picture became ${parts.join(' and ') || 'a little different'}${lights}: one change over ${Math.round(100 * share)} % of it, as a glaze or oiling-out makes. It is told once, and taken out before places are compared.`;
}
