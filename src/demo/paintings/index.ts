import { enamelPot } from './enamelPot';
import { glasshouseDoor } from './glasshouseDoor';
import { plasterShell } from './plasterShell';
import type { PaintingRecipe } from './recipe';

/** The demo paintings, the one on the easel first. */
export const RECIPES: readonly PaintingRecipe[] = [enamelPot, glasshouseDoor, plasterShell];
