/** What Decide and Progress say to do. */
export const DECIDE_TEXT = {
  noneTaken: 'None taken yet. Take a few findings under Decide.',
  outlinePlace: 'Draw round the place on the painting, or tap corner after corner, or choose a mass.',
  noProgress: 'Progress begins with the first session that is read.',
} as const;
