import { useNavigate } from 'react-router';
import { SUBJECTS } from '../faces/subjects';
import { useKeys } from '../keyboard';
import { nextOf } from '../words';
import { TOOLS } from './tools/inquiry';
import type { WallModel } from './wallModel';

const STEPS = [2, 3, 4, 5, 6, 7, 8, 9];

/** The keys of the wall: looking aids, tools, how it hangs, and where to go. */
export function useWallKeys({
  detail,
  number,
  hung,
  aids,
  moves,
  state,
  subject,
  read,
  inquiry,
  fitted,
}: WallModel): void {
  const navigate = useNavigate();
  const { aids: on, change } = aids;
  const turn = (by: number) => () => {
    const at = SUBJECTS.findIndex(([name]) => name === subject);
    const next = SUBJECTS[(at + by + SUBJECTS.length) % SUBJECTS.length];
    if (next) read(next[0]);
  };
  const go = (n: number) => () =>
    hung.others.includes(n) ? void navigate(`/painting/${detail.painting.id}/wall/${n}`) : undefined;
  useKeys({
    ...Object.fromEntries(STEPS.map((n) => [String(n), () => change({ steps: on.steps === n ? 0 : n, tones: false })])),
    ...Object.fromEntries(
      TOOLS.map(([tool, , , hotkey]) => [hotkey, () => inquiry.choose(inquiry.tool === tool ? null : tool)]),
    ),
    1: fitted.tones && (() => change({ tones: !on.tones, steps: 0 })),
    s: () => change({ squint: !on.squint }),
    g: () => change({ grey: !on.grey }),
    b: () => change({ stepBack: !on.stepBack }),
    h: () => change({ cover: !on.cover }),
    m: () => moves.mirror(),
    u: () => moves.turnOver(),
    o: () => moves.hang(state.laid === 'plumb' ? 'side' : 'plumb'),
    l: () => moves.switch('plumb'),
    k: () => moves.switch('outlines'),
    e: () => moves.switch('alone'),
    '[': turn(-1),
    ']': turn(1),
    ' ': () => moves.blink(),
    ',': go(number - 1),
    '.': go(number + 1),
    ...Object.fromEntries(['+', '='].map((key) => [key, () => moves.zoom(1.4)])),
    '-': () => moves.zoom(1 / 1.4),
    '0': () => moves.seeWhole(),
    Enter: () => void navigate(nextOf(detail, number).to),
    Escape: () => {
      inquiry.choose(null);
      moves.leave();
    },
  });
}
