import { expect, test } from 'vitest';
import type { Box } from '../raster';
import { partInWords } from './partWords';

const BOWL: Box = [100, 50, 80, 40];

test.each<[Box, string]>([
  [[100, 55, 30, 30], 'at the left'],
  [[150, 50, 30, 40], 'at the right'],
  [[105, 50, 60, 12], 'at the top'],
  [[105, 80, 60, 10], 'at the foot'],
  [[130, 62, 20, 15], 'in the middle'],
  [[102, 52, 76, 36], 'in part'],
])('%j of a bowl lies %s', (part, words) => expect(partInWords(part, BOWL)).toBe(words));
