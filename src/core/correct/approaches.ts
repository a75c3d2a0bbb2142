import type { FindingKind } from '../kinds';
import type { Calls } from './weigh';

/** A stage of an approach, in painters' words. */
export interface ApproachStage extends Calls {
  readonly id: string;
  readonly name: string;
  readonly asks: string;
  readonly why: string;
  /** what painters who do otherwise say */
  readonly otherwise: string;
}

/** A way to bring a painting about: stages in order. */
export interface ApproachRecord {
  readonly id: string;
  readonly name: string;
  readonly summary: string;
  readonly stages: readonly ApproachStage[];
}

const ALL: readonly FindingKind[] = ['missing', 'unplanned', 'value', 'temperature', 'chroma'];
const VALUE: readonly FindingKind[] = ['value'];
/** Edges are asked about last: before, they are as they fell. */
const WITH_EDGES: readonly FindingKind[] = [...ALL, 'edge'];

const stage = (
  id: string,
  name: string,
  [asks, why, otherwise]: readonly [string, string, string],
  { loud = ALL, coarse = 1 }: { loud?: readonly FindingKind[]; coarse?: number } = {},
): ApproachStage => ({ id, name, asks, why, otherwise, loud, coarse });

/** Ways of working that ship with the application; a painter may change them or write another. */
export const APPROACHES: readonly ApproachRecord[] = [
  {
    id: 'dark-to-light',
    name: 'Masses, dark to light, in one go',
    summary: 'Wet into wet in few sessions: the darks first, then each lighter mass, edges last while all is open.',
    stages: [
      stage(
        'place',
        'Place the masses',
        [
          'Draw the few big shapes with a thin dark mixture. Wipe and move until they sit.',
          'A shape that is wrong now stays wrong under every layer.',
          'Some find the drawing in the paint itself and begin with blots.',
        ],
        { loud: VALUE, coarse: 3 },
      ),
      stage(
        'darks',
        'Lay the darks',
        [
          'Fill the shadow family as one, a little lighter than the darkest place. Keep it thin.',
          'The darks set the key; everything lighter is judged against them.',
          'Painters who begin with the middle tone say a dark laid first tempts one to make all else too light.',
        ],
        { loud: VALUE, coarse: 2 },
      ),
      stage(
        'lights',
        'Work up to the lights',
        [
          'Mass after mass, darker before lighter, each in its own temperature. The lightest light last.',
          'A light laid late stays clean.',
          'Others put the lightest light in early, so that the range is fixed from the start.',
        ],
        { coarse: 1.5 },
      ),
      stage(
        'edges',
        'Edges and accents',
        [
          'While it is wet: lose the edges that should be lost, set the few hard ones, place the accents.',
          'Wet paint softens with one stroke; dry paint has to be repainted.',
          'Some leave all edges as they fall and return when it is dry.',
        ],
        { loud: WITH_EDGES },
      ),
    ],
  },
  {
    id: 'grey-then-colour',
    name: 'Grey underpainting, then colour, then refinement',
    summary: 'Value and form are settled in greys, dry; colour goes over them thinly, then opaque where it must.',
    stages: [
      stage(
        'draw',
        'Drawing',
        [
          'Transfer or draw the outlines; fix them.',
          'The grey layer follows them closely.',
          'Some skip the line and mass the greys straight away.',
        ],
        { loud: VALUE, coarse: 3 },
      ),
      stage(
        'greys',
        'Grey underpainting',
        [
          'All of it in greys, half a step lighter than the plan where glazes will darken it. Let it dry.',
          'One question at a time: value and form without colour.',
          'Direct painters say colour and value cannot be parted, and that dead greys show through.',
        ],
        { loud: VALUE, coarse: 1.5 },
      ),
      stage(
        'colour',
        'First colour',
        [
          'Thin colour over the dry greys, temperature before strength.',
          'The greys carry the form; the colour need not.',
          'Others lay opaque colour at once and use the greys only as a map.',
        ],
        { loud: ['temperature', 'chroma'], coarse: 1.5 },
      ),
      stage(
        'refine',
        'Refinement',
        [
          'Opaque lights, corrected turns, edges by the edge plan; the focal area furthest.',
          'What draws the eye deserves the most decisions.',
          'Some bring every part to the same finish.',
        ],
        { loud: WITH_EDGES },
      ),
    ],
  },
  {
    id: 'wash-lift-layer',
    name: 'Thin wash, lifted lights, then layers',
    summary: 'A thin tone over everything, the lights wiped out of it, then body colour in layers from dry to dry.',
    stages: [
      stage(
        'wash',
        'Wash and lift',
        [
          'Cover the ground with one thin warm tone and wipe the light family out of it with a rag.',
          'Two values are found in minutes and changed as fast. Rags with oil or solvent can heat up by themselves: spread them out to dry, or keep them under water in a closed metal tin, as the product sheet and local rules say.',
          'On a white ground some prefer to build the darks only and leave the lights bare.',
        ],
        { loud: VALUE, coarse: 3 },
      ),
      stage(
        'first',
        'First layer',
        [
          'Thin, lean body colour in every mass. No white in the darks.',
          'A lean first layer dries soon and takes what follows.',
          'Some go straight to full body in the lights.',
        ],
        { coarse: 2 },
      ),
      stage(
        'second',
        'Second layer',
        [
          'Correct value and temperature mass by mass; fatter than the first.',
          'Corrections lie on a dry layer and can be wiped off it.',
          'Alla prima painters say the freshness goes with every layer.',
        ],
        { coarse: 1.2 },
      ),
      stage(
        'last',
        'Last layer',
        [
          'Half-tones, edges, the lightest lights. Leave what works.',
          'Much of the picture is already right; only the rest is touched.',
          'Some repaint the whole surface so that it has one skin.',
        ],
        { loud: WITH_EDGES },
      ),
    ],
  },
  {
    id: 'one-colour',
    name: 'One colour only, dry and soft',
    summary: 'A single dark pigment on a light ground, brushed thin and rubbed: value and edges are all there is.',
    stages: [
      stage(
        'pattern',
        'Two values',
        [
          'Rub in the shadow family as one even tone.',
          'With one colour the pattern is the picture.',
          'Some begin with the darkest accents to know the range.',
        ],
        { loud: VALUE, coarse: 2.5 },
      ),
      stage(
        'tones',
        'Tones',
        [
          'Three to five tones, dry brush, from large to small. Save the ground for the lights.',
          'The ground cannot be laid again: a light that is lost has to be lifted or scraped.',
          'Others tone the ground first and heighten with white.',
        ],
        { loud: VALUE, coarse: 1.3 },
      ),
      stage(
        'edges',
        'Edges',
        [
          'Blend, drag, sharpen. Look from across the room.',
          'Edges do here what colour does elsewhere.',
          'Some leave every stroke standing.',
        ],
        { loud: ['value', 'edge'] },
      ),
    ],
  },
  {
    id: 'toned-ground',
    name: 'Toned ground left showing, broken colour',
    summary:
      'A middle-toned ground stands for one of the masses; separate touches of colour lie over it and let it through.',
    stages: [
      stage(
        'ends',
        'Darks and lights first',
        [
          'On the middle tone set the darkest and the lightest masses, so that it becomes the half-tone.',
          'A middle ground gives no lights for nothing: until they stand, every judgement is off.',
          'On white one would begin with the middle.',
        ],
        { loud: VALUE, coarse: 2 },
      ),
      stage(
        'broken',
        'Broken colour',
        [
          'Touches side by side, hue varying, value holding. Leave gaps.',
          'Colours that mix in the eye stay stronger than those mixed on the palette.',
          'Others find broken colour restless and close the surface.',
        ],
        { coarse: 1.6 },
      ),
      stage(
        'settle',
        'Settle',
        [
          'Close the gaps where the ground disturbs; leave them where it helps. Pull the focal area together.',
          'Bare ground is a colour of the picture, chosen place by place.',
          'Some cover every spot, for the paint to age evenly.',
        ],
        { coarse: 1.2 },
      ),
    ],
  },
  {
    id: 'draw-mass-redraw',
    name: 'Draw, mass, redraw, finish',
    summary: 'The drawing is lost on purpose in the masses and found again on top of them, each time more exact.',
    stages: [
      stage(
        'draw',
        'Draw',
        [
          'Lines at full size, angles and proportions measured.',
          'Measuring is easiest on an empty ground.',
          'Painters in masses say a line is never seen in nature.',
        ],
        { loud: VALUE, coarse: 3 },
      ),
      stage(
        'mass',
        'Mass',
        [
          'Paint across the lines. Big brush, values and temperatures only.',
          'A contour that is respected too early turns hard and timid.',
          'Some keep the drawing clean to the end.',
        ],
        { coarse: 2 },
      ),
      stage(
        'redraw',
        'Redraw',
        [
          'Measure again over the masses and correct the contours with the neighbouring colours.',
          'Corrections by the shape beside are quieter than by line.',
          'Others redraw in line over dry paint.',
        ],
        { coarse: 1.3 },
      ),
      stage(
        'finish',
        'Finish',
        [
          'Half-tones, edges by plan, accents; stop when nothing loud is left.',
          'The last changes are the smallest.',
          'Some stop at the redrawing, for its life.',
        ],
        { loud: WITH_EDGES },
      ),
    ],
  },
];
