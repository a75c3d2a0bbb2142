/** What the studio, its beginnings and its empty pages say. */
export const STUDIO_TEXT = {
  noAnswer: 'Revlin is not running. Nothing was changed. Start it again with ./revlin start.',
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
  paintingDeleted:
    'This painting was deleted. For 30 days it can be brought back: in the studio, open “Archived and deleted”.',
  notDeleted: 'This is back already, or its 30 days are over. Nothing was changed.',
  sample:
    'Or look at a finished one first: the sample painting comes with its plan, five sessions and their corrections. Delete it when you have seen enough.',
  sampleMaking: 'The sample painting is being made. This takes half a minute or so.',
  noSample: 'There is no sample painting here. Nothing was changed. Begin a painting of your own.',
  archiveKeeps: 'It leaves the studio and keeps everything. Take it out of the archive whenever you like.',
  deleteKeeps:
    'It goes with its sessions, photographs and corrections. You can bring it back for 30 days; after that only the photographs’ files are left, in the folder “unclaimed”.',
  deleteSession:
    'It goes with its photographs and the corrections taken in it. The other sessions keep their numbers. You can bring it back for 30 days.',
  nothingArchived: 'No painting is in the archive.',
  nothingDeleted: 'Nothing was deleted in the last 30 days.',
  deletedStay: 'What is deleted can be brought back for 30 days.',
  cannotDraw: 'This browser cannot draw.',
} as const;
