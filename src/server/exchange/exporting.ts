import type { ReadingDetail } from '../../contract';
import { homeOf } from '../photo/looking';
import { describeReading } from '../reading/describeReading';
import { rowOf, type PhotoRow } from '../studio/rows';
import type { Studio } from '../studio/studio';

const UNITS = {
  lengths: 'canvas millimetres from the top left corner, x right, y down',
  value: 'Munsell value, 0 black to 10 white; one step = 1',
  warmth: 'a* cos 60 + b* sin 60, CIELAB D65',
  chroma: 'CIELAB C*ab',
  differences: 'painted minus plan',
  uncertainty: 'half-width that holds the truth nine times in ten, in the unit of what it stands beside',
  share: 'of the canvas, 0 to 1',
} as const;

/** A reading with everything it is about, as one object that explains itself. */
export async function readingAsJson(studio: Studio, photoId: string): Promise<unknown> {
  const photo = await rowOf<PhotoRow>(studio.db, 'photo', photoId);
  const { painting, session } = await homeOf(studio, photo);
  const reading = await describeReading(studio, photoId);
  const { title, widthMm, heightMm } = painting;
  return {
    format: 'revlin-reading',
    version: 1,
    units: UNITS,
    painting: { title, widthMm, heightMm },
    session: { number: session.number, date: session.date },
    photo: photo.fileName,
    reading,
  };
}

type Cell = string | number | null;
export const TABLES = ['masses', 'findings', 'relations'] as const;
export type TableName = (typeof TABLES)[number];

const round = (v: number, digits = 3) => Number(v.toFixed(digits));

const rowsOf: Record<TableName, (reading: ReadingDetail) => Cell[][]> = {
  masses: ({ masses, account }) => [
    [
      'mass',
      'share',
      'planned value',
      'painted value',
      'difference (steps)',
      'uncertainty (steps)',
      'spread (steps)',
      'planned warmth',
      'painted warmth',
      'planned chroma',
      'painted chroma',
      'CIEDE2000',
      'off right (mm)',
      'off down (mm)',
      'tilt (degrees clockwise)',
    ],
    ...masses.map(({ id, name, share, target, painted, difference, uncertainty, spread }) => {
      const drawn = account?.drawing.masses.find((one) => one.id === id);
      const place = drawn
        ? [round(drawn.shift[0], 2), round(drawn.shift[1], 2), round(drawn.tilt, 2)]
        : [null, null, null];
      return [
        name,
        round(share),
        round(target.value),
        round(painted.value),
        round(difference.value),
        round(uncertainty.value),
        round(spread),
        round(target.warmth, 2),
        round(painted.warmth, 2),
        round(target.chroma, 2),
        round(painted.chroma, 2),
        round(difference.deltaE, 2),
        ...place,
      ];
    }),
  ],
  findings: ({ findings }) => [
    [
      'number',
      'kind',
      'place',
      'words',
      'amount (steps or a*b* units or mm)',
      'share',
      'left (mm)',
      'top (mm)',
      'width (mm)',
      'height (mm)',
      'decision',
    ],
    ...findings.map(({ index, kind, name, words, amount, share, region: { box }, decision }) => [
      index + 1,
      kind,
      name,
      words,
      round(amount),
      round(share),
      ...box.map((mm) => round(mm, 1)),
      decision,
    ]),
  ],
  relations: ({ account, masses }) => {
    const nameOf = (id: number) => masses.find((mass) => mass.id === id)?.name ?? '';
    return [
      [
        'lighter as planned',
        'darker as planned',
        'planned step',
        'painted step',
        'difference (steps)',
        'uncertainty (steps)',
        'order reversed',
        'planned warmth step',
        'painted warmth step',
        'shared border (mm)',
      ],
      ...(account?.relations ?? []).map(
        ({ ids, planned, painted, difference, uncertainty, reversed, warmth, contactMm }) => [
          nameOf(ids[0]),
          nameOf(ids[1]),
          round(planned),
          round(painted),
          round(difference),
          round(uncertainty),
          reversed ? 'yes' : 'no',
          round(warmth.planned, 2),
          round(warmth.painted, 2),
          round(contactMm, 1),
        ],
      ),
    ];
  },
};

/** One cell as RFC 4180 wants it; a name that a spreadsheet would take for a formula is made harmless. */
export function cell(value: Cell): string {
  if (value === null) return '';
  if (typeof value === 'number') return String(value);
  const text = /^[=+\-@\t\r]/.test(value) ? `'${value}` : value;
  return /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

/** One table of a reading as comma-separated values (RFC 4180). */
export async function readingAsCsv(studio: Studio, photoId: string, table: TableName): Promise<string> {
  const rows = rowsOf[table](await describeReading(studio, photoId));
  return rows.map((row) => `${row.map(cell).join(',')}\r\n`).join('');
}
