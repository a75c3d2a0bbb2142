import type { Decided } from './deedWords';
import { listed } from './listed';
import type { Told } from './told';

const PARTS = {
  crop: 'the crop',
  key: 'the key',
  masses: 'how many masses there are',
  edits: 'the masses',
  marks: 'what is said of the masses',
  pattern: 'the value pattern',
  focal: 'the focal area',
  path: "the eye's path",
  edges: 'the edge plan',
  departures: 'the departures',
  passages: 'the passages',
  pins: 'the drawing',
  drawings: 'the kept drawings',
  governing: 'the drawing that governs',
  tolerance: 'the tolerance',
  palette: 'the palette notes',
} as const;
/** A part of the plan, as it is told of. */
export type PlanPart = keyof typeof PARTS;
export const PLAN_PARTS = Object.keys(PARTS) as readonly PlanPart[];

const HISTORIES = {
  greys: 'The greys were changed',
  areas: 'The outlined places were changed',
  landmarks: 'The landmarks were changed',
  seated: 'The answers were changed',
  corners: 'The corners were shown anew',
} as const;
/** What is kept of a photograph as a history of sets. */
export type PhotoHistory = keyof typeof HISTORIES;

/**
 * What was done to a thing since it was looked at, as facts. Times by the painter's clock, "14:05"; null = not known.
 */
export type Meanwhile =
  /** version null = the plan was taken back; parts that changed, where the two can be compared */
  | { readonly of: 'plan'; readonly version: number | null; readonly time: string; readonly parts: readonly PlanPart[] }
  | { readonly of: PhotoHistory; readonly time: string | null }
  | { readonly of: 'painting' | 'ground' }
  | { readonly of: 'reference' | 'photo'; readonly fileName: string }
  | { readonly of: 'finding'; readonly decision: Decided | null }
  | { readonly of: 'reading' };

const DECIDED: Record<Decided, string> = {
  taken: 'taken as a correction',
  dismissed: 'dismissed',
  later: 'put off',
  planned: 'taken over into the plan',
};

type Words = { readonly [O in Meanwhile['of']]: (fact: Told<Meanwhile, 'of', O>) => string };

const atTime = (time: string | null) => (time ? `, at ${time}` : '');
const history = ({ of, time }: { readonly of: PhotoHistory; readonly time: string | null }) =>
  `${HISTORIES[of]} meanwhile${atTime(time)}.`;
const WORDS: Words = {
  plan: ({ version, time, parts }) => {
    if (version === null) return 'The plan was taken back meanwhile.';
    const kept = `Version ${version} of the plan was kept meanwhile${atTime(time)}.`;
    return parts.length > 0 ? `${kept} It changed ${listed(parts.map((part) => PARTS[part]))}.` : kept;
  },
  greys: history,
  areas: history,
  landmarks: history,
  seated: history,
  corners: history,
  painting: () => 'The set-up was changed meanwhile.',
  ground: () => 'The ground was changed meanwhile.',
  reference: ({ fileName }) => `What is kept of the reference ${fileName} was changed meanwhile.`,
  photo: ({ fileName }) => `What is said of the photograph ${fileName} was changed meanwhile.`,
  finding: ({ decision }) =>
    decision
      ? `This finding was ${DECIDED[decision]} meanwhile.`
      : 'The decision on this finding was taken back meanwhile.',
  reading: () => 'The photograph was read again meanwhile, so its findings are others.',
};

/** "Version 6 of the plan was kept meanwhile, at 14:05. It changed the key and the departures." */
export const meanwhileInWords = (fact: Meanwhile): string => (WORDS[fact.of] as (fact: Meanwhile) => string)(fact);
