import type { PhotoHistory } from './meanwhileWords';
import type { Told } from './told';

/** What the painter said to a finding. */
export type Decided = 'taken' | 'dismissed' | 'later' | 'planned';

/** What was done, as facts. Sessions by their number then, places by the painter's name for them. */
export type Deed =
  | { readonly what: 'session' | 'session-changed' | 'session-deleted'; readonly session: number }
  | {
      readonly what: 'photo-added' | 'photo-aside' | 'photo-back' | 'photo-deleted' | 'photo';
      readonly session: number;
    }
  | { readonly what: PhotoHistory; readonly session: number }
  | { readonly what: 'ground' | 'set-up' | 'size' }
  | { readonly what: 'plan'; readonly version: number }
  | {
      readonly what: 'reference-added' | 'reference-aside' | 'reference-back' | 'reference-deleted' | 'reference';
      readonly name: string;
    }
  | { readonly what: 'crop-deleted'; readonly name: string }
  | { readonly what: 'archived' | 'unarchived' | 'painting-deleted' | 'brought-back'; readonly name: string }
  | { readonly what: 'decision'; readonly decision: Decided | null; readonly name: string }
  | { readonly what: 'correction-added' | 'correction-off' | 'correction-on'; readonly name: string }
  | { readonly what: 'left-out'; readonly name: string };

type Words = { readonly [W in Deed['what']]: (deed: Told<Deed, 'what', W>) => string };

const of = (what: string) => (deed: { readonly session: number }) => `${what}, session ${deed.session}`;

const WORDS: Words = {
  session: ({ session }) => `session ${session} begun`,
  'session-changed': ({ session }) => `session ${session} changed`,
  'session-deleted': ({ session }) => `session ${session} deleted`,
  'photo-added': of('photograph added'),
  'photo-aside': of('photograph left out'),
  'photo-back': of('photograph taken back'),
  'photo-deleted': of('photograph deleted'),
  photo: of('photograph described'),
  corners: of('corners shown'),
  greys: of('greys marked'),
  areas: of('places outlined'),
  landmarks: of('landmarks shown'),
  seated: of('whether it sits'),
  ground: () => 'the ground',
  'set-up': () => 'the set-up',
  size: () => 'the size of the canvas',
  plan: ({ version }) => `plan version ${version} kept`,
  'reference-added': ({ name }) => `reference ${name} added`,
  'reference-aside': ({ name }) => `reference ${name} set aside`,
  'reference-back': ({ name }) => `reference ${name} taken back`,
  'reference-deleted': ({ name }) => `reference ${name} deleted`,
  reference: ({ name }) => `reference ${name} changed`,
  'crop-deleted': ({ name }) => `crop ${name} deleted`,
  archived: ({ name }) => `“${name}” archived`,
  unarchived: ({ name }) => `“${name}” taken out of the archive`,
  'painting-deleted': ({ name }) => `“${name}” deleted`,
  'brought-back': ({ name }) => `${name}, brought back`,
  decision: ({ decision, name }) => `${name}, ${decision ? DONE[decision] : 'decision taken back'}`,
  'correction-added': ({ name }) => `${name}, your correction`,
  'correction-off': ({ name }) => `${name}, off the list`,
  'correction-on': ({ name }) => `${name}, on the list again`,
  'left-out': ({ name }) => `${name} left out`,
};
const DONE: Record<Decided, string> = {
  taken: 'taken',
  dismissed: 'dismissed',
  later: 'not now',
  planned: 'meant to be so',
};

/** What was done, in short: "corners shown, session 4". */
export const deedInWords = (deed: Deed): string => (WORDS[deed.what] as (deed: Deed) => string)(deed);

type Deletion = Extract<Deed['what'], `${string}-deleted`>;
const GONE: { readonly [W in Deletion]: (deed: Told<Deed, 'what', W>) => string } = {
  'painting-deleted': ({ name }) => `“${name}”`,
  'session-deleted': ({ session }) => `session ${session}`,
  'photo-deleted': ({ session }) => `a photograph of session ${session}`,
  'reference-deleted': ({ name }) => `reference ${name}`,
  'crop-deleted': ({ name }) => `crop ${name}`,
};
/** Deeds by which something was deleted. */
export const DELETIONS = Object.keys(GONE) as Deletion[];
/** What a deed has deleted: "a photograph of session 3". @param deed one of DELETIONS */
export const deletedInWords = (deed: Deed): string => (GONE[deed.what as Deletion] as (deed: Deed) => string)(deed);

/** From where something was done. */
export type Whence = 'here' | 'elsewhere' | 'phone' | 'program';
const WHENCE: Record<Whence, string> = {
  here: '',
  elsewhere: ' in another window',
  phone: ' from the phone',
  program: ' by another program',
};

/** "14:05 in another window". @param day null = today */
export const doneInWords = (time: string, { day, whence }: { day: string | null; whence: Whence }): string =>
  `${day ? `${day}, ` : ''}${time}${WHENCE[whence]}`;

/** What stands beside the two buttons: "Last: corners shown, session 4." @param undone it was taken back */
export const lastInWords = (words: string, undone: boolean): string => `${undone ? 'Undone' : 'Last'}: ${words}.`;
