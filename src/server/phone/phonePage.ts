import type { DeedDone } from '../../contract';

/**
 * What the phone shows: plain HTML over plain http, so that any phone's own camera can be used through its file picker.
 */
const escape = (text: string) => text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`);

const STYLE = `
  * { box-sizing: border-box }
  body { margin: 0; padding: 20px; background: #868686; color: #0b0b0b; font: 18px/1.4 Georgia, serif; min-height: 100vh }
  h1 { font-size: 24px; line-height: 1.25; font-weight: 500; margin: 0 0 8px }
  svg { display: block; width: 100%; max-height: 34vh; margin: 16px 0 }
  label { display: block; position: relative; padding: 19px 16px; margin: 0 0 12px; border: 2px solid #0b0b0b; text-align: center;
    font: 650 18px/1.2 system-ui, sans-serif }
  label.act { background: #0b0b0b; color: #f0f0f0 }
  label:focus-within { outline: 3px solid #fff; box-shadow: 0 0 0 5px #000 }
  input { position: absolute; inset: 0; width: 100%; height: 100%; opacity: 0 }
  button { width: 100%; padding: 15px 16px; margin: 0 0 12px; border: 0; border-bottom: 2px solid #0b0b0b; background: none;
    color: inherit; font: 600 17px/1.25 system-ui, sans-serif }
  button:focus-visible { outline: 3px solid #fff; box-shadow: 0 0 0 5px #000 }
  .said { background: #bcbcbc; padding: 14px 16px; margin: 0 0 16px }`;

function page(title: string, body: string): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escape(title)}</title><style>${STYLE}</style></head><body><main>${body}</main></body></html>`;
}

/** The canvas's outline in a frame, as it should stand in the picture. */
function outline({ widthMm, heightMm }: { widthMm: number; heightMm: number }): string {
  const [w, h] = widthMm >= heightMm ? [100, 75] : [75, 100];
  const scale = 0.8 * Math.min(w / widthMm, h / heightMm);
  const [cw, ch] = [widthMm * scale, heightMm * scale];
  return `<svg viewBox="0 0 ${w} ${h}" role="img" aria-label="The whole canvas inside the frame"><rect x="1" y="1" width="${w - 2}" height="${h - 2}" fill="none" stroke="#0b0b0b" stroke-width="1"/><rect x="${(w - cw) / 2}" y="${(h - ch) / 2}" width="${cw}" height="${ch}" fill="#bcbcbc" stroke="#0b0b0b" stroke-width="1.6"/></svg>`;
}

interface Taking {
  /** what became of the last one; null at first */
  readonly said: string | null;
  /** the page's own path */
  readonly at: string;
  readonly undo: DeedDone | null;
  readonly redo: DeedDone | null;
}

const turning = (at: string, turn: 'undo' | 'redo', deed: DeedDone | null) =>
  deed
    ? `<form method="post" action="${at}/${turn}"><button>${turn === 'undo' ? 'Undo' : 'Redo'}: ${escape(deed.words)}</button></form>`
    : '';

/** The page that takes photographs, and takes back what it has taken. */
export function takingPage(
  { title, session, widthMm, heightMm }: { title: string; session: number; widthMm: number; heightMm: number },
  { said, at, undo, redo }: Taking,
): string {
  const form = (words: string, kind: string, capture: string) =>
    `<form method="post" action="${at}" enctype="multipart/form-data"><label class="${kind}">${words}<input type="file" name="file" accept="image/*" ${capture} onchange="this.form.submit()"></label><noscript><button>Send it</button></noscript></form>`;
  return page(
    title,
    `<h1>${escape(title)}, session ${session}</h1>
${said ? `<p class="said" role="status">${escape(said)}</p>` : '<p>Stand square before it, all four corners in the frame, no lamp shining in the paint.</p>'}
${outline({ widthMm, heightMm })}
${form(said ? 'Take another' : 'Take the photograph', 'act', 'capture="environment"')}
${form('Choose one that is on the phone', '', '')}
${turning(at, 'undo', undo)}
${turning(at, 'redo', redo)}`,
  );
}

/** A page that only says something. */
export const sayingPage = (words: string): string => page('Revlin', `<h1>${escape(words)}</h1>`);
