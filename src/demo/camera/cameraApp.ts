import { mkdir, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import express, { type Express } from 'express';
import sharp from 'sharp';
import { z } from 'zod';
import { RECIPES } from '../paintings';
import { photograph, type Shot } from '../studio/camera';
import { openSheet } from '../studio/files';
import { tonedGround } from '../studio/painter';
import type { Sheet } from '../studio/scene';
import { readDials, setupOf } from './dials';
import { cameraPage } from './page';

const FINDER = { width: 800, height: 600 };
const FRAME = { width: 4000, height: 3000 };
const PX_PER_MM = 5;

const Asked = z.object({ canvas: z.enum(RECIPES.map(({ slug }) => slug) as [string, ...string[]]) });

const two = (n: number) => String(n).padStart(2, '0');
const dayOf = (now: Date, by: string) => [now.getFullYear(), two(now.getMonth() + 1), two(now.getDate())].join(by);
const hourOf = (now: Date, by: string) => [two(now.getHours()), two(now.getMinutes()), two(now.getSeconds())].join(by);

/** A shot as a camera's file: JPEG with the time it was taken. */
const fileOf = ({ data, width, height }: Shot, now: Date) =>
  sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 3 } })
    .withExif({ IFD2: { DateTimeOriginal: `${dayOf(now, ':')} ${hourOf(now, ':')}` } })
    .jpeg({ quality: 90 })
    .toBuffer();

/**
 * The simulated camera as a small web application of its own.
 * @param data where the demo's canvases lie
 * @param inbox where pictures go
 */
export function cameraApp({ data, inbox, now }: { data: string; inbox: string; now: () => Date }): Express {
  const sheets = new Map<string, Promise<Sheet>>();
  let taken = 0;

  async function shoot(query: unknown, frame: { width: number; height: number }): Promise<Shot> {
    const { canvas: slug } = Asked.parse(query);
    const dials = readDials.parse(query);
    const recipe = RECIPES.find((one) => one.slug === slug) ?? RECIPES[0];
    const { widthMm, heightMm } = recipe;
    const size = { width: widthMm * PX_PER_MM, height: heightMm * PX_PER_MM };
    const sheet = sheets.get(slug) ?? openSheet(join(data, `${slug}-canvas.jpg`), size);
    sheets.set(slug, sheet);
    const before = {
      canvas: () => sheet,
      board: () => ({ ...size, data: new Float32Array(size.width * size.height * 3).fill(0.82) }),
      ground: () => tonedGround(size, recipe.ground, 5),
    };
    return photograph(await before[dials.shows](), recipe, setupOf(dials, recipe, { ...frame, seed: 7000 + taken }));
  }

  const app = express();
  app.disable('x-powered-by');
  app.get('/', (_request, response) => response.type('html').send(cameraPage(RECIPES)));
  app.get('/finder.jpg', async (request, response) => {
    const { data: pixels, width, height } = await shoot(request.query, FINDER);
    const jpeg = await sharp(Buffer.from(pixels.buffer), { raw: { width, height, channels: 3 } })
      .jpeg({ quality: 82 })
      .toBuffer();
    response.set('Cache-Control', 'no-store').type('jpeg').send(jpeg);
  });
  app.post('/take', express.json(), async (request, response) => {
    const shot = await shoot(request.body, FRAME);
    const at = now();
    const name = `studio-camera-${dayOf(at, '')}-${hourOf(at, '')}-${++taken}.jpg`;
    await mkdir(inbox, { recursive: true });
    // Written under a hidden name first: the studio looks at whole files only.
    await writeFile(join(inbox, `.${name}`), await fileOf(shot, at));
    await rename(join(inbox, `.${name}`), join(inbox, name));
    response.type('text').send(`Taken: ${name} is in the inbox and waits on the studio’s page to be sorted.`);
  });
  app.use(((error, _request, response, _next) => {
    const said =
      error instanceof z.ZodError
        ? 'A dial stands where the camera knows no position. Nothing was taken.'
        : 'The camera failed. Nothing was taken.';
    response
      .status(error instanceof z.ZodError ? 422 : 500)
      .type('text')
      .send(said);
  }) as express.ErrorRequestHandler);
  return app;
}
