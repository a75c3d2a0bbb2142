import { diagonalLines, gridLines, tilesFor, type GridKind, type Line, type Paper } from '../../core/plan';
import { visibleBox } from '../../core/photo';
import type { Place } from '../../core/raster';
import type { SetUp } from '../../contract';
import { finished, MM, openPdf, type Pdf } from '../exchange/pdf';

/** What is drawn for transfer. */
export interface TransferContent {
  readonly title: string;
  readonly canvas: { readonly widthMm: number; readonly heightMm: number };
  readonly rebate: SetUp['rebate'];
  readonly masses: readonly { readonly place: Place }[];
  readonly picture: Uint8Array | null;
  readonly grid: GridKind;
  readonly paper: Paper;
  /** 0..1, how dark the lines are */
  readonly strength: number;
  readonly lines: ReadonlySet<string>;
}

function linesOf({ canvas, rebate, masses, grid, lines }: TransferContent): Line[] {
  const [x, y, w, h] = visibleBox(canvas, rebate);
  const { widthMm, heightMm } = canvas;
  const box = (a: number, b: number, c: number, d: number): Line => ({
    points: [
      [a, b],
      [a + c, b],
      [a + c, b + d],
      [a, b + d],
      [a, b],
    ],
    strong: true,
  });
  return [
    box(0, 0, widthMm, heightMm),
    ...(lines.has('grid') ? gridLines(canvas, grid) : []),
    ...(lines.has('diagonals') ? diagonalLines(canvas) : []),
    ...(lines.has('window') ? [box(x, y, w, h)] : []),
    ...(lines.has('masses')
      ? masses.flatMap(({ place }) =>
          place.outlines.map((outline): Line => ({ points: [...outline, ...outline.slice(0, 1)], strong: true })),
        )
      : []),
  ];
}

/**
 * The lines at canvas size over as many pages as it takes, with a 100 mm rule to check the printer by.
 * @returns a PDF
 */
export async function transferPages(content: TransferContent): Promise<Uint8Array> {
  const { title, canvas, paper, strength, picture } = content;
  const { page, margin, tiles } = tilesFor(canvas, paper);
  const pdf = await openPdf({
    autoFirstPage: false,
    info: { Title: `${title}, lines for transfer`.replace(/[^\x20-\x7e\xa0-\xff]/g, '?') },
  });
  const grey = Math.round(255 * (1 - strength));
  const ink = `#${grey.toString(16).padStart(2, '0').repeat(3)}`;
  const all = linesOf(content);
  const [columns, rows] = [Math.max(...tiles.map((t) => t.column)) + 1, Math.max(...tiles.map((t) => t.row)) + 1];
  for (const tile of tiles) {
    pdf.addPage({ size: [page[0] * MM, page[1] * MM], margin: 0 });
    const at = (x: number, y: number): [number, number] => [(margin + x - tile.x) * MM, (margin + y - tile.y) * MM];
    pdf
      .save()
      .rect(margin * MM, margin * MM, tile.w * MM, tile.h * MM)
      .clip();
    if (picture)
      pdf
        .opacity(0.35)
        .image(Buffer.from(picture), ...at(0, 0), { width: canvas.widthMm * MM, height: canvas.heightMm * MM })
        .opacity(1);
    for (const { points, strong } of all) {
      points.forEach(([x, y], i) => (i === 0 ? pdf.moveTo(...at(x, y)) : pdf.lineTo(...at(x, y))));
      pdf.lineWidth(strong ? 1 : 0.5).stroke(ink);
    }
    pdf.restore();
    joinMarks(pdf, { tile, margin });
    foot(pdf, {
      words: `${title}: page ${tile.row * columns + tile.column + 1} of ${tiles.length}, row ${tile.row + 1} of ${rows}, column ${tile.column + 1} of ${columns}. Lay the crosses of neighbouring pages on each other.`,
      page,
      margin,
    });
  }
  return finished(pdf);
}

/** Crosses in the middle of each overlap: those of two neighbours are the same place of the canvas. */
function joinMarks(pdf: Pdf, { tile: { w, h }, margin }: { tile: { w: number; h: number }; margin: number }): void {
  pdf.lineWidth(0.4);
  for (const x of [5, w - 5])
    for (const y of [5, h - 5])
      for (const [dx, dy] of [
        [3, 0],
        [0, 3],
      ] as const)
        pdf
          .moveTo((margin + x - dx) * MM, (margin + y - dy) * MM)
          .lineTo((margin + x + dx) * MM, (margin + y + dy) * MM)
          .stroke('#000');
}

function foot(
  pdf: Pdf,
  { words, page, margin }: { words: string; page: readonly [number, number]; margin: number },
): void {
  const y = page[1] - margin - 4;
  pdf
    .font('Times-Roman')
    .fontSize(8)
    .fillColor('#000')
    .text(words.replace(/[^\x20-\x7e\xa0-\xff]/g, '?'), (margin + 105) * MM, (y - 2) * MM, {
      width: (page[0] - 2 * margin - 105) * MM,
      height: 8 * MM,
    });
  pdf
    .lineWidth(0.6)
    .moveTo(margin * MM, y * MM)
    .lineTo((margin + 100) * MM, y * MM)
    .stroke('#000');
  for (const x of [0, 100])
    pdf
      .moveTo((margin + x) * MM, (y - 1.5) * MM)
      .lineTo((margin + x) * MM, (y + 1.5) * MM)
      .stroke('#000');
  pdf.fontSize(7).text('this line is 100 mm', (margin + 30) * MM, (y + 0.8) * MM, { lineBreak: false });
}
