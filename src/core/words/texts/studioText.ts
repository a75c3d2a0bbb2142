/** What the studio, its beginnings and its empty pages say. */
export const STUDIO_TEXT = {
  noAnswer: 'Revlin on this machine does not answer. Nothing was changed. Start it again with ./revlin start.',
  leftAsTheOther: 'It was left as it was changed in the other window. Yours was not kept.',
  markIsInstruction: 'A mark is always an instruction: what the hand should do, never what is wrong.',
  canvasProportions: 'The canvas, in its proportions.',
  otherFolder: 'The page may belong to another studio folder.',
  everythingKept: 'Everything you gave is kept. Open the studio again; if it fails again, restart Revlin.',
  noReference: 'Nothing hangs beside the canvas yet. Add the picture it is painted from.',
  referenceHangs: 'The reference hangs. Paint a session, then photograph the canvas.',
  emptyStudio:
    'Begin with a title, the size of the canvas, and the picture it is painted from. After each session, photograph the canvas; Revlin says what differs and keeps the list.',
  inboxFolder: 'Photographs put into its inbox folder come in by themselves.',
  keptHere: 'Everything is kept on this machine.',
  skip: 'Skip to the pictures',
  whatMarksMean: 'What do the marks mean?',
  cannotDraw: 'This browser cannot draw.',
} as const;
