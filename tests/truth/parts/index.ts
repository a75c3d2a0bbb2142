import type { Row } from '../targets';
import { corners } from './corners';
import { courses } from './courses';
import { departures } from './departures';
import { drift } from './drift';
import { edgeFindings } from './edgeFindings';
import { edges } from './edges';
import { ends } from './ends';
import { findings } from './findings';
import { forms } from './forms';
import { glare } from './glare';
import { masses } from './masses';
import { missing } from './missing';
import { phone } from './phone';
import { repainted } from './repainted';
import { thin } from './thin';
import { values } from './values';
import { weave } from './weave';

/**
 * The suite in parts that can run beside one another, the longest first.
 * @param scale 1 = as in CI; more = more pictures
 */
export const PARTS: Record<string, (scale: number) => Promise<Row[]>> = {
  corners: (scale) => corners(24 * scale),
  glare: (scale) => glare(4 * scale),
  findings: (scale) => findings(10 * scale),
  values,
  drift: (scale) => drift(6 * scale),
  departures: (scale) => departures(4 * scale),
  masses,
  ends,
  edges: (scale) => edges(Math.max(1, Math.round(3 * scale))),
  edgeFindings: (scale) => edgeFindings(Math.max(2, Math.round(6 * scale))),
  weave: (scale) => weave(Math.max(1, Math.round(12 * scale))),
  missing: (scale) => missing(Math.max(1, Math.round(3 * scale))),
  phone: (scale) => phone(6 * scale),
  repainted: (scale) => repainted(Math.max(1, Math.round(4 * scale))),
  thin: (scale) => thin(Math.max(1, Math.round(scale))),
  courses: (scale) => courses(Math.max(1, Math.round(2 * scale))),
  forms: (scale) => forms(10 * scale),
};
