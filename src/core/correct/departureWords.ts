import type { Change } from '../plan';
import { stepsInWords } from '../words';

/**
 * A departure in words, after the name of its place: "one step lighter".
 * @param per how many of the painter's steps make one of a scale of ten
 */
export function departureInWords(change: Change, per = 1): string {
  switch (change.kind) {
    case 'value':
      return `${stepsInWords(change.steps, per)} ${change.steps < 0 ? 'darker' : 'lighter'}`;
    case 'warmth':
      return `${Math.abs(change.units)} units ${change.units < 0 ? 'cooler' : 'warmer'}`;
    case 'chroma':
      return change.factor === 1 ? 'as strong' : `${Math.round(100 * change.factor)} % of its strength`;
    case 'edges':
      return `${Math.abs(change.mm)} mm ${change.mm < 0 ? 'harder' : 'softer'}`;
    case 'simplified':
      return `simplified, nothing under ${change.mm} mm`;
    case 'moved': {
      const [x, y] = change.by;
      const way = [
        x && `${Math.abs(Math.round(x))} mm ${x > 0 ? 'right' : 'left'}`,
        y && `${Math.abs(Math.round(y))} mm ${y > 0 ? 'down' : 'up'}`,
      ]
        .filter(Boolean)
        .join(', ');
      const size = change.scale === 1 ? '' : `${Math.round(100 * change.scale)} % of its size`;
      return ['moved', way, size].filter(Boolean).join(' ');
    }
    case 'ground':
      return 'left as ground';
    case 'left-out':
      return 'left out';
    case 'added':
      return 'added';
    case 'ignored':
      return 'not compared';
  }
}
