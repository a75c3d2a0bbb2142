import { parseArgs } from 'node:util';
import type { CanvasSize, GreyPatch } from '../core/photo';
import type { FindingKind } from '../core/kinds';
import type { Box, Corners } from '../core/raster';
import { InputError } from '../server/images/inputError';
import { boxIn, readBox, readCorners, readGrey, readSize, refuse } from './reading';

/** Kinds a place can be compared by: what a box alone says enough for. */
const COMPARED = ['value', 'temperature', 'chroma', 'edge', 'drawing'] as const satisfies readonly FindingKind[];
type ComparedKind = (typeof COMPARED)[number];

/** One of the two photographs. */
export interface ComparedPhoto {
  readonly file: string;
  readonly corners?: Corners;
  readonly greys: readonly GreyPatch[];
}

/** What `revlin compare` was asked to measure. */
export interface CompareRequest {
  readonly reference: string;
  readonly canvas: CanvasSize;
  readonly crop?: Box;
  readonly before: ComparedPhoto;
  readonly after: ComparedPhoto;
  readonly regions: readonly { readonly box: Box; readonly kind: ComparedKind }[];
  /** compare them although their shapes are not the reference's */
  readonly insist: boolean;
  readonly json: boolean;
}

export const COMPARE_USAGE =
  'revlin compare --reference FILE --size 400x300 --before FILE --after FILE [--before-corners "x,y x,y x,y x,y"] [--after-corners "x,y x,y x,y x,y"] [--before-grey "x,y,w,h=V"]... [--after-grey "x,y,w,h=V"]... [--crop "x,y,w,h"] [--region "x,y,w,h=KIND"]... [--insist] [--json]';

const isCompared = (kind: string): kind is ComparedKind => COMPARED.some((name) => name === kind);

function readRegion(text: string): CompareRequest['regions'][number] {
  const [place = '', kind = '', ...rest] = text.split('=');
  const box = boxIn(place);
  if (!box || rest.length > 0 || !isCompared(kind.trim()))
    throw refuse(
      '--region',
      text,
      `a box in canvas millimetres and one of ${COMPARED.join(', ')}, like "100,80,60,40=value"`,
    );
  return { box, kind: kind.trim() as ComparedKind };
}

function parse(args: string[]) {
  const one = { type: 'string' } as const;
  const many = { type: 'string', multiple: true, default: [] as string[] } as const;
  const yes = { type: 'boolean', default: false } as const;
  const photos = {
    ...{ before: one, 'before-corners': one, 'before-grey': many },
    ...{ after: one, 'after-corners': one, 'after-grey': many },
  };
  try {
    return parseArgs({
      args,
      allowPositionals: false,
      options: { reference: one, size: one, crop: one, ...photos, region: many, insist: yes, json: yes, help: yes },
    }).values;
  } catch (cause) {
    const said = (cause as Error).message.replace(/\.*(\n[\s\S]*)?$/, '.');
    throw new InputError('arguments', `${said} Usage: ${COMPARE_USAGE}`);
  }
}

type Values = ReturnType<typeof parse>;

/** @param which of the two photographs */
function photoIn(values: Values, which: 'before' | 'after'): ComparedPhoto {
  const file = values[which];
  if (!file)
    throw new InputError(
      'arguments',
      `--${which} is missing: name the ${which === 'before' ? 'earlier' : 'later'} photograph. Usage: ${COMPARE_USAGE}`,
    );
  const corners = values[`${which}-corners`];
  return {
    file,
    corners: corners === undefined ? undefined : readCorners(corners, `--${which}-corners`),
    greys: values[`${which}-grey`].map((text) => readGrey(text, `--${which}-grey`)),
  };
}

/** Reads the command line. @throws InputError naming the option, what came and what would be right */
export function readCompareArguments(args: string[]): CompareRequest | 'help' {
  const values = parse(args);
  if (values.help) return 'help';
  if (!values.reference)
    throw new InputError('arguments', `--reference is missing: name the reference picture. Usage: ${COMPARE_USAGE}`);
  if (!values.size)
    throw new InputError('arguments', '--size is missing: give the canvas in millimetres, like 400x300.');
  return {
    reference: values.reference,
    canvas: readSize(values.size),
    crop: values.crop === undefined ? undefined : readBox('--crop', values.crop, 'reference pixels'),
    before: photoIn(values, 'before'),
    after: photoIn(values, 'after'),
    regions: values.region.map(readRegion),
    insist: values.insist,
    json: values.json,
  };
}
