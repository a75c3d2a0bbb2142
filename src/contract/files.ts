/**
 * What is answered with a file or a stream instead of JSON; the server's handlers, openapi.json and the web's addresses
 * are made from it.
 */
export interface FileRoute {
  /** Express path below /api */
  readonly path: string;
  readonly type: string;
  readonly summary: string;
  /** what may stand behind the question mark */
  readonly query?: readonly string[];
}

/** Names what is shown, so that a browser asks anew once it is another: any text. */
const AS_OF = ['r', 'v'];
const PAPER = ['grid', 'paper', 'strength', 'lines'];

export const FILES = {
  photoPreview: { path: '/photos/:id/preview.jpg', type: 'image/jpeg', summary: 'A photograph, small, as it was sent' },
  arrivalPreview: { path: '/arrivals/:id/preview.jpg', type: 'image/jpeg', summary: 'A waiting photograph, small' },
  referencePreview: { path: '/references/:id/preview.jpg', type: 'image/jpeg', summary: 'A reference, small' },
  referenceBase: {
    path: '/references/:id/base.png',
    type: 'image/png',
    summary: 'A reference under its crop, or under one that is tried (JSON), at reading size',
    query: ['crop'],
  },
  flat: { path: '/photos/:id/flat.jpg', type: 'image/jpeg', summary: 'The flat of the newest reading', query: AS_OF },
  flatClose: {
    path: '/photos/:id/close.jpg',
    type: 'image/jpeg',
    summary: 'A part of the flat (box: x,y,w,h as shares of the canvas) with every pixel the photograph has',
    query: ['box', ...AS_OF],
  },
  planClose: {
    path: '/paintings/:id/close.jpg',
    type: 'image/jpeg',
    summary: 'A part of the planned picture (box: x,y,w,h as shares) with every pixel the reference has',
    query: ['box', ...AS_OF],
  },
  squared: {
    path: '/photos/:id/squared.jpg',
    type: 'image/jpeg',
    summary: 'The photograph squared, its light as it was',
    query: AS_OF,
  },
  differences: {
    path: '/photos/:id/differences.png',
    type: 'image/png',
    summary: 'The map of differences of the newest reading, as pixels',
    query: AS_OF,
  },
  readingJson: {
    path: '/photos/:id/reading.json',
    type: 'application/json',
    summary: 'The newest reading as JSON that explains itself',
  },
  readingCsv: {
    path: '/photos/:id/reading.csv',
    type: 'text/csv; charset=utf-8',
    summary: 'A table of the newest reading: masses, findings or relations',
    query: ['table'],
  },
  plan: { path: '/paintings/:id/plan.jpg', type: 'image/jpeg', summary: 'The planned picture', query: AS_OF },
  sheet: { path: '/paintings/:id/sheet.pdf', type: 'application/pdf', summary: 'The plan on one page', query: PAPER },
  transfer: {
    path: '/paintings/:id/transfer.pdf',
    type: 'application/pdf',
    summary: 'Lines for the transfer, at the size of the canvas',
    query: PAPER,
  },
  card: { path: '/card.pdf', type: 'application/pdf', summary: 'The card to print and photograph beside the canvas' },
  jobProgress: {
    path: '/jobs/:id/progress',
    type: 'text/event-stream',
    summary: 'Every change of a piece of work as a server-sent event, until it has ended',
  },
  jobFlat: { path: '/jobs/:id/flat.jpg', type: 'image/jpeg', summary: 'The flat of a reading that is being made' },
  jobDifferences: {
    path: '/jobs/:id/differences.png',
    type: 'image/png',
    summary: 'The map of differences of a reading that is being made',
  },
} as const satisfies Record<string, FileRoute>;
export type FileName = keyof typeof FILES;

type Query = Readonly<Record<string, string | number | null | undefined>>;

/**
 * The address of a file.
 * @param id of the photograph, reference, painting or piece of work; '' where the path names none
 */
export function fileUrl(name: FileName, id: string, query: Query = {}): string {
  const asked = Object.entries(query).flatMap(([key, value]) => (value == null ? [] : [[key, String(value)]]));
  const behind = new URLSearchParams(asked).toString();
  return `/api${FILES[name].path.replace(':id', encodeURIComponent(id))}${behind && `?${behind}`}`;
}
