import { useRef, useState } from 'react';
import type { Pointed } from '../../../core/look';
import { WALL_TEXT } from '../../../core/words';
import type { Landmark, Painting } from '../../../contract';
import type { Point } from '../../../core/raster';
import type { Stroke } from '../../stage/outlining';
import { withPoint, type Side } from './pointed';

/** What a hand can ask of the two pictures: its name, what to do, its key. */
export const TOOLS = [
  ['line', 'Check a gradient', WALL_TEXT.drawProfile, 'i'],
  ['string', 'Order by value', WALL_TEXT.tapString, 'v'],
  ['compare', 'Compare lengths', WALL_TEXT.tapProportion, 'c'],
  ['warm', 'Warm against cool', WALL_TEXT.tapWarm, 't'],
  ['landmarks', 'Landmarks', WALL_TEXT.tapLandmark, 'r'],
  ['across', 'Cross an edge', WALL_TEXT.drawAcross, 'x'],
  ['outline', 'Measure an area', WALL_TEXT.outlineRegion, 'f'],
] as const;
export type Tool = (typeof TOOLS)[number][0];
export type { Side };

export const DRAWN: readonly Tool[] = ['line', 'across', 'outline'];
/** Tools whose line is straight, from where it begins to where it ends. */
export const STRAIGHT: readonly (Tool | null)[] = ['line', 'across'];
/** Tools that take points on either picture, and how many. */
const MOST_POINTS: Partial<Record<Tool, number>> = { compare: 12, warm: 2 };
const MOST_STRUNG = 12;
const LEAST_MM = 2;

/** Points shown on either picture, one after the other. */
function usePointed() {
  const [pointed, setPointed] = useState<readonly Pointed[]>([]);
  const [chosen, choosePoint] = useState(0);
  return {
    pointed,
    /** the point that arrow keys move */
    chosenPoint: Math.min(chosen, pointed.length - 1),
    choosePoint,
    show(at: Point, side: Side, most: number) {
      const next = withPoint(pointed, { at, side, most });
      setPointed(next);
      choosePoint(next.findLastIndex((one, i) => one !== pointed[i]));
    },
    putPoint: (index: number, part: Partial<Pointed>) =>
      setPointed(pointed.map((one, i) => (i === index ? { ...one, ...part } : one))),
    dropPoint: () => setPointed(pointed.slice(0, -1)),
    clearPoints: () => setPointed([]),
  };
}

/** The inquiry under way: its tool and what the hand has shown so far, canvas mm in the plan's places. */
export function useInquiry(painting: Painting, toPlan: (at: Point) => Point) {
  const [tool, setTool] = useState<Tool | null>(null);
  const [points, setPoints] = useState<Point[]>([]);
  const [landmarks, setLandmarks] = useState<Landmark[] | null>(null);
  const [waiting, setWaiting] = useState<Point | null>(null);
  const drawing = useRef<Point[] | null>(null);
  const [stroke, setStroke] = useState<Point[]>([]);
  const shown = usePointed();
  const mm = ([x, y]: Point): Point => [
    Math.min(painting.widthMm, Math.max(0, x * painting.widthMm)),
    Math.min(painting.heightMm, Math.max(0, y * painting.heightMm)),
  ];
  const inPlan = (at: Point, side: Side) => (side === 'plan' ? mm(at) : toPlan(mm(at)));
  return {
    tool,
    points,
    stroke,
    landmarks,
    waiting,
    setLandmarks,
    setWaiting,
    ...shown,
    /** what was shown so far is taken away */
    clear() {
      setPoints([]);
      shown.clearPoints();
    },
    choose(next: Tool | null) {
      setTool(next);
      setPoints([]);
      shown.clearPoints();
      setStroke([]);
      setWaiting(null);
      setLandmarks(null);
    },
    /** points are shown on either picture, each by itself */
    takesPoints: tool !== null && MOST_POINTS[tool] !== undefined,
    /** pointers draw with these tools; with the others they tap */
    draws: tool !== null && DRAWN.includes(tool),
    draw(at: Point, phase: Stroke, side: Side) {
      if (phase === 'start') drawing.current = [];
      const list = drawing.current;
      if (!list) return;
      const here = inPlan(at, side);
      const last = list.at(-1);
      const first = list[0] ?? here;
      if (!last || Math.hypot(here[0] - last[0], here[1] - last[1]) >= LEAST_MM) list.push(here);
      if (phase !== 'end') return setStroke(STRAIGHT.includes(tool) && list.length > 1 ? [first, here] : [...list]);
      drawing.current = null;
      setStroke([]);
      if (STRAIGHT.includes(tool) && Math.hypot(here[0] - first[0], here[1] - first[1]) > 4) setPoints([first, here]);
      if (tool === 'outline' && list.length >= 3) setPoints(list);
    },
    /** a tap on one picture, shares of it. @param snapped where it was meant, mm of that picture */
    tap(at: Point, side: Side, snapped: (at: Point, side: Side) => Point) {
      if (tool === 'string') setPoints([...points, inPlan(at, side)].slice(-MOST_STRUNG));
      const most = tool && MOST_POINTS[tool];
      if (most) shown.show(tool === 'compare' ? snapped(mm(at), side) : mm(at), side, most);
    },
  };
}
export type Inquiry = ReturnType<typeof useInquiry>;
