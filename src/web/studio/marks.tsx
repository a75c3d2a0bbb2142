import { usePageTitle } from '../ui/pageTitle';
import { useNavigate } from 'react-router';
import type { ReactNode } from 'react';
import { stepsFigure, STUDIO_TEXT } from '../../core/words';
import { useKeys } from '../keyboard';
import { Mark } from '../marks/mark';

interface Row {
  readonly title: string;
  readonly hint: string;
  readonly marks: readonly (readonly [name: string, word: string])[];
}

const steps = (word: string) =>
  [1, 2, 3, 4, 5, 6, 7, 8, 10, 12, 15, 18, 20].map(
    (quarters) => [`${word}-${quarters}`, stepsFigure(quarters / 4)] as const,
  );
const three = (word: string) =>
  ['a little', 'clearly', 'much'].map((amount, i) => [`${word}-${i + 1}`, amount] as const);

const ROWS: readonly Row[] = [
  { title: 'darker', hint: 'short stroke a quarter of a step, tall stroke a whole one', marks: steps('darker') },
  { title: 'lighter', hint: 'the same, leaning the other way', marks: steps('lighter') },
  { title: 'warmer', hint: 'wool', marks: three('warmer') },
  { title: 'cooler', hint: 'ice', marks: three('cooler') },
  { title: 'stronger', hint: 'a loaded brush', marks: three('stronger') },
  { title: 'greyer', hint: 'a brush that runs dry', marks: three('greyer') },
  {
    title: 'verdicts',
    hint: 'bar the plan, open dot before, filled dot now',
    marks: [
      ['settled', 'settled'],
      ['closer', 'closer'],
      ['unchanged', 'unchanged'],
      ['overshot', 'overshot'],
      ['further-off', 'further off'],
    ],
  },
  {
    title: 'edges',
    hint: 'as seen from where the picture is looked at',
    marks: [
      ['edge-hard', 'hard'],
      ['edge-firm', 'firm'],
      ['edge-soft', 'soft'],
      ['edge-lost', 'lost'],
    ],
  },
  {
    title: 'states',
    hint: '',
    marks: [
      ['not-read', 'not read: glare'],
      ['bare-ground', 'bare ground'],
      ['missing', 'in the plan, not painted'],
      ['unplanned', 'painted, in no plan'],
      ['departure', 'departure'],
    ],
  },
  { title: 'the key', hint: 'a nail in its thread', marks: [['kept-at', 'kept at a value']] },
];

const KEYS: readonly (readonly [title: string, rows: readonly (readonly [keys: string, what: string])[]])[] = [
  [
    'Everywhere',
    [
      ['W', 'the wall'],
      ['D', 'decide'],
      ['P', 'photograph'],
      ['Enter', 'the black button'],
      ['Z', 'undo what was done last'],
      ['Y', 'do it again'],
      ['?', 'marks and keys'],
      ['Esc', 'leave what is chosen'],
    ],
  ],
  [
    'On the wall',
    [
      ['[ ]', 'findings, drawing, values, temperature, edges'],
      ['L', 'plumb and level lines through the spot'],
      ['K', 'show mass outlines'],
      ['I V C', 'check a gradient, order by value, compare lengths'],
      ['T', 'warm against cool'],
      ['R X F', 'landmarks, cross an edge, measure an area'],
      ['S', 'squint'],
      ['G', 'grey'],
      ['2 to 9', 'so many values'],
      ['1', 'in the plan’s own values'],
      ['M', 'mirror'],
      ['U', 'upside down'],
      ['B', 'step back'],
      ['H', 'isolate a spot: cover all but it'],
      ['O', 'one over the other; arrows move the plumb line'],
      ['E', 'only the pictures; on Plan and Photo too'],
      ['Space', 'blink'],
      [', and .', 'session before, session after'],
      ['+ − 0', 'nearer, further, whole picture'],
      ['arrows', 'on a picture: move the spot; Shift: far'],
      ['Enter', 'on a picture: put it down, begin or end a line'],
    ],
  ],
  [
    'Deciding',
    [
      ['T', 'take'],
      ['L', 'not now'],
      ['X', 'dismiss'],
      ['F', 'departure: it is meant to be so'],
      ['A', 'add your own correction'],
      ['arrows', 'finding before, finding after'],
    ],
  ],
  [
    'Planning',
    [
      ['1 to 9', 'the parts of the plan'],
      ['Enter', 'keep this plan'],
      ['Z', 'undo a step of what is not kept yet'],
      ['H F S L', 'the chosen edge hard, firm, soft, lost'],
      ['arrows', 'edge before, edge after; a thread of the key; the crop'],
      ['Delete', 'take the nail out of a thread'],
    ],
  ],
  [
    'Sides of the canvas',
    [
      ['Tab', 'next thread'],
      ['arrows', 'move the thread by one pixel'],
      ['Alt', 'by a tenth'],
      ['Shift', 'turn it'],
      ['Enter', 'on a thread: lay it on the edge beside it'],
      ['G', 'mark a grey patch'],
    ],
  ],
];

const FIELDS = [
  'darker-1',
  'darker-3',
  'darker-6',
  'darker-14',
  'lighter-1',
  'lighter-3',
  'lighter-6',
  'lighter-14',
  'warmer-2',
  'cooler-2',
  'stronger-2',
  'greyer-2',
  'not-read',
];

function Fields() {
  return (
    <ul className="mt-2 grid grid-cols-3 gap-3 sm:grid-cols-4">
      {FIELDS.map((name) => (
        <li key={name}>
          <svg viewBox="0 0 116 62" className="block w-full" aria-hidden="true">
            {Array.from({ length: 29 }, (_, i) => (
              <rect key={i} x={i * 4} width="4.5" height="62" fill={`rgb(${[0, 0, 0].fill(24 + i * 7.4).join(' ')})`} />
            ))}
            <rect width="116" height="62" fill={`url(#field-${name})`} />
          </svg>
          <span className="small">{name.replace(/-\d+$/, '').replace('-', ' ')}</span>
        </li>
      ))}
    </ul>
  );
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="border-t py-2" style={{ borderColor: 'var(--rule)' }}>
      <h2 className="small-head">{title}</h2>
      {children}
    </section>
  );
}

/** The notation and the keys, in one overview. */
export function Marks() {
  usePageTitle('Marks and keys');
  const navigate = useNavigate();
  const back = () => void navigate(-1);
  useKeys({ '?': back, Escape: back });
  return (
    <main className="page">
      <header className="mb-4 flex flex-wrap items-baseline gap-x-6">
        <h1>Marks and keys</h1>
        <p className="serif">{STUDIO_TEXT.markIsInstruction}</p>
        <button className="line ml-auto" onClick={back}>
          Back <kbd>Esc</kbd>
        </button>
      </header>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[1.15fr_1fr]">
        <div>
          {ROWS.map(({ title, hint, marks }) => (
            <section key={title} className="border-t py-2" style={{ borderColor: 'var(--ink)' }}>
              <h2 className="small-head">
                {title} <span className="serif !font-normal italic">{hint}</span>
              </h2>
              <ul className="mt-1 flex flex-wrap gap-x-7">
                {marks.map(([name, word]) => (
                  <li key={name} className="min-w-9 text-center">
                    <Mark large name={name} label="" />
                    <span className="small block">{word}</span>
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </div>
        <div className="slip self-start">
          <h2 className="small-head">As a field over a picture, on any value</h2>
          <Fields />
          <div className="mt-4 grid gap-x-6 sm:grid-cols-2">
            {KEYS.map(([title, rows]) => (
              <Section key={title} title={title}>
                <dl className="small grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
                  {rows.map(([keys, what]) => (
                    <div key={keys} className="contents">
                      <dt>
                        <kbd>{keys}</kbd>
                      </dt>
                      <dd>{what}</dd>
                    </div>
                  ))}
                </dl>
              </Section>
            ))}
          </div>
        </div>
      </div>
    </main>
  );
}
