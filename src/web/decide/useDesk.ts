import { useEffect, useMemo, useRef, useState } from 'react';
import type { Decision, FindingOfReading, PaintingDetail, ReadingDetail } from '../../contract';
import type { Refused } from '../api/client';
import { useAction } from '../api/queries';
import { useKeys } from '../keyboard';
import { useOutline } from '../stage/outlining';
import { focusOn, WHOLE } from '../stage/view';
import type { Choice } from './decisionSlip';

const asksFor = ({ decision, loud }: FindingOfReading) => loud && !decision;

interface Answer {
  readonly decision: Decision;
  readonly why: string;
}
type Answers = ReadonlyMap<number, Answer>;

/**
 * What the painter says to the findings. An answer counts as soon as it is said, and is kept in its turn behind the
 * next: a hand that knows what it wants need not wait. One that could not be kept is as if it had not been said.
 */
function useDeciding(detail: PaintingDetail, kept: ReadingDetail) {
  const decide = useAction('decide', detail.painting.id, { inTurn: true });
  const own = useAction('addCorrection', detail.painting.id);
  const [answers, setAnswers] = useState<Answers>(new Map());
  const [error, setError] = useState<Refused | null>(null);
  const findings = useMemo(
    () => kept.findings.map((finding) => ({ ...finding, ...answers.get(finding.index) })),
    [kept.findings, answers],
  );
  const forget = (index: number, answer: Answer) =>
    setAnswers((all) => (all.get(index) === answer ? new Map([...all].filter(([of]) => of !== index)) : all));
  return {
    error,
    own,
    /** as it stands with what was said */
    reading: { ...kept, findings },
    /** @returns whether it was kept */
    async say(index: number, answer: Answer): Promise<boolean> {
      setError(null);
      setAnswers((all) => new Map(all).set(index, answer));
      try {
        await decide.mutateAsync({ params: { photoId: kept.photoId, index }, body: answer });
        return true;
      } catch (problem) {
        setError(problem as Refused);
        return false;
      } finally {
        forget(index, answer);
      }
    },
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
export function useDesk(detail: PaintingDetail, kept: ReadingDetail) {
  const deciding = useDeciding(detail, kept);
  const { reading } = deciding;
  const { findings } = reading;
  const looking = useChosen(detail, reading);
  const { chosen, setChosen, finding, why } = looking;
  const outline = useOutline();
  const [adding, setAdding] = useState(false);
  const say = (decision: Decision, reason = '') => {
    if (!finding) return;
    const rest = findings.filter((one) => one !== finding && asksFor(one));
    setChosen((rest.find(({ index }) => index > finding.index) ?? rest[0])?.index ?? null);
    void deciding.say(finding.index, { decision, why: reason }).then((isKept) => isKept || setChosen(finding.index));
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
