import { codeFromLinear, linearFromLab, valueScale } from '../../core/colour';
import type { SetUp, Settings } from '../../contract';
import { gridLines, knotsInUse, makeKey, type GridKind, type Line } from '../../core/plan';
import { departureInWords } from '../../core/correct';
import { boxOf, placeHolds, type Point } from '../../core/raster';
import type { massesOf } from './plans';
import type { planTask } from './planTask';
import { finished, MM, openPdf, type Pdf } from '../exchange/pdf';
import type { Tasks } from '../jobs/tasks';

const [PAGE_W, PAGE_H] = [210, 297];
const LEFT = 14;
const WIDE = PAGE_W - 2 * LEFT;

/** Everything that stands on a plan sheet. */
export interface SheetContent {
  readonly title: string;
  readonly canvas: { readonly widthMm: number; readonly heightMm: number };
  readonly setUp: SetUp;
  readonly ground: { readonly value: number } | null;
  readonly plan: NonNullable<Awaited<ReturnType<typeof planTask>>>;
  readonly pictures: Tasks['sheet']['answer'];
  readonly masses: Awaited<ReturnType<typeof massesOf>>;
  readonly settings: Settings;
  readonly grid: GridKind;
}

/** The built-in fonts know Latin-1 only: what they cannot print becomes a question mark rather than a wrong letter. */
const printable = (words: string): string =>
  words
    .replace(/[’‘]/g, "'")
    .replace(/[“”]/g, '"')
    .replace(/[−–—]/g, '-')
    .replace(/[^\n\x20-\x7e\xa0-\xff]/g, '?');

interface Pen {
  readonly pdf: Pdf;
  say(
    words: string,
    at: readonly [x: number, y: number],
    how?: { size?: number; bold?: boolean; width?: number; height?: number; align?: 'left' | 'right' },
  ): void;
}

const penOf = (pdf: Pdf): Pen => ({
  pdf,
  say(words, [x, y], { size = 9, bold = false, width = WIDE, height, align = 'left' } = {}) {
    pdf
      .font(bold ? 'Times-Bold' : 'Times-Roman')
      .fontSize(size)
      .fillColor('#000')
      .text(printable(words), x * MM, y * MM, {
        width: width * MM,
        align,
        lineGap: 1,
        ...(height !== undefined && { height: height * MM, ellipsis: true }),
      });
  },
});

/** Lines in canvas mm on a picture laid at some mm of the page. */
function drawLines(pdf: Pdf, lines: readonly Line[], place: (x: number, y: number) => [number, number]): void {
  for (const { points, strong } of lines) {
    for (const [colour, width] of [
      ['#ffffff', strong ? 1.5 : 1.1],
      ['#000000', strong ? 0.7 : 0.4],
    ] as const) {
      points.forEach(([x, y], i) => (i === 0 ? pdf.moveTo(...place(x, y)) : pdf.lineTo(...place(x, y))));
      pdf.lineWidth(width).stroke(colour);
    }
  }
}

function keyGraph(
  { pdf, say }: Pen,
  { plan, pictures, settings }: SheetContent,
  [x0, y0]: readonly [number, number],
): void {
  const size = 44;
  const knots = knotsInUse(plan.task.key, pictures.range, plan.task.paint);
  const key = makeKey(knots);
  const at = (reference: number, paint: number): [number, number] => [
    (x0 + (reference * size) / 10) * MM,
    (y0 + size - (paint * size) / 10) * MM,
  ];
  pdf.lineWidth(0.25);
  for (let v = 0; v <= 10; v++)
    pdf
      .moveTo(...at(v, 0))
      .lineTo(...at(v, 10))
      .moveTo(...at(0, v))
      .lineTo(...at(10, v))
      .stroke('#999999');
  pdf
    .moveTo(...at(0, 0))
    .lineTo(...at(10, 10))
    .dash(1.5, { space: 1.5 })
    .stroke('#000')
    .undash();
  pdf.lineWidth(1.4).moveTo(...at(0, key(0)));
  for (let v = 0.1; v <= 10; v += 0.1) pdf.lineTo(...at(v, key(v)));
  pdf.stroke('#000');
  const { darkest, white } = plan.content.key;
  const number = valueScale(settings).show;
  say(
    `Key: your darkest mixture ${number(darkest)}, your lightest ${number(white)}. Reference along, paint upwards.`,
    [x0, y0 + size + 1.5],
    { size: 8, width: size + 8 },
  );
}

const figure = (v: number) => String(Math.round(v) + 0);

function massTable(pen: Pen, { masses, settings, plan }: SheetContent, [x0, y0]: readonly [number, number]): void {
  const { pdf, say } = pen;
  const columns = { Mass: 0, family: 52, value: 74, warmth: 88, chroma: 104 };
  for (const [name, x] of Object.entries(columns)) say(name, [x0 + x, y0], { bold: true, size: 8.5 });
  const largest = [...masses].sort((a, b) => b.share - a.share);
  const room = 14;
  largest.slice(0, room).forEach((mass, i) => {
    const y = y0 + 5 + i * 4.4;
    const mark = plan.content.marks.find(({ name }) => name && name === mass.name);
    const tags = [mark?.loose && 'loose', mark?.quiet && 'quiet'].filter(Boolean).join(', ');
    pdf.rect(x0 * MM, (y + 0.4) * MM, 3 * MM, 2.6 * MM).fill(swatch(mass.target.lab));
    say(`${mass.name}${tags ? ` (${tags})` : ''}`, [x0 + 4.5, y], { size: 8.5, width: 47 });
    const { value, warmth, chroma } = mass.target;
    const row = {
      family: mass.family,
      value: valueScale(settings).show(value),
      warmth: figure(warmth),
      chroma: figure(chroma),
    };
    for (const name of ['family', 'value', 'warmth', 'chroma'] as const)
      say(row[name], [x0 + columns[name], y], { size: 8.5 });
  });
  if (largest.length > room)
    say(`and ${largest.length - room} smaller ones`, [x0 + 4.5, y0 + 5 + room * 4.4], { size: 8.5 });
}

/** A colour as a printer is asked for it: sRGB, clipped. */
function swatch([L, a, b]: readonly [number, number, number]): string {
  const code = linearFromLab({ L, a, b }).map((v) => Math.round(255 * codeFromLinear(Math.min(1, Math.max(0, v)))));
  return `#${code.map((v) => v.toString(16).padStart(2, '0')).join('')}`;
}

/** Where the plan departs from the reference, place by place. */
const departuresOf = ({ plan, masses, settings }: SheetContent): string =>
  plan.content.departures
    .map(({ where, change }) => {
      const box = 'place' in where ? boxOf(where.place) : null;
      const at: Point = 'mass' in where ? where.mass : box ? [box[0] + box[2] / 2, box[1] + box[3] / 2] : [0, 0];
      const mass = masses.find(({ place }) => placeHolds(place, at));
      return `${'place' in where ? 'in ' : ''}${mass?.name ?? 'a place'} ${departureInWords(change, settings.scaleSteps / 10)}`;
    })
    .join('; ');

const CAUTION =
  'Solvents and their vapours, lead and cadmium pigments and sanding dust can harm: air the room, keep paint off skin and food. Rags with oil or solvent can heat up and burn by themselves: dry them spread out, or keep them under water in a closed metal tin. Follow the safety sheet of each product and local rules.';

/** Title and facts. @returns where the next thing may stand, mm from the top */
function heading({ pdf, say }: Pen, { title, canvas, setUp, plan, settings, ground }: SheetContent): number {
  say(title, [LEFT, 11], { size: 20 });
  const stage = setUp.approach?.stages.find(({ id }) => id === setUp.stage);
  const facts = [
    `${Math.round(canvas.widthMm)} x ${Math.round(canvas.heightMm)} mm`,
    setUp.surface,
    ground && `ground of value ${valueScale(settings).show(ground.value)}`,
    setUp.approach && `${setUp.approach.name}${stage ? `, now: ${stage.name}` : ''}`,
    `plan version ${plan.row.version}`,
  ];
  const line = facts.filter(Boolean).join('  |  ');
  say(line, [LEFT, 20], { size: 9.5 });
  pdf.font('Times-Roman').fontSize(9.5);
  return 23 + pdf.heightOfString(printable(line), { width: WIDE * MM }) / MM;
}

/** What the frame leaves to be seen, as a line round it; none where it hides nothing. */
function windowLines({ canvas, setUp }: SheetContent): Line[] {
  const { top, right, bottom, left } = setUp.rebate;
  if (top + right + bottom + left === 0) return [];
  const [x1, y1] = [canvas.widthMm - right, canvas.heightMm - bottom];
  const points: [number, number][] = [
    [left, top],
    [x1, top],
    [x1, y1],
    [left, y1],
    [left, top],
  ];
  return [{ points, strong: true }];
}

/**
 * The reference as large as the page leaves room for, with grid, window and focal area.
 * @returns where the next thing may stand, mm from the top
 */
function mainPicture({ pdf }: Pen, content: SheetContent, y0: number): number {
  const { canvas, pictures, plan, grid } = content;
  const tall = Math.min(102, (WIDE * canvas.heightMm) / canvas.widthMm);
  const wide = (tall * canvas.widthMm) / canvas.heightMm;
  pdf.image(Buffer.from(pictures.reference), LEFT * MM, y0 * MM, { width: wide * MM, height: tall * MM });
  const place = (x: number, y: number): [number, number] => [
    (LEFT + (x * wide) / canvas.widthMm) * MM,
    (y0 + (y * tall) / canvas.heightMm) * MM,
  ];
  drawLines(pdf, [...gridLines(canvas, grid), ...windowLines(content)], place);
  const { focal } = plan.content;
  if (focal) {
    const [cx, cy] = place(...focal.at);
    const scale = (wide / canvas.widthMm) * MM;
    for (const [colour, width] of [
      ['#fff', 2.4],
      ['#000', 0.9],
    ] as const)
      pdf
        .lineWidth(width)
        .ellipse(cx, cy, focal.rx * scale, focal.ry * scale)
        .stroke(colour);
  }
  return y0 + tall + 4;
}

/** Two values, the plan's pattern and the plan itself beside one another. @returns where the next thing may stand */
function smallPictures({ pdf, say }: Pen, { canvas, pictures, plan, settings }: SheetContent, y: number): number {
  const each = (WIDE - 8) / 3;
  const low = Math.min(46, (each * canvas.heightMm) / canvas.widthMm);
  const thin = (low * canvas.widthMm) / canvas.heightMm;
  const small = [
    [pictures.two, `Two values, parting at ${valueScale(settings).show(pictures.split)}`],
    [pictures.tones, `${plan.content.pattern.tones} values`],
    [pictures.planned, 'As planned: key and departures'],
  ] as const;
  small.forEach(([jpeg, words], i) => {
    const x = LEFT + i * (each + 4);
    pdf.image(Buffer.from(jpeg), x * MM, y * MM, { width: thin * MM, height: low * MM });
    say(words, [x, y + low + 1], { size: 8.5, width: each });
  });
  return y + low + 6.5;
}

/** Shares of dark, middle and light, and which way the scale runs. */
function sharesLine({ pictures, settings }: SheetContent): string {
  const percent = (v: number) => `${Math.round(100 * v)} %`;
  const { dark, middle, light } = pictures.shares;
  const [zero, most] = settings.scale === 'black-is-0' ? ['black', 'white'] : ['white', 'black'];
  return `${percent(dark)} dark, ${percent(middle)} middle, ${percent(light)} light. Values run 0 ${zero} to ${settings.scaleSteps} ${most}.`;
}

/** Departures, palette and wishes, as far as the page has room; the caution at its foot. */
function notes({ pdf, say }: Pen, content: SheetContent, y: number): void {
  const foot = PAGE_H - 19;
  const words = departuresOf(content);
  const { palette } = content.plan.content;
  const { wishes } = content.setUp;
  const lines = [words && `Departures: ${words}.`, palette && `Palette: ${palette}`, wishes && `Wishes: ${wishes}`];
  say(lines.filter(Boolean).join('\n'), [LEFT, y], { size: 8.5, width: 52, height: foot - 4 - y });
  pdf
    .lineWidth(0.4)
    .moveTo(LEFT * MM, (foot - 2) * MM)
    .lineTo((LEFT + WIDE) * MM, (foot - 2) * MM)
    .stroke('#000');
  say(CAUTION, [LEFT, foot], { size: 7.5 });
}

/** The plan on one A4 page. @returns a PDF */
export async function planSheet(content: SheetContent): Promise<Uint8Array> {
  const pdf = await openPdf({
    size: [PAGE_W * MM, PAGE_H * MM],
    margin: 0,
    info: { Title: printable(`${content.title}, plan`) },
  });
  const pen = penOf(pdf);
  const shares = smallPictures(pen, content, mainPicture(pen, content, heading(pen, content)));
  pen.say(sharesLine(content), [LEFT, shares], { size: 9 });
  const key = shares + 6;
  keyGraph(pen, content, [LEFT, key]);
  massTable(pen, content, [LEFT + 58, key - 1]);
  notes(pen, content, key + 57); // below the key and its words
  return finished(pdf);
}
