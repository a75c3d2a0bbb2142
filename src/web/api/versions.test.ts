import { describe, expect, test } from 'vitest';
import type { Photo } from '../../contract';
import { SeenVersions } from './versions';

const photo = (corners: string) =>
  ({
    id: 'p',
    versions: { photo: 'a', corners, greys: 'none', areas: 'none', landmarks: 'none', seated: 'none' },
  }) as Photo;
const CORNERS = SeenVersions.name('corners', { photoId: 'p' });

describe('the version a change is made on', () => {
  test('is the one seen last; what was never seen is taken as it is', () => {
    const seen = new SeenVersions();
    expect(seen.of(CORNERS)).toBe('*');
    seen.noteAll(photo('one'));
    expect(seen.of(CORNERS)).toBe('one');
    seen.noteAll({ photo: photo('two') });
    expect(seen.of(CORNERS)).toBe('two');
  });

  test('an answer that set out before my own change is no news', () => {
    const seen = new SeenVersions();
    seen.noteAll(photo('one'));
    seen.replace(CORNERS, 'one', 'two');
    seen.replace(CORNERS, 'two', 'three');
    seen.noteAll(photo('one'));
    expect(seen.of(CORNERS)).toBe('three');
    seen.noteAll(photo('somebody else’s'));
    expect(seen.of(CORNERS)).toBe('somebody else’s');
  });

  test('going back to what was there before ends nowhere else', () => {
    const seen = new SeenVersions();
    seen.noteAll(photo('one'));
    seen.replace(CORNERS, 'one', 'two');
    seen.replace(CORNERS, 'two', 'one');
    expect(seen.of(CORNERS)).toBe('one');
    expect(seen.of(CORNERS, 'two')).toBe('one');
  });

  test('a draft names the version it was begun on, unless this window has replaced it since', () => {
    const seen = new SeenVersions();
    seen.noteAll(photo('two'));
    expect(seen.of(CORNERS, 'one')).toBe('one');
  });
});
