/** What a value that was sent must be, said where a bare bound would not tell. */
export const INPUT_TEXT = {
  bothers: 'Say what bothers you.',
  place: 'Name the place.',
  instruction: 'Say what the hand should do.',
  keyRises: 'A key must rise from its darkest to its lightest knot.',
  drawingName: 'A drawing needs a name.',
  frameHides: 'A frame hides no less than 0 mm.',
  stageName: 'A stage needs a name.',
  approachName: 'An approach needs a name.',
  approachStage: 'An approach needs a stage.',
  viewingLeast: 'A viewing distance is at least 0.2 m.',
  groundValue: 'A ground’s value lies between 0.5 and 10.',
  tapeHides: 'A frame or tape hides no less than 0 mm.',
  sideLeast: 'A canvas side is at least 20 mm.',
  sideMost: 'A canvas side is at most 5000 mm.',
  canvasLong: 'A canvas is at most eight times as long as it is wide.',
  title: 'A painting needs a title.',
} as const;
