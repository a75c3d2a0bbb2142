import { useState } from 'react';
import type { Photo } from '../../contract';
import { useSettings } from '../settings';

// As long as the page: who has looked at the numbers of a photograph cannot guess them any more.
const looked = new Set<string>();

type Guessable = Pick<Photo, 'id' | 'impression'> | undefined;

/** Whether the painter is to guess before anything of a photograph's reading shows; what shows it all the same. */
export function useGuessing() {
  const { settings } = useSettings();
  const [, again] = useState(0);
  return {
    waits: (photo: Guessable): boolean =>
      settings.guessFirst && photo !== undefined && !photo.impression && !looked.has(photo.id),
    reveal(photo: Guessable) {
      if (photo) looked.add(photo.id);
      again((n) => n + 1);
    },
  };
}
