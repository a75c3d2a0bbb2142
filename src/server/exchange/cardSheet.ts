import { CARD, CARD_VALUES } from '../../core/photo';
import { codeFromLinear, luminanceFromValue } from '../../core/colour';
import { finished, MM, openPdf, type Pdf } from './pdf';

const [PAGE_W, PAGE_H] = [210, 297];
const LEFT = (PAGE_W - CARD.widthMm) / 2;

/**
 * The tone a printer is asked for so that a grey of this value comes out on white paper: relative to the paper, as
 * printing is.
 */
const toneOf = (value: number): string => {
  const paper = luminanceFromValue(Math.max(...CARD_VALUES));
  const code = Math.round(255 * codeFromLinear(luminanceFromValue(value) / paper));
  return `#${code.toString(16).padStart(2, '0').repeat(3)}`;
};

function drawCard(pdf: Pdf, top: number, greys: readonly number[] | null): void {
  const x = (mm: number) => (LEFT + mm) * MM;
  const y = (mm: number) => (top + mm) * MM;
  pdf
    .lineWidth(0.3)
    .rect(x(0), y(0), CARD.widthMm * MM, CARD.heightMm * MM)
    .dash(2, { space: 2 })
    .stroke('#888888')
    .undash();
  for (const [cx, cy] of CARD.rings) {
    pdf.circle(x(cx), y(cy), CARD.ringMm.outer * MM).fill('#000000');
    pdf.circle(x(cx), y(cy), CARD.ringMm.inner * MM).fill('#ffffff');
  }
  CARD.patches.forEach(([px, py, w, h], k) => {
    const box = [x(px), y(py), w * MM, h * MM] as const;
    const grey = greys?.[k];
    if (grey !== undefined) pdf.rect(...box).fill(toneOf(grey));
    pdf
      .lineWidth(0.3)
      .rect(...box)
      .stroke('#888888');
  });
  for (const [fx, fy, w, h] of CARD.fields)
    pdf
      .lineWidth(0.3)
      .rect(x(fx), y(fy), w * MM, h * MM)
      .stroke('#888888');
  const { from, to, top: ruler } = CARD.ruler;
  for (let mm = 0; mm <= to - from; mm++) {
    const long = mm % 10 === 0 ? 5.5 : mm % 5 === 0 ? 4 : 2.5;
    pdf
      .lineWidth(0.4)
      .moveTo(x(from + mm), y(ruler))
      .lineTo(x(from + mm), y(ruler + long))
      .stroke('#000000');
    if (mm % 20 === 0)
      pdf
        .fillColor('#000000')
        .fontSize(7)
        .text(String(mm), x(from + mm - 5), y(ruler + 6.2), { width: 10 * MM, align: 'center', lineBreak: false });
  }
}

/**
 * The sheet with the card to print (A4, true to size): one with printed greys, one whose greys the painter paints.
 * @returns a PDF
 */
export async function cardSheet(): Promise<Uint8Array> {
  const pdf = await openPdf({
    size: [PAGE_W * MM, PAGE_H * MM],
    margin: 0,
    info: { Title: 'A card for photographs, Revlin' },
  });
  const say = (words: string, top: number, { size = 10, bold = false } = {}) =>
    pdf
      .font(bold ? 'Times-Bold' : 'Times-Roman')
      .fontSize(size)
      .fillColor('#000000')
      .text(words, LEFT * MM, top * MM, { width: CARD.widthMm * MM, lineGap: 2 });
  say('A card to stand beside the canvas', 18, { size: 20 });
  say(
    'Print this page at 100 %, not fitted to the page, on matt white paper, and cut along the dashes. The line below must measure 100 mm.',
    30,
  );
  pdf
    .lineWidth(0.6)
    .moveTo(LEFT * MM, 46 * MM)
    .lineTo((LEFT + 100) * MM, 46 * MM)
    .stroke('#000000');
  for (const end of [0, 100])
    pdf
      .moveTo((LEFT + end) * MM, 44 * MM)
      .lineTo((LEFT + end) * MM, 48 * MM)
      .stroke('#000000');
  drawCard(pdf, 54, CARD_VALUES);
  say(
    'Stand it in the plane of the canvas, in the same light, whole in the frame and flat. Its rings are found by themselves; its greys then give the light, its size the scale. Greys as a printer makes them are known to about a quarter of a step.',
    136,
  );
  say(
    'The four empty fields are for paints of your own: strong colours straight from the tube, spread evenly. Once they are measured, they tell how much your phone adds to every colour. You may cut them off below the ruler.',
    153,
  );
  say('Surer: your own greys', 172, { size: 14, bold: true });
  say(
    'Cut this one out instead and paint the six fields with matt paint, lightest on the left, each clearly darker than the one before. Compare them dry with greys of known value, and tell Revlin the six values once.',
    180,
  );
  drawCard(pdf, 200, null);
  return finished(pdf);
}
