import { z } from 'zod';
import { groundOf } from '../photo/groundRows';
import { planSheet } from './planSheet';
import { massesOf } from './plans';
import { setUpOf } from './planRows';
import { planTask } from './planTask';
import { rowOf, type PaintingRow } from '../studio/rows';
import { getSettings } from '../studio/settings';
import type { Studio } from '../studio/studio';
import { transferPages } from './transferPages';
import { InputError } from '../images/inputError';

/** What is asked for on paper, as it stands in an address. */
export const PaperQuery = z.object({
  grid: z.enum(['none', 'mm', 'shares', 'thirds']).default('mm'),
  paper: z.enum(['a4', 'a3', 'letter']).default('a4'),
  strength: z.coerce.number().min(1).max(100).default(60),
  lines: z.string().max(200).default('grid,masses'),
});
type PaperQuery = z.infer<typeof PaperQuery>;

async function opened(studio: Studio, paintingId: string) {
  const painting = await rowOf<PaintingRow>(studio.db, 'painting', paintingId);
  const plan = await planTask(studio, painting);
  if (!plan)
    throw new InputError(
      'no-reference',
      'This painting has no reference yet, so there is no plan to print. Add the picture it is painted from first.',
      409,
    );
  const pictures = () => studio.crew.run('sheet', { plan: plan.task });
  return { painting, plan, pictures, setUp: setUpOf(painting), masses: await massesOf(studio, paintingId) };
}

/** The plan on one page, as a PDF. @throws InputError without a reference */
export async function sheetOf(studio: Studio, paintingId: string, { grid }: PaperQuery): Promise<Uint8Array> {
  const { painting, pictures, ...rest } = await opened(studio, paintingId);
  const [settings, { colour }] = await Promise.all([getSettings(studio), groundOf(studio.db, paintingId)]);
  return planSheet({
    ...rest,
    pictures: await pictures(),
    title: painting.title,
    canvas: painting,
    settings,
    ground: colour,
    grid,
  });
}

/** Its lines at canvas size, as a PDF. @throws InputError without a reference */
export async function transferOf(
  studio: Studio,
  paintingId: string,
  { grid, paper, strength, lines }: PaperQuery,
): Promise<Uint8Array> {
  const { painting, pictures, setUp, masses } = await opened(studio, paintingId);
  const wanted = new Set(lines.split(','));
  return transferPages({
    title: painting.title,
    canvas: painting,
    rebate: setUp.rebate,
    masses,
    picture: wanted.has('picture') ? (await pictures()).planned : null,
    grid,
    paper,
    strength: strength / 100,
    lines: wanted,
  });
}
