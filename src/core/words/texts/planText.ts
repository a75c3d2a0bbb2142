/** What the plan says to do, part by part, and of its sheet. */
export const PLAN_TEXT = {
  chooseApproach:
    'Choose a way of working. Its stages decide what Revlin speaks of: at the block-in nobody wants to hear about eyelashes.',
  lookingThrough: 'Checking the photograph.',
  dragPrintCorners:
    'Drag the four rings to the corners of the print, clockwise from its top left. It is straightened, and cropped inside them.',
  tapDiffering: 'Tap the mass that should differ.',
  outlineDiffering: 'Draw round the place that should differ.',
  dragShape: 'Drag a point of the picture to where it should lie: the drawing is pulled out of shape with it.',
  dragPlace: 'Drag from the thing to where it should stand.',
  addThingFirst: 'To add a thing, bring its picture in under References first, as “a thing to add”.',
  followsReference: 'The painting follows the reference. Tap a mass to plan where it should not.',
  cropChanged: 'The crop was changed in the other window, so the places of yours no longer fit. Yours was not kept.',
  tapEdge: 'Tap an edge; H, F, S and L make it hard, firm, soft or lost.',
  dragFocus: 'Drag from the middle of the focal area outwards.',
  tapEyePath: 'Tap where the eye should go, place after place.',
  tapQuiet: 'Tap the masses that must stay quiet.',
  pullThread: 'Each thread ties a value of the reference to a value of your paint. Pull one up or down.',
  heavier: 'Heavier where more of the picture lies.',
  keyPatches: 'Paint a patch of each, dry, and compare it with greys of known value.',
  nameMasses: 'Findings speak of them by their names.',
  tapMass: 'Tap a mass to name it, or to change it.',
  tapJoining: 'Tap the mass that becomes part of the chosen one.',
  splitLine: 'Draw a line across the chosen mass.',
  outlineMass: 'Draw round what belongs to the chosen mass.',
  outlineNewMass: 'Draw round a shape that is a mass of its own.',
  keptDrawingGoverns: 'A kept drawing governs; its masses are shown.',
  clippedDashes: 'Short dashes: crushed darks. Long dashes: blown lights.',
  otherReferences:
    'A detail, a colour study, the set-up at its hour, or another candidate to compare before you choose.',
  fileKept: 'It is kept as it is.',
  intentReturns: 'It comes back at every review.',
  sourcesStandThere: 'Where each reference comes from, and whether it may be used, stands beside it under References.',
  sheetHolds:
    'The cropped reference with its grid, the value patterns, the key, every mass with its target, your palette notes and the cautions. A4.',
  sheetOfKept: 'The sheet shows the plan as kept. Keep your changes first.',
  printedOverPages:
    'Printed over as many pages as it takes, with marks to join them by. Print at 100 %, not fitted to the page.',
  referenceNotOpened: 'The reference could not be opened here. It is kept. Load the page again.',
  referenceIs: 'The picture this painting is made from. It is kept as it is; the crop is only remembered.',
  madeWithout: 'Made from life, memory or invention, without one? Say so under Set-up.',
  noReferenceOpen: 'No reference is open.',
} as const;
