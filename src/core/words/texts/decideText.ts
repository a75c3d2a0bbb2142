/** What Decide and Progress say to do. */
export const DECIDE_TEXT = {
  noneTaken: 'None taken yet. Take a few findings under Decide.',
  outlinePlace: 'Draw round the place on the painting, or tap corner after corner, or choose a mass.',
  nothingCompared: 'Made without a reference: your own eye says what to correct.',
  checksIts: 'The next photograph checks its',
  isAbout: 'It is about',
  noProgress: 'Progress begins with the first session that is read.',
} as const;
