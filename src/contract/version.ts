import { z } from 'zod';

/**
 * What a change may be late for. A change names the version it was made on in the header If-Match ("*" = whatever is
 * there); one that was
 * made on another than the present version is answered with 412 and what happened in between.
 */
export const GUARDS = [
  'plan',
  'painting',
  'reference',
  'ground',
  'photo',
  'corners',
  'greys',
  'areas',
  'landmarks',
  'seated',
  'finding',
] as const;
export type Guard = (typeof GUARDS)[number];

/** Names what a thing was when it was looked at; equal = nothing has happened to it since. */
export const Version = z.string();

/** Versions of what is kept of a photograph. */
export const PhotoVersions = z.object({
  photo: Version,
  corners: Version,
  greys: Version,
  areas: Version,
  landmarks: Version,
  seated: Version,
});

/** The version of a plan that is not there yet. */
export const NO_VERSION = 'none';
