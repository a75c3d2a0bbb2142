/** What the wall says to do with its tools, and of readings. */
export const WALL_TEXT = {
  readingComesIn: 'Where it should become lighter or darker; findings and drawing follow.',
  flatComesIn: 'The flat: squared, its light taken out.',
  whatBothers: 'What bothers you, looking at it now?',
  guessExplained:
    'What you say is kept with its time, and stands beside what is measured. With “Guess first” on, findings, their marks, maps and tables wait for it.',
  drawProfile: 'Draw a line across a passage, on either picture: its gradient is shown on both.',
  tapString: 'Tap spots on either picture: they are put in order by value.',
  tapProportion:
    'Tap the ends of a line on the plan, then of others: the first measures the rest. Tap the same ends on the painting, or leave them where they were found.',
  drawProfileAlone: 'Draw a line across a passage: its gradient is shown.',
  tapStringAlone: 'Tap spots: they are put in order by value.',
  outlineAlone: 'Draw round any region: it is measured.',
  tapPainted: 'Tap the ends of a line, then of others: the first measures the rest.',
  tapWarm:
    'Tap place A, then place B, on the plan. Tap the same places on the painting, or leave them where they were found.',
  tapWarmPainted: 'Tap place A, then place B.',
  warmHow: 'In units of warmth, both places taken at middle value: another light or white balance hardly changes it.',
  lengthsHow: 'In millimetres.',
  proportionsHow: 'As multiples of A B.',
  leansHow: 'From level, or from plumb where that is nearer.',
  heightsHow: 'Millimetres from the upper edge to the line’s middle; off by so much of the canvas’s height.',
  profileBoth: 'dashed: plan; unbroken: painted; from A to B in mm',
  profileAlone: 'painted; from A to B in mm',
  likenessBy: 'Measured by the span',
  sameName: 'The same name in another photograph is the same landmark.',
  byHand: 'filled: shown by you; open: found by Revlin',
  tapLandmark: 'Tap a point on the plan, then the same point on the painting.',
  outlineRegion: 'Draw round any region, on either picture: it is measured.',
  lineLeaves: 'This line leaves the pictures: draw it inside.',
  measuring: 'Measuring it on the photograph.',
  tapOnPainting: 'Now tap the same point on the painting.',
  endsNotFound: 'Where no contour of the plan was found near an end, tap that end on the painting.',
  seatsUnknown:
    'Whether things sit cannot be told yet: too little of what they rest on is painted, or the photograph was read before the plan said it.',
  /** around the link to the plan's masses */
  noSeats: {
    before: 'Does a thing float? Say in the plan ',
    link: 'what it rests on',
    after: ', and its foot, the dark there, its shadow and its step to the surface are read here.',
  },
  doesItSit: 'Does it sit?',
  nothingAgainst: 'Nothing is said against it.',
  whatIf: 'What if it were as planned?',
  spaceChanges: 'Space changes the picture.',
  openingReading: 'Opening the reading.',
  planHangs: 'The plan hangs. Photograph the canvas after the first session, and it hangs beside it.',
  withoutReferenceJudged:
    'Made without a reference: nothing is compared. The aids and measures under the picture and your own eye judge it.',
  groundCovered:
    'The ground is covered for the first time: every value now stands among its neighbours. Look the whole picture over before you go on.',
  moveForSpot: 'Move over a picture to read a spot on both.',
  moveForSpotAlone: 'Move over the picture to read a spot.',
  planBeingMade: 'The plan is being made.',
  nothingPhotographed: 'Nothing is photographed yet.',
  flatBeingOpened: 'The painting is being opened.',
  readAgain: 'Corners, greys, plan or method have changed since: read the photo again.',
} as const;
