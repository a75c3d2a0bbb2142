import { PAINT_RANGE, reachOf, type PaintRange } from '../plan';
import type { Point } from '../raster';
import type { Account } from '../read';
import { stepsInWords } from './amounts';
import { listed, percent } from './listed';

type Show = (value: number) => string;
type Ends = { readonly darkest: number; readonly lightest: number };

const TOLD = 0.4; // steps from which an end of the range is told

/** Where the plan goes beyond what the paint reaches; null = nowhere. */
export function beyondPaintInWords({ darkest, lightest }: Ends, paint: PaintRange, show: Show): string | null {
  const dark = darkest < paint.darkest - TOLD && { plan: `down to ${show(darkest)}`, ends: show(paint.darkest) };
  const light = lightest > paint.white + TOLD && {
    plan: `up to ${show(Math.min(10, lightest))}`,
    ends: show(paint.white),
  };
  const beyond = [dark, light].filter((end) => end !== false);
  if (beyond.length === 0) return null;
  const plan = listed(beyond.map((end) => end.plan));
  const ends = listed(beyond.map((end) => end.ends));
  return `The plan goes ${plan}, beyond your paint’s ${ends}. No more is asked for than the paint reaches.`;
}

/** Ends that the painter set narrower than the usual ones, and how far the painting goes beyond them; null = none. */
function limitedInWords({ paint, painted }: Account['range'], show: Show, per: number): string | null {
  const floor = paint.darkest - PAINT_RANGE.darkest >= TOLD;
  const ceiling = PAINT_RANGE.white - paint.white >= TOLD;
  if (!floor && !ceiling) return null;
  const limits = [
    floor && `nothing darker than ${show(paint.darkest)}`,
    ceiling && `nothing lighter than ${show(paint.white)}`,
  ].filter((words) => words !== false);
  const over = [
    [floor ? paint.darkest - painted.darkest : 0, 'darker'] as const,
    [ceiling ? painted.lightest - paint.white : 0, 'lighter'] as const,
  ].filter(([steps]) => steps > TOLD);
  const beyond = over.map(([steps, way]) => `${stepsInWords(steps, per)} ${way}`);
  return `As set under Key, ${listed(limits)} is asked for. ${beyond.length > 0 ? `The painting goes ${listed(beyond)} than that.` : 'The painting keeps to it.'}`;
}

/** Where the painting stops short of the range, where the plan goes beyond paint, and where a key is limited. */
export function endsInWords(range: Account['range'], show: Show, per = 1): string[] {
  const { planned, painted } = range;
  const paint = reachOf(range.paint, painted);
  const dark = painted.darkest - Math.max(planned.darkest, paint.darkest);
  const light = Math.min(planned.lightest, paint.white) - painted.lightest;
  const short = [
    dark > TOLD && `The darks stop ${stepsInWords(dark, per)} short.`,
    light > TOLD && `The lights stop ${stepsInWords(light, per)} short.`,
  ].filter((words) => words !== false);
  const beyond = beyondPaintInWords(planned, paint, show);
  const way = '“Fit to the paint’s range”, under Key, brings the plan in.';
  return [short.join(' '), limitedInWords(range, show, per), beyond && `${beyond} ${way}`].filter(
    (words): words is string => !!words,
  );
}

export const BETWEEN_MASSES = 'between the masses';

/** "Darkest: the pot. Lightest: the ledge." @param lies what a point of the canvas lies in, by name */
export const endPlacesInWords = (
  { darkestAt, lightestAt }: Account['range']['painted'],
  lies: (at: Point) => string,
): string => `Darkest: ${lies(darkestAt)}. Lightest: ${lies(lightestAt)}.`;

const SEEN = 0.01; // share of the canvas from which it is told

/** Where the reference has lost its colour, so that none is compared; null = hardly anywhere. */
export function clippedInWords({ crushed, blown }: Pick<Account['clipped'], 'crushed' | 'blown'>): string | null {
  const parts = [
    crushed >= SEEN && `over ${percent(crushed)} of the picture the reference’s darks are crushed`,
    blown >= SEEN && `over ${percent(blown)} its lights are blown`,
  ].filter((words) => words !== false);
  if (parts.length === 0) return null;
  const words = listed(parts).replace('over', 'Over');
  const whole = crushed >= SEEN ? words : words.replace('its lights', 'of the picture the reference’s lights');
  return `${whole}: it does not tell their colour, and none is compared there.`;
}
