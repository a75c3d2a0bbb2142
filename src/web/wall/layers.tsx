import { DifferenceField } from '../faces/differenceField';
import { DriftMarks, MassOutlines } from '../faces/driftMarks';
import { EdgeMarks } from '../faces/edgeMarks';
import { JumpMarks, ThinMarks } from '../faces/thinMarks';
import { isPattern, PatternPlaces } from '../faces/patternPlaces';
import { SeatMarks } from '../faces/seats';
import type { Layer, Layers } from '../stage/layer';
import { AtSpot } from '../stage/spot';
import { Departures, DetailsInPlace } from './planOverlay';
import type { Side } from './tools/inquiry';
import { InquiryMarks, PlumbAndLevel, RangeEnds } from './tools/inquiryMarks';
import type { WallModel } from './wallModel';

/** A layer only where there is something to draw: it is handed on to the one who draws it. */
const when = <T,>(
  what: T | null | undefined | false | '',
  draw: (what: T, ...place: Parameters<Layer>) => ReturnType<Layer>,
): Layer[] => (what ? [(toPx, size) => draw(what, toPx, size)] : []);

const massesOutlined = ({ mass, state, reading }: WallModel) =>
  mass ? [mass] : state.outlines ? (reading?.masses ?? []) : [];

const endsShown = ({ subject, state, inquiry, reading }: WallModel) =>
  subject === 'values' && state.marks && !inquiry.tool ? reading?.account?.range : undefined;

/** Plumb and level through the spot, and what the hand has shown of an inquiry: on both pictures alike. */
function handLayers(wall: WallModel, side: Side): Layer[] {
  const { state, spot, inquiry, painting, moved, found, planned } = wall;
  const toPlan = planned && wall.toPlan;
  const { landmarks } = wall.landmarks;
  return [
    ...when(state.plumb, (_on, toPx, size) => (
      <AtSpot spot={spot} pinned={state.pinned}>
        {(at) => at && <PlumbAndLevel at={at} size={size} toPx={toPx} />}
      </AtSpot>
    )),
    ...when(inquiry.tool, (_tool, toPx) => (
      <InquiryMarks {...{ inquiry, landmarks, painting, toPx, side, moved, found, toPlan }} />
    )),
  ];
}

/** Whether the plan itself hangs at the left, and no session before or painting as it was. */
const planHangs = ({ beside, repainted }: WallModel) => beside === null && !repainted;

/** The edges of one picture, while they are what is read. */
const edgesOn = (
  { subject, state, edges, thin, painting, ...wall }: WallModel,
  side: 'planned' | 'painted',
): Layer[] => [
  // Beside all the others a chosen thin shape would not be seen.
  ...when(subject === 'edges' && state.marks && state.thin === null && edges, (told, toPx) => (
    <EdgeMarks edges={told} {...{ side, painting, toPx }} shown={state.edges} along={state.along} />
  )),
  ...when(subject === 'edges' && state.marks && thin, ({ all, even, jumps, bars }, toPx) => (
    <>
      <ThinMarks strips={[...even, ...all.filter((_, k) => k === state.thin)]} {...{ side, painting, toPx }} />
      <JumpMarks jumps={jumps} {...{ side, painting, toPx }} moved={side === 'painted' ? wall.moved : null} />
      <JumpMarks jumps={bars.jumps} {...{ side, painting, toPx }} moved={side === 'painted' ? wall.moved : null} />
    </>
  )),
];

function planLayers(wall: WallModel): Layer[] {
  const { painting, moved, sitting, departures, tied, state } = wall;
  if (!planHangs(wall)) return [];
  const masses = massesOutlined(wall);
  return [
    ...when(masses.length > 0, (_some, toPx) => (
      <MassOutlines {...{ masses, painting, toPx }} moved={state.outlines ? moved : undefined} />
    )),
    ...edgesOn(wall, 'planned'),
    ...when(sitting, (seat, toPx) => <SeatMarks {...{ seat, painting, toPx }} />),
    ...when(endsShown(wall), ({ planned }, toPx) => <RangeEnds range={planned} painting={painting} toPx={toPx} />),
    ...when(state.marks, (_on, toPx) => <Departures places={departures} painting={painting} toPx={toPx} />),
    ...when(state.details, (_on, toPx) => <DetailsInPlace details={tied} painting={painting} toPx={toPx} />),
  ];
}

function flatLayers(wall: WallModel): Layer[] {
  const { reading, map, painting, moved, differences, field, sitting, subject, state } = wall;
  const account = reading?.account;
  if (!state.marks) return [];
  const masses = massesOutlined(wall);
  return [
    ...when(map && isPattern(map) && account && { name: map, account }, (pattern, toPx) => (
      <PatternPlaces {...pattern} {...{ painting, toPx, moved }} />
    )),
    ...when(differences && field && { map: differences, of: field }, (shown, toPx) => (
      <DifferenceField {...shown} painting={painting} toPx={toPx} />
    )),
    ...when(masses.length > 0, (_some, toPx) => <MassOutlines {...{ masses, painting, toPx }} />),
    ...when(sitting, (seat, toPx) => <SeatMarks {...{ seat, painting, toPx, moved }} />),
    ...edgesOn(wall, 'painted'),
    ...when(subject === 'drawing' && !sitting && account, (told, toPx) => (
      <DriftMarks account={told} painting={painting} toPx={toPx} />
    )),
  ];
}

/** What the wall draws over its two pictures, the lowest first. */
export function layersOf(wall: WallModel): Layers {
  const { painting, moved } = wall;
  return {
    plan: planLayers(wall),
    flat: flatLayers(wall),
    top: [
      ...when(endsShown(wall), ({ painted }, toPx) => <RangeEnds range={painted} {...{ painting, toPx, moved }} />),
    ],
    hand: { plan: planHangs(wall) ? handLayers(wall, 'plan') : [], flat: handLayers(wall, 'flat') },
  };
}
