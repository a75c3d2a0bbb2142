import type { Box } from '../raster';

const ALL = 0.6; // of a thing's height and width from which a part runs all along it
const MIDDLE = 0.12; // of its width or height either way

/** Where in a thing a part of it lies, to follow its name: "at the left". Boxes in canvas mm. */
export function partInWords(part: Box, whole: Box): string {
  const [wide, tall] = [part[2] / whole[2], part[3] / whole[3]];
  const aside = (part[0] + part[2] / 2 - whole[0] - whole[2] / 2) / whole[2];
  const below = (part[1] + part[3] / 2 - whole[1] - whole[3] / 2) / whole[3];
  if (Math.max(Math.abs(aside), Math.abs(below)) < MIDDLE)
    return Math.min(wide, tall) < ALL ? 'in the middle' : 'in part';
  if (Math.abs(aside) >= Math.abs(below)) return aside < 0 ? 'at the left' : 'at the right';
  return below < 0 ? 'at the top' : 'at the foot';
}
