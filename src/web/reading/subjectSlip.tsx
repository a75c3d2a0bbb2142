import type { ReactNode } from 'react';
import type { Account, MassMark, MassOfReading, ReadingDetail } from '../../contract';
import { driftInWords, stepsInWords } from '../../core/words';
import { placeHolds, type Point } from '../../core/raster';
import { useScale } from '../settings';
import { figure, plural } from '../words';
import type { Mapped } from './differenceField';
import { LENGTHENED } from './driftMarks';
import type { PatternName } from './patternPlaces';
import { thingName } from './seats';
import type { Subject } from './subjects';

const percent = (share: number) => `${Math.round(100 * share)} %`;

interface Props {
  readonly reading: ReadingDetail & { account: Account };
  readonly onMass: (id: number) => void;
  /** the plan's names */
  readonly marks: readonly MassMark[];
}

const largestOf = (ids: readonly number[], masses: readonly MassOfReading[]): number =>
  masses.filter(({ id }) => ids.includes(id)).sort((a, b) => b.share - a.share)[0]?.id ?? ids[0];

/** Whether a thing's light and shadow fall otherwise than planned, as far as it has both. */
const offPattern = ({ dark, overlap }: Account['things'][number]): boolean =>
  dark.planned > 0.03 && dark.planned < 0.97 && (Math.abs(dark.painted - dark.planned) >= 0.05 || overlap < 0.75);

function Lines({ children }: { children: ReactNode }) {
  return <ul className="serif mb-2 flex flex-col gap-2">{children}</ul>;
}

/** A mass's name that shows where it lies. */
function Named({
  id,
  masses,
  onMass,
  words,
}: {
  id: number;
  masses: readonly MassOfReading[];
  onMass: (id: number) => void;
  /** what it is called, where that is not its own name */
  words?: string;
}) {
  const mass = masses.find((one) => one.id === id);
  return (
    <button className="inline border-0 bg-transparent p-0 underline" onClick={() => onMass(id)}>
      {words ?? mass?.name ?? 'a mass'}
    </button>
  );
}

/** Where the drawing sits, in words. */
export function DrawingWords({ reading: { account } }: Props) {
  const whole = driftInWords(account.drawing.global);
  const sure = account.drawing.points.filter(({ confidence }) => confidence >= 0.5).length;
  return (
    <p className="serif mb-2">
      {whole ? `The whole drawing sits ${whole}.` : 'The whole drawing sits where it is planned.'}{' '}
      {sure === 0
        ? 'Its places cannot be found in the painting yet: too little of them is drawn.'
        : `Its places were found surely at ${percent(sure / account.drawing.points.length)} of the canvas; between contours there is nothing to tell it by. The arrows are drawn ${LENGTHENED} times as long as they are.`}
    </p>
  );
}

/** What holds of the values over the whole picture. */
export function ValueWords({ reading: { account, masses, recheck }, onMass, marks }: Props) {
  const { patterns, range, families, relations, forms, turnings, gaps, things } = account;
  const reversed = relations.filter((one) => one.reversed);
  const flat = forms.filter((one) => one.flat);
  const wobbles = forms.filter((one) => one.wobbles);
  const short = { dark: range.painted.darkest - range.planned.darkest, light: range.planned.lightest - range.painted.lightest }; // prettier-ignore
  const name = (id: number) => <Named id={id} masses={masses} onMass={onMass} />;
  const thing = (ids: readonly number[]) => <Named id={largestOf(ids, masses)} masses={masses} onMass={onMass} words={thingName(ids, masses, marks)} />; // prettier-ignore
  const dull = forms.filter((one) => one.dull);
  const list = (ids: readonly number[]) => ids.slice(0, 5).map((id, k) => <span key={id}>{k > 0 && ', '}{name(id)}</span>); // prettier-ignore
  return (
    <Lines>
      <li>
        Light and shadow fall as planned over {percent(patterns.two.share)} of the picture; in {patterns.tones.tones}{' '}
        values it is {percent(patterns.tones.share)}. Shadow covers {percent(patterns.two.dark.painted)}, planned{' '}
        {percent(patterns.two.dark.planned)}.
      </li>
      {things.filter(offPattern).map(({ ids, dark, overlap }) => (
        <li key={ids.join()}>
          In {thing(ids)} shadow covers {percent(dark.painted)}, planned {percent(dark.planned)}; the two shapes share{' '}
          {percent(overlap)}.
        </li>
      ))}
      {reversed.map(({ ids }) => (
        <li key={ids.join()}>
          <b>Order reversed:</b> {name(ids[0])} should be lighter than {name(ids[1])} and is darker.
        </li>
      ))}
      {(short.dark > 0.4 || short.light > 0.4) && (
        <li>
          {short.dark > 0.4 && `The darks stop ${stepsInWords(short.dark)} short. `}
          {short.light > 0.4 && `The lights stop ${stepsInWords(short.light)} short.`}
        </li>
      )}
      {families && families.gap.planned > 0.1 && families.gap.painted < 0 && (
        <li>The two families overlap: the darkest light is darker than the lightest shadow.</li>
      )}
      {families && families.crossed.length > 0 && (
        <li>On the wrong side of the parting value: {list(families.crossed)}.</li>
      )}
      {flat.length > 0 && <li>Reads flat where it should turn: {list(flat.map(({ id }) => id))}.</li>}
      {turnings
        .filter((one) => one.flat)
        .map(({ ids, span }) => (
          <li key={ids.join()}>
            {things.some((one) => ids.every((id) => one.ids.includes(id))) ? (
              <>Over {thing(ids)} it should turn</>
            ) : (
              <>
                From {name(ids[0])} to {name(ids[1])} it should turn
              </>
            )}{' '}
            through {span.planned.toFixed(1)} steps, and turns through {span.painted.toFixed(1)}.
          </li>
        ))}
      {dull.length > 0 && <li>Meant to vary and is one flat colour: {list(dull.map(({ id }) => id))}.</li>}
      {wobbles.length > 0 && <li>Its value wobbles inside: {list(wobbles.map(({ id }) => id))}.</li>}
      {gaps.map(({ id, open, filled, painted, planned }) =>
        filled || Math.abs(painted - planned) > 0.4 ? (
          <li key={id}>
            The gap {name(id)}{' '}
            {filled
              ? 'is painted like what surrounds it'
              : `is ${stepsInWords(painted - planned)} too ${painted > planned ? 'light' : 'dark'}`}{' '}
            against {name(open)}, which it shows.
          </li>
        ) : null,
      )}
      {recheck.map(({ id, neighbour, steps }) => (
        <li key={id}>
          Look again: {name(id)} stayed while {name(neighbour)} beside it became {stepsInWords(steps)}{' '}
          {steps > 0 ? 'lighter' : 'darker'}.
        </li>
      ))}
    </Lines>
  );
}

/** What holds of temperature and strength. */
export function ColourWords({ reading: { account, masses }, onMass }: Props) {
  const { families, strength, alike, accents, forms } = account;
  const name = (id: number) => <Named id={id} masses={masses} onMass={onMass} />;
  const off = families ? families.warmth.painted - families.warmth.planned : 0;
  const warmer = (v: number) => (Math.abs(v) < 1 ? 'as warm as' : v > 0 ? 'warmer than' : 'cooler than');
  const plays = forms.filter(({ play, wobbles }) => play.painted > 1.3 * play.planned + 1 && !wobbles);
  const drab = forms.filter(({ play }) => play.planned > 4 && play.painted < 0.5 * play.planned);
  const strongest = [...accents].sort((a, b) => b.painted - a.painted)[0];
  return (
    <Lines>
      {families && (
        <li>
          The light family is planned {warmer(families.warmth.planned)} the shadows (
          {figure(families.warmth.planned, 0)}) and painted {warmer(families.warmth.painted)} them (
          {figure(families.warmth.painted, 0)})
          {Math.abs(off) >= 3
            ? `: ${off > 0 ? 'the lights too warm or the shadows too cool' : 'the lights too cool or the shadows too warm'}`
            : ''}
          .
        </li>
      )}
      <li>
        {strength === null
          ? 'The plan is nearly grey: strength is not compared.'
          : `Colour has ${percent(strength)} of the planned strength${strength < 0.85 ? ': timid' : strength > 1.15 ? ': too strong' : ''}.`}
      </li>
      {alike.slice(0, 5).map(({ ids }) => (
        <li key={ids.join()}>
          <b>Too alike:</b> {name(ids[0])} and {name(ids[1])} can hardly be told apart.
        </li>
      ))}
      {accents.length > 0 && (
        <li>
          The accent planned strongest is {name(accents[0].id)} against {name(accents[0].against)}
          {strongest.id === accents[0].id ? (
            accents[0].painted < 0.7 * accents[0].planned ? (
              '; it is painted weaker.'
            ) : (
              ', and so it is painted.'
            )
          ) : (
            <>; painted, {name(strongest.id)} is stronger.</>
          )}
        </li>
      )}
      {plays.length > 0 && (
        <li>
          Colour plays at held value in{' '}
          {plays.slice(0, 4).map(({ id }, k) => (
            <span key={id}>
              {k > 0 && ', '}
              {name(id)}
            </span>
          ))}
          : a virtue.
        </li>
      )}
      {drab.length > 0 && (
        <li>
          The plan’s play of colour is missing in{' '}
          {drab.slice(0, 4).map(({ id }, k) => (
            <span key={id}>
              {k > 0 && ', '}
              {name(id)}
            </span>
          ))}
          .
        </li>
      )}
    </Lines>
  );
}

/** What the map on the flat shows; chosen by word. */
export const MAPS: Partial<Record<Subject, readonly { readonly of: Mapped | PatternName; readonly words: string }[]>> =
  {
    values: [
      { of: 'value', words: 'Lighter or darker' },
      { of: 'two', words: 'Two values' },
      { of: 'tones', words: 'Pattern' },
    ],
    temperature: [
      { of: 'warmth', words: 'Warmer or cooler' },
      { of: 'chroma', words: 'Stronger or greyer' },
    ],
  };

/** Extremes of plan and painting, on the painter's scale, and where they lie. */
export function RangeLine({ reading: { account, masses } }: Pick<Props, 'reading'>) {
  const scale = useScale();
  const { planned, painted } = account.range;
  const lies = (at: Point) => masses.find(({ place }) => placeHolds(place, at))?.name ?? 'between the masses';
  const ends = [
    ['Darkest', planned.darkestAt, painted.darkestAt],
    ['Lightest', planned.lightestAt, painted.lightestAt],
  ] as const;
  const words = (one: { darkest: number; lightest: number }) => `${scale.show(one.darkest)} to ${scale.show(Math.min(10, one.lightest))}`; // prettier-ignore
  return (
    <p className="small">
      Values planned {words(planned)}, painted {words(painted)} ({scale.name}).{' '}
      {ends.map(([which, meant, made]) => `${which} planned in: ${lies(meant)}, painted in: ${lies(made)}. `)}
      {plural(account.relations.length, 'relation')}.
    </p>
  );
}
