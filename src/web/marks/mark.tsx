import type { FindingOfReading } from '../../contract';
import { faceOf } from '../faces/faces';
import { strokesWide } from '../faces/strokes';
import sprite from './marks.svg?raw';

/** The notation, once in the page; symbols and field patterns are used from here. */
export const MarkSprite = () => (
  <div
    hidden={false}
    style={{ position: 'absolute', width: 0, height: 0, overflow: 'hidden' }}
    dangerouslySetInnerHTML={{ __html: sprite }}
  />
);

const WIDTHS: Record<string, number> = {
  'warmer-1': 10,
  'warmer-2': 15,
  'warmer-3': 20,
  'cooler-1': 10,
  'cooler-2': 15,
  'cooler-3': 20,
  'plan-bar': 8,
  'painted-dot': 10,
  'before-dot': 10,
  becomes: 16,
};
function valueWide(name: string): number | null {
  const quarters = /^(?:darker|lighter)-(\d+)$/.exec(name)?.[1];
  return quarters ? strokesWide(Number(quarters)) : null;
}
const widthOf = (name: string): number =>
  WIDTHS[name] ??
  valueWide(name) ??
  (/^(settled|closer|unchanged|overshot|further-off|edge)/.test(name) ? 26 : name.startsWith('move') ? 16 : 20);

/** One mark of the notation. @param label its word for those who hear the page; '' where the word stands beside it */
export function Mark({ name, label, large = false }: { name: string; label: string; large?: boolean }) {
  const spoken = label ? ({ role: 'img', 'aria-label': label } as const) : ({ 'aria-hidden': true } as const);
  return (
    <svg className={large ? 'mark large' : 'mark'} viewBox={`0 0 ${widthOf(name)} 16`} {...spoken}>
      <use href={`#${name}`} />
    </svg>
  );
}

/** A mark inside a drawing, its left upper corner at a place; 16 units high. */
export const MarkAt = ({ name, x, y }: { name: string; x: number; y: number }) => (
  <svg {...{ x, y }} width={widthOf(name)} height="16" aria-hidden="true">
    <use href={`#${name}`} />
  </svg>
);

/** The mark for what a finding asks of the hand. @param per how many of the painter's steps make one of ten */
export const markOf = (finding: Pick<FindingOfReading, 'kind' | 'amount'>, per = 1): string =>
  faceOf(finding.kind).mark(finding, per);

/** A finding's amount in figures: 1¼. */
export const amountFigure = ({ kind, amount }: Pick<FindingOfReading, 'kind' | 'amount'>): string =>
  faceOf(kind).figure(amount);
