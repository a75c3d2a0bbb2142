// Paints the demo pictures and photographs them, from the project's folder: node scripts/run.mjs src/demo/make.ts
// [slug].
// Needed only when a recipe or scene changes.
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { RECIPES } from './paintings';
import type { PaintingRecipe } from './paintings/recipe';
import { photograph, STUDIO } from './studio/camera';
import { jpegOf, jpegOfSheet, openSubject } from './studio/files';
import { drawOutlines, paint, tonedGround } from './studio/painter';
import { belief } from './studio/scene';

const DATA = 'src/demo/data';
const PX_PER_MM = 5;

async function make(recipe: PaintingRecipe): Promise<void> {
  const size = { width: recipe.widthMm * PX_PER_MM, height: recipe.heightMm * PX_PER_MM };
  const subject = await openSubject(join(DATA, recipe.scene), recipe.ids && join(DATA, recipe.ids), size);
  let canvas = tonedGround(size, recipe.ground, 5);
  for (const [n, session] of recipe.sessions.entries()) {
    const mind = belief(subject, { widthMm: recipe.widthMm, mistakes: session.mistakes, misplaced: session.misplaced });
    const moved = belief(
      {
        ...subject,
        picture: {
          ...size,
          data: Float32Array.from({ length: size.width * size.height * 3 }, (_, i) => subject.objects[(i / 3) | 0]),
        },
      },
      { widthMm: recipe.widthMm, misplaced: session.misplaced },
    );
    const objects = Uint8Array.from({ length: size.width * size.height }, (_, i) => Math.round(moved.data[3 * i]));
    canvas = paint(canvas, mind, {
      subject: { picture: subject.picture, objects },
      layers: session.layers,
      widthMm: recipe.widthMm,
      seed: n + 1,
    });
    if (session.outline)
      drawOutlines(canvas, objects, { widthMm: recipe.widthMm, colour: session.outline, seed: n + 1 });
    const shot = photograph(canvas, recipe, { ...STUDIO, ...session.setup });
    const name = `${recipe.slug}-session-${n + 1}`;
    await writeFile(join(DATA, `${name}.jpg`), await jpegOf(shot, 86));
    await writeFile(
      join(DATA, `${name}.json`),
      `${JSON.stringify({ corners: shot.corners, patches: shot.patches })}\n`,
    );
    process.stdout.write(`${name}\n`);
  }
  // The canvas as it stands now, for the simulated studio camera.
  await writeFile(join(DATA, `${recipe.slug}-canvas.jpg`), await jpegOfSheet(canvas));
}

await mkdir(DATA, { recursive: true });
for (const recipe of RECIPES.filter(({ slug }) => !process.argv[2] || slug === process.argv[2])) await make(recipe);
