import { enamelPot } from './enamelPot';
import type { PaintingRecipe } from './recipe';

/** The demo paintings, the one on the easel first. */
export const RECIPES: readonly PaintingRecipe[] = [enamelPot];
