import { basename } from 'node:path';
import { findingsOf, placeInWords, sentenceFor, type Finding } from '../core/correct';
import {
  CanvasNotFound,
  cardScale,
  combineFlats,
  CornersRefused,
  findCard,
  flatFromPhoto,
  type Flat,
  type FoundCard,
} from '../core/photo';
import {
  CROP_TOLERANCE,
  middleCrop,
  PAINT_RANGE,
  plainCrop,
  planOf,
  resizeMasses,
  type MassMap,
  type PlannedPicture,
  type PlanRequest,
} from '../core/plan';
import {
  accountOf,
  type LightDoubt,
  doubtOf,
  driftPoints,
  NOTHING_SAID,
  readBox,
  readFlat,
  type Reading,
  type Uncertainty,
} from '../core/read';
import { boxOf, type Box, type Picture, type Raster } from '../core/raster';
import { decodePicture } from '../server/images/decodePicture';
import { InputError } from '../server/images/inputError';
import { readRegular } from '../server/images/regularFile';
import type { ReadRequest } from './arguments';

/** Points of the drift lie so far apart, as a share of the canvas's long side. */
const DRIFT_SHARE = 0.03;

/** Masses the command line cuts a plan into. */
const MASSES = 12;

async function openPicture(path: string): Promise<Picture> {
  let bytes: Uint8Array;
  try {
    bytes = await readRegular(path, { name: path, follow: true });
  } catch (cause) {
    if (cause instanceof InputError) throw cause;
    throw new InputError(
      'file',
      `${path} cannot be read (${(cause as NodeJS.ErrnoException).code}): give the path of a picture.`,
    );
  }
  return decodePicture(bytes, basename(path));
}

function cropOf(reference: Picture, { crop, canvas }: ReadRequest): Box {
  if (!crop) return wholeOrMiddle(reference, canvas);
  const [x, y, w, h] = crop;
  if (x < -0.5 || y < -0.5 || x + w > reference.width + 0.5 || y + h > reference.height + 0.5) {
    throw new InputError(
      'crop',
      `--crop "${crop.join(',')}" reaches outside the reference, which is ${reference.width} x ${reference.height} pixels: give a box inside it.`,
    );
  }
  return crop;
}

/** The whole reference where its proportions are the canvas's (give or take a few pixels), else refused: guessing a crop would move everything. */
function wholeOrMiddle(reference: Picture, canvas: ReadRequest['canvas']): Box {
  const { width, height } = reference;
  const off = Math.abs((width / height) * (canvas.heightMm / canvas.widthMm) - 1);
  if (off > Math.max(4 * CROP_TOLERANCE, 3 / Math.min(width, height))) {
    const [x, y, w, h] = middleCrop(reference, canvas).map(Math.round);
    throw new InputError(
      'crop',
      `The reference is ${width} x ${height} pixels, the canvas ${canvas.widthMm} x ${canvas.heightMm} mm: other proportions. Add --crop, for the middle "${x},${y},${w},${h}".`,
    );
  }
  return [0, 0, width, height];
}

function checkBoxes({ regions, canvas, edges }: ReadRequest): void {
  for (const [x, y, w, h] of regions) {
    if (x < 0 || y < 0 || x + w > canvas.widthMm + 1e-6 || y + h > canvas.heightMm + 1e-6) {
      throw new InputError(
        'region',
        `--region "${x},${y},${w},${h}" reaches outside the canvas of ${canvas.widthMm} x ${canvas.heightMm} mm: give a box inside it.`,
      );
    }
  }
  for (const [x, y] of edges.flat()) {
    if (x < 0 || y < 0 || x > canvas.widthMm || y > canvas.heightMm)
      throw new InputError(
        'edge',
        `--edge point ${x},${y} lies outside the canvas of ${canvas.widthMm} x ${canvas.heightMm} mm.`,
      );
  }
}

function checkPhoto(photo: Picture, { corners, greys }: ReadRequest): void {
  for (const [x, y] of corners ?? []) {
    if (x < -0.2 * photo.width || y < -0.2 * photo.height || x > 1.2 * photo.width || y > 1.2 * photo.height) {
      throw new InputError(
        'corners',
        `Corner ${x},${y} lies far outside the photo, which is ${photo.width} x ${photo.height} pixels.`,
      );
    }
  }
  for (const { box } of greys) {
    if (box[0] < 0 || box[1] < 0 || box[0] + box[2] > photo.width || box[1] + box[3] > photo.height) {
      throw new InputError(
        'grey',
        `--grey "${box.join(',')}" reaches outside the photo, which is ${photo.width} x ${photo.height} pixels.`,
      );
    }
  }
}

interface Shown {
  readonly flat: Flat;
  readonly card: FoundCard | null;
}

function flatOrRefusal(
  photo: Picture,
  planned: Pick<PlannedPicture, 'departed'> & { plan: Raster },
  request: ReadRequest,
): Shown {
  // prettier-ignore
  try {
    const { canvas, corners, covered, greys } = request;
    const card = greys.length === 0 ? findCard(photo) : null;
    const known = card ? card.greys : greys;
    return { card, flat: flatFromPhoto(photo, { canvas, corners, covered, greys: known, card: card?.rings, ...planned }) };
  } catch (cause) {
    if (cause instanceof CanvasNotFound)
      throw new InputError(
        'corners',
        `The canvas was not found surely in the photo (${cause.message}): give its corners with --corners "x,y x,y x,y x,y", clockwise from the painting's top left.`,
      );
    if (cause instanceof CornersRefused)
      throw new InputError(
        'corners',
        `--corners cannot be used: ${cause.message} Give them clockwise from the painting's top left.`,
      );
    throw cause;
  }
}

const planRequest = (reference: Picture, request: ReadRequest): PlanRequest => ({
  crop: plainCrop(cropOf(reference, request)),
  canvas: request.canvas,
  key: request.key,
  paint: PAINT_RANGE,
  count: MASSES,
  edits: [],
  departures: request.departures,
  pins: [],
});

/** Carries out `revlin read`. @throws InputError for input that cannot be measured */
export async function readCommand(request: ReadRequest): Promise<ReadReport> {
  checkBoxes(request);
  const [reference, ...photos] = await Promise.all([request.reference, ...request.photos].map(openPicture));
  photos.forEach((photo) => checkPhoto(photo, request));
  const { picture: plan, masses, departed } = planOf(reference, planRequest(reference, request), { ground: null, added: new Map() }); // prettier-ignore
  const shown = photos.map((photo) => flatOrRefusal(photo, { plan, departed }, request));
  const flat = combineFlats(shown.map((one) => one.flat));
  const reading = readFlat(flat, { plan, masses });
  const sized = resizeMasses(masses, reading.aligned);
  const findings = findingsOf(reading, { massOf: sized.massOf, ids: sized.ids, uncertainty: doubtOf(flat) });
  const forms = request.forms ? { forms: formsIn(reading, masses, doubtOf(flat)) } : {};
  return { ...report(request, { flat, reading, findings, card: shown[0].card }), ...forms };
}

export type ReadReport = ReturnType<typeof report> & { forms?: ReturnType<typeof formsIn> };

/** One sigma -> half the width of the interval that holds the truth nine times in ten (normal errors). */
const ninetyPercent = ({ value, warmth }: Uncertainty): Uncertainty => ({
  value: 1.645 * value,
  warmth: 1.645 * warmth,
});

const nameOf = (finding: Finding, { widthMm, heightMm }: ReadRequest['canvas']) => {
  const [x, y, w, h] = finding.region.box;
  if (finding.whole) return 'whole drawing';
  return placeInWords([(x + w / 2) / widthMm, (y + h / 2) / heightMm]);
};

/** Every surface of the plan that turns, in one mass or several: their boxes, the lighter first, and the steps it turns through. */
function formsIn(reading: Reading, masses: MassMap, light: LightDoubt) {
  const { forms, turnings } = accountOf(reading, masses, { ...NOTHING_SAID, light });
  return [...forms.map(({ id, span, flat }) => ({ ids: [id], span, flat })), ...turnings].map(
    ({ ids, span, flat }) => ({
      boxes: ids.map((id) => {
        const mass = reading.masses.find((one) => one.id === id);
        return (mass && boxOf(mass.place)) ?? ([0, 0, 0, 0] as const);
      }),
      target: { steps: span.planned },
      painted: { steps: span.painted },
      readsFlat: flat,
    }),
  );
}

function report(
  request: ReadRequest,
  { flat, reading, findings, card }: { flat: Flat; reading: Reading; findings: Finding[]; card: FoundCard | null },
) {
  const { light } = flat;
  const { drift } = reading.aligned;
  return {
    photo: {
      corners: flat.corners,
      cornersFrom: flat.cornersFrom,
      lensBend: flat.lens.bend,
      confidence: flat.confidence,
      glareFraction: flat.glareShare,
      sharpnessMm: Number.isFinite(flat.blurMm) ? flat.blurMm : null,
      light: {
        method: light.method,
        gainStops: light.gainStops,
        fallOffStops: light.fallOffStops,
        agreement: light.agreement,
      },
      /** the printed card, where it stands in the frame: its rings (photo px) and its size in the canvas's millimetres as a share of its own */
      card: card && { rings: card.rings, scale: cardScale(card.rings, flat.whole, request.canvas) },
      uncertainty: ninetyPercent(light.uncertainty),
    },
    regions: request.regions.map((box) => {
      const c = readBox(reading.aligned, box, flat);
      if (!c)
        throw new InputError(
          'region',
          `--region "${box.join(',')}" cannot be read: it is under glare or smaller than a pixel. Give a larger box.`,
        );
      const plain = ({ value, lab, warmth, chroma, hue }: typeof c.target) => ({ value, lab, warmth, chroma, hue });
      return {
        box,
        target: plain(c.target),
        painted: plain(c.painted),
        difference: c.difference,
        uncertainty: ninetyPercent(c.uncertainty),
      };
    }),
    edges: [] as unknown[],
    drawing: { global: drift.global, drift: driftPoints(drift, DRIFT_SHARE * Math.max(request.canvas.widthMm, request.canvas.heightMm)) }, // prettier-ignore
    findings: findings.map((f) => ({
      kind: f.kind,
      region: f.region,
      difference: f.shift ? { ...f.difference, shift: f.shift.by } : f.difference,
      uncertainty: ninetyPercent(f.uncertainty),
      words: sentenceFor(f, nameOf(f, request.canvas)),
    })),
  };
}
