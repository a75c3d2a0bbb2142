import type { PaintingRecipe } from '../paintings/recipe';
import { DIALS } from './dials';

const STYLE = `
  * { box-sizing: border-box }
  body { margin: 0; background: #868686; color: #0b0b0b; font: 16px/1.4 system-ui, sans-serif }
  main { display: grid; grid-template-columns: minmax(0, 1fr) 340px; gap: 28px; padding: 24px 28px; max-width: 1500px }
  h1 { font: 500 27px/1.2 Georgia, serif; margin: 0 }
  p { margin: 6px 0 14px }
  #finder { display: block; width: 100%; max-width: calc((100vh - 210px) * 4 / 3); aspect-ratio: 4 / 3; background: #6f6f6f; outline: 2px solid #0b0b0b }
  form { background: #bcbcbc; padding: 18px; align-self: start }
  fieldset { border: 0; border-top: 1px solid #8a8a8a; margin: 0; padding: 5px 0 6px }
  fieldset:first-of-type { border-top: 0; padding-top: 0 }
  legend { font-weight: 650; padding: 0; float: left; width: 100% }
  label { display: inline-block; margin: 0 12px 0 0; padding: 3px 0; font-size: 15px }
  label:has(:checked) { font-weight: 650 }
  input { accent-color: #0b0b0b; margin: 0 4px 0 0 }
  select { font: inherit; width: 100%; padding: 8px; margin: 4px 0; background: #adadad; border: 1px solid #0b0b0b }
  button { width: 100%; max-width: calc((100vh - 210px) * 4 / 3); padding: 14px; margin-top: 10px; background: #0b0b0b; color: #f0f0f0; border: 0; font: 650 17px/1.2 system-ui, sans-serif }
  button:disabled { background: #565656 }
  :focus-visible { outline: 3px solid #fff; box-shadow: 0 0 0 5px #000 }
  @media (max-width: 800px) { main { grid-template-columns: minmax(0, 1fr); padding: 16px } }`;

const SCRIPT = `
  const form = document.querySelector('form'), finder = document.getElementById('finder'), said = document.getElementById('said'), button = document.querySelector('button');
  const query = () => new URLSearchParams(new FormData(form)).toString();
  let waiting = false, again = false;
  const look = () => {
    if (waiting) { again = true; return; }
    waiting = true;
    const next = new Image();
    next.onload = next.onerror = () => { if (next.width) finder.src = next.src; waiting = false; if (again) { again = false; look(); } };
    next.src = '/finder.jpg?' + query();
  };
  form.addEventListener('change', look);
  form.addEventListener('submit', async (event) => {
    event.preventDefault();
    button.disabled = true;
    said.textContent = 'Taking it: twelve megapixels, about ten seconds.';
    try {
      const answer = await fetch('/take', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(Object.fromEntries(new FormData(form))) });
      said.textContent = await answer.text();
    } catch { said.textContent = 'The camera does not answer; nothing was taken. Start the demo again.'; }
    button.disabled = false;
  });
  look();`;

/** The simulated studio camera's own page: a finder, dials, one button. */
export function cameraPage(canvases: readonly Pick<PaintingRecipe, 'slug' | 'title'>[]): string {
  const dials = Object.entries(DIALS).map(([name, { label, positions }]) => {
    const choices = Object.entries(positions).map(
      ([value, words], k) =>
        `<label><input type="radio" name="${name}" value="${value}"${k === 0 ? ' checked' : ''}>${words}</label>`,
    );
    return `<fieldset><legend>${label}</legend>${choices.join('')}</fieldset>`;
  });
  const options = canvases.map(({ slug, title }) => `<option value="${slug}">${title}</option>`).join('');
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Simulated studio camera</title><style>${STYLE}</style></head><body><main><div><h1>Simulated studio camera</h1>
<p>A stand-in for a real one: it photographs the demo canvases and puts the picture into the studio’s inbox.</p>
<img id="finder" alt="What the camera sees"><button form="dials">Take the picture</button><p id="said" role="status" style="min-height: 1.4em"></p></div>
<form id="dials"><fieldset><legend>Canvas</legend><select name="canvas" aria-label="Canvas">${options}</select></fieldset>${dials.join('')}</form></main><script>${SCRIPT}</script></body></html>`;
}
