/** Why a finding is less sure than usual. */
export const FINDING_DOUBTS = {
  lamp: 'Another lamp than last time, and no card: the lamp alone may have made it.',
  lamps: 'Lamps of two kinds light the picture: they alone may have made it.',
  room: 'Another room than last time, and no card: its light alone may have made it.',
  hour: 'Daylight of another hour than last time, and no card: the hour may have a part in it.',
  surface: 'The paint is in another state than last time: wet or oiled paint looks darker and stronger than dry.',
  guessed: 'The light was guessed: no patch of known grey is in the frame.',
  vivid: 'All colours are stronger than planned: how much of it the phone did is not known.',
  tones: 'The tone curve was guessed: three greys beside the canvas would tell it.',
  blown: 'Lights of this photograph are blown: it may be lighter than it is read.',
  glare: 'A part of the place lies under glare, where nothing is read.',
} as const;

/** Said beside a finding that the light alone may have made. */
export const LOW_CONFIDENCE = { brief: 'low in confidence', sentence: 'Low in confidence.' } as const;
