import type { Settings } from '../../contract';
import { fieldsOf, surerPaint, type Paint } from '../../core/photo';
import { InputError } from '../images/inputError';
import { asked } from '../reading/gathering';
import { getSettings, putSettings } from '../studio/settings';
import { rowOf, type PhotoRow } from '../studio/rows';
import type { Studio } from '../studio/studio';
import { photoOf } from './photosOf';
import { setGreys } from './photos';

const to = (digits: number, figure: number) => Number(figure.toFixed(digits));

/** As it is shown and corrected by hand. */
const rounded = ({ value, ab: [a, b], doubt, abDoubt }: Paint): Paint => ({
  value: to(2, value),
  ab: [to(1, a), to(1, b)],
  doubt: to(3, doubt),
  abDoubt: to(2, abDoubt),
});

/**
 * Measures the paints on the card's fields and keeps them: here, and for every photograph with the card to come.
 * @throws InputError where the card was not found, or none of its fields shows a colour
 */
export async function learnPaints(studio: Studio, photoId: string): Promise<Settings> {
  const photo = await photoOf(studio.db, await rowOf<PhotoRow>(studio.db, 'photo', photoId));
  if (!photo.card)
    throw new InputError(
      'no-card',
      'The printed card was not found in this photograph, so its fields cannot be read. Nothing was changed. Stand the card beside the canvas and take another photograph.',
      409,
    );
  const { task } = await asked(studio, photoId);
  const { paints: seen } = await studio.crew.run('paints', { task, rings: photo.card });
  if (seen.every((paint) => !paint))
    throw new InputError(
      'no-paints',
      'No paint was found on the card’s four fields: they are bare, too grey, blown or outside the photograph. Nothing was changed. Paint them evenly with strong colours, let them dry, and take another photograph.',
      409,
    );
  const { cardPaints: before } = await getSettings(studio);
  const paints = seen.map((paint, k) => surerPaint(before?.[k] ?? null, paint && rounded(paint)));
  const boxes = fieldsOf(photo.card);
  const shown = paints.flatMap((paint, k) => {
    const box = boxes[k];
    return paint && box && seen[k] ? [{ box, ...paint }] : [];
  });
  await setGreys(studio, photoId, [...photo.greys.filter(({ ab }) => !ab), ...shown]);
  return putSettings(studio, { cardPaints: paints });
}
