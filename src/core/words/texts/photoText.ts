/** What is said around a photograph: its corners, greys, camera, quality and light. */
export const PHOTO_TEXT = {
  files: 'JPEG, PNG, WebP, TIFF or HEIC, up to 50 MB each.',
  hereAlready: 'That file is here already; it is kept once.',
  howToPhotograph:
    'Photograph the canvas as squarely and evenly lit as you can, all four corners in the frame. What is still crooked or uneven is taken out here.',
  severalAtOnce: 'Several at once, of any days: each goes into the session of the day it was taken.',
  cornersYours:
    'Corners as you set them. An arrow moves a thread by a pixel, with Alt by a tenth; with Shift it turns it. Enter lays it on the edge beside it.',
  strips:
    'Each strip is one side, straightened and stretched across. The canvas should end under the thread. Where two threads cross is a corner, also outside the photograph or behind a clamp.',
  layOnEdge: 'Lay it there',
  lookingForCorners: 'Looking for the corners. You may show the sides yourself.',
  anotherPicture:
    'The shapes in this photograph are not those of the plan. Either the corners are not on those of the canvas, or it shows another painting. Nothing was read, and the photograph is kept. Put the corners right; if they are, read it all the same.',
  readAllTheSame: 'Read it all the same',
  boardPlace: 'The board should stand where the canvas does. Show its place if the camera moved.',
  howGood: 'How good is this photo?',
  printedCardFound:
    'The printed card was found by itself. Its greys are known to about a quarter of a step; correct them where you know better.',
  ownCardFound: 'The card was found by itself, with the values you gave it.',
  noGreys:
    'None marked: the light will be guessed from the plan. A white, a grey and a black beside the canvas make it surer.',
  greysTakeCurve: 'With a white, a grey and a black the camera’s tone curve is taken out too.',
  greysTaken: 'The light and the camera’s tone curve are taken out with these.',
  boxOverStrip: 'Drag a box over the whole strip.',
  boxOverPatch: 'Drag a box over the patch.',
  keptForCard: 'Kept for every photograph with the card.',
  colourFigures: 'Of a colour: value, a* (green − to red +), b* (blue − to yellow +).',
  paintsUnknown:
    'Strong paints of your own on the card’s four fields tell how much your phone adds to every colour. They are measured once, best in a photograph of a painting that is well on its way.',
  paintsKnown:
    'The paints on your card’s fields are known. Where the card is found, they tell how much the phone adds to colours.',
  paintsRough:
    'The paints on your card’s fields are known only roughly, so they tell nothing yet: when they were measured, it was not known how much the phone added to colours. Measure them again in a photograph of a painting with many colours, or type in what a colour reader says.',
  measuringPaints: 'Measuring the paints on the card…',
  cameraForbidden: 'The browser was not allowed to use the camera. Allow it for this page, or choose a file instead.',
  noCamera: 'No camera was found on this machine. Choose a file, or take the photograph with the phone.',
  cameraInUse: 'The camera is in use by another program. Close that, then try again.',
  cameraFailed: 'The camera could not be started. Choose a file instead.',
  cameraUnknown: 'This browser gives pages no camera here. Choose a file, or take the photograph with the phone.',
  cameraEmpty: 'No picture came from the camera. Nothing was kept; try again, or choose a file.',
  goodEnough: 'Square, sharp and evenly lit: good enough for every reading.',
  showsFallOff: 'It tells how the lamp falls off over the canvas; nothing of it is read.',
  showsGround: 'It tells the colour of the ground; nothing of it is read against the plan.',
  keptLooking: 'The photograph is kept; its corners are being looked for.',
  cornersUnsure:
    'Revlin is not sure where the canvas ends. Pull each thread onto its side of the canvas, or nudge it with the arrow keys.',
  cornersSetLooking: 'The corners are set. Checking how good the photograph is.',
  cornersSetGreys: 'The corners are set. Mark greys of known value if there are any in the frame, then read.',
  outOfDate: 'Something its reading rests on has changed since: read again.',
  secondShot: 'Glare? Move the lamp and add a second shot: what shines in one is read from the other.',
  dragGround:
    'Drag round a place where the bare ground shows: its colour is learned from it. A photograph of the surface before the first mark tells it better.',
  lightByCard: 'The light and the camera’s tone curve were taken out with the greys you marked.',
  lightByGrey: 'The light was set by a grey you marked.',
  lightByBoard:
    'How the light falls off was taken out with the white board, how strong it is with the passages that agree with the plan.',
  lightByBefore: 'No grey was marked, so the light was taken from what has not changed since the last session.',
  lightByGround: 'No grey was marked, so the light was taken from the ground that still shows.',
  lightByPlan: 'No grey was marked, so the light was guessed from the passages that agree with the plan.',
  lightUntouched: 'The light was left as photographed.',
  groundRoughly: 'Without a grey in the frame its colour is only roughly known.',
  readForCover: 'Read again to see how much is covered.',
} as const;
