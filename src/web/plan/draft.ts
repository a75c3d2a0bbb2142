import { useCallback, useMemo, useState } from 'react';
import { EMPTY_PLAN, keyChoiceOf, PlanContent, type PaintingDetail, type Plan } from '../../contract';
import { useAction } from '../api/queries';
import type { Rendering } from '../workers/planWorker';

const nameOf = (paintingId: string) => `revlin-plan-${paintingId}`;

const contentOf = (plan: Plan | null): PlanContent => (plan ? PlanContent.parse(plan) : EMPTY_PLAN);

/** Changes that were not kept when the page was left; null where there are none, or the plan has moved on since. */
function remembered(paintingId: string, version: number): PlanContent | null {
  try {
    const kept = JSON.parse(localStorage.getItem(nameOf(paintingId)) ?? 'null') as {
      version: number;
      content: unknown;
    };
    const content = kept && kept.version === version ? PlanContent.safeParse(kept.content) : null;
    return content?.success ? content.data : null;
  } catch {
    return null; // storage that is full, forbidden or garbled: only what was not kept is lost
  }
}

function remember(paintingId: string, version: number, content: PlanContent | null): void {
  try {
    if (content) localStorage.setItem(nameOf(paintingId), JSON.stringify({ version, content }));
    else localStorage.removeItem(nameOf(paintingId));
  } catch {
    // The same: the draft then lives as long as the page.
  }
}

/** The plan in the making: changed freely, undone step by step, kept as a version when the painter says so. */
export function usePlanDraft(detail: PaintingDetail) {
  const { painting, plan } = detail;
  const version = plan?.version ?? 0;
  const kept = useMemo(() => contentOf(plan), [plan]);
  const [state, setState] = useState<{ version: number; now: PlanContent; before: PlanContent[] }>(() => ({
    version,
    now: remembered(painting.id, version) ?? kept,
    before: [],
  }));
  // A version kept here or elsewhere starts the draft over from it.
  const current = state.version === version ? state : { version, now: kept, before: [] };
  const action = useAction('changePlan', painting.id);
  const change = useCallback(
    (part: Partial<PlanContent>) =>
      setState((was) => {
        const from = was.version === version ? was : { version, now: kept, before: [] };
        const now = { ...from.now, ...part };
        remember(painting.id, version, now);
        return { version, now, before: [...from.before.slice(-60), from.now] };
      }),
    [version, kept, painting.id],
  );
  const undo = () =>
    setState((was) => {
      const now = was.before.at(-1);
      if (!now) return was;
      remember(painting.id, version, now);
      return { ...was, now, before: was.before.slice(0, -1) };
    });
  const dirty = JSON.stringify(current.now) !== JSON.stringify(kept);
  return {
    draft: current.now,
    change,
    undo,
    canUndo: current.before.length > 0,
    dirty,
    forget: () => {
      remember(painting.id, version, null);
      setState({ version, now: kept, before: [] });
    },
    keep: () => {
      if (!dirty || action.isPending) return;
      action.mutate(
        { params: { paintingId: painting.id }, body: current.now },
        { onSuccess: () => remember(painting.id, version, null) },
      );
    },
    busy: action.isPending,
    error: action.error,
  };
}
export type PlanDraft = ReturnType<typeof usePlanDraft>;

/** What of a draft its picture is rendered from. */
export function renderingOf(draft: PlanContent, { painting, ground }: PaintingDetail): Rendering {
  const drawing = draft.drawings.find(({ id }) => id === draft.governing) ?? draft;
  return {
    canvas: { widthMm: painting.widthMm, heightMm: painting.heightMm },
    key: keyChoiceOf(draft.key),
    paint: { darkest: draft.key.darkest, white: draft.key.white },
    count: drawing.masses,
    edits: drawing.edits,
    departures: draft.departures.map(({ where, change }) => ({ where, change })),
    ground: ground.colour,
  };
}
