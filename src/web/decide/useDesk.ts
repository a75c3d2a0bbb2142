import { useEffect, useRef, useState } from 'react';
import type { Decision, FindingOfReading, PaintingDetail, ReadingDetail } from '../../contract';
import { useAction } from '../api/queries';
import { useKeys } from '../keyboard';
import { useOutline } from '../stage/outlining';
import { focusOn, WHOLE } from '../stage/view';
import type { Choice } from './decisionSlip';

/** What went wrong stands on the desk by itself (`deciding.error`); nothing goes on. */
const shown = () => undefined;
const asksFor = ({ decision, loud }: FindingOfReading) => loud && !decision;

/** What the painter says to the findings, one answer at a time. */
function useDeciding(detail: PaintingDetail, reading: ReadingDetail) {
  const decide = useAction('decide', detail.painting.id);
  const own = useAction('addCorrection', detail.painting.id);
  return {
    busy: decide.isPending || own.isPending,
    error: decide.error,
    own,
    say: (index: number, decision: Decision, why = '') =>
      decide.mutateAsync({ params: { photoId: reading.photoId, index }, body: { decision, why } }),
  };
}

/** The finding that is looked at: the first that asks for an answer, then where the painter goes. */
function useChosen({ painting, journal }: PaintingDetail, { findings }: ReadingDetail) {
  const [chosen, setChosen] = useState<number | null>(() => findings.find(asksFor)?.index ?? null);
  const [view, setView] = useState(WHOLE);
  const [why, setWhy] = useState('');
  const finding = chosen === null ? null : findings[chosen];
  useEffect(() => {
    setWhy(finding?.why ?? '');
    if (!finding) return setView(WHOLE);
    const [x, y, w, h] = finding.region.box;
    setView(focusOn([x / painting.widthMm, y / painting.heightMm, w / painting.widthMm, h / painting.heightMm]));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only another finding moves the pictures
  }, [chosen]);
  const undone = journal.redo;
  const undoneBefore = useRef(undone?.id);
  useEffect(() => {
    // A decision that was taken back is looked at again.
    if (undone && undone.id !== undoneBefore.current)
      setChosen((was) => findings.find(({ id }) => id === undone.finding)?.index ?? was);
    undoneBefore.current = undone?.id;
  }, [undone, findings]);
  return { chosen, setChosen, finding, view, setView, why, setWhy };
}

/** The desk where findings are decided, one after the other, and the painter's own corrections are outlined. */
export function useDesk(detail: PaintingDetail, reading: ReadingDetail) {
  const { findings } = reading;
  const looking = useChosen(detail, reading);
  const { chosen, setChosen, finding, why } = looking;
  const deciding = useDeciding(detail, reading);
  const outline = useOutline();
  const [adding, setAdding] = useState(false);
  const goOn = (from: FindingOfReading) => (after: ReadingDetail) => {
    const rest = after.findings.filter(asksFor);
    setChosen((rest.find(({ index }) => index > from.index) ?? rest[0])?.index ?? null);
  };
  const say = (decision: Decision, reason = '') => {
    if (finding && !deciding.busy) void deciding.say(finding.index, decision, reason).then(goOn(finding), shown);
  };
  const desk = {
    ...looking,
    ...{ adding, deciding, outline },
    decide: (decision: Choice) => say(decision, decision === 'dismissed' ? why.trim() : ''),
    depart: () => finding?.decision !== 'planned' && detail.plan && say('planned'),
    leave() {
      setAdding(false);
      outline.clear();
      deciding.own.reset();
    },
    add() {
      setChosen(null);
      setAdding(true);
    },
  };
  const move = (by: number) => () =>
    findings.length > 0 && setChosen(((chosen ?? -by) + by + findings.length) % findings.length);
  useKeys({
    t: () => desk.decide('taken'),
    l: () => desk.decide('later'),
    x: () => desk.decide('dismissed'),
    f: desk.depart,
    a: desk.add,
    Escape: desk.leave,
    ArrowDown: move(1),
    ArrowRight: move(1),
    ArrowUp: move(-1),
    ArrowLeft: move(-1),
  });
  return desk;
}
export type DeskModel = ReturnType<typeof useDesk>;
