import { useCallback, useMemo, useState } from 'react';
import { PLAN_TEXT } from '../../core/words';
import { lieInUse, outlineInUse, renderRequest, type MassEdit } from '../../core/plan';
import { EMPTY_PLAN, NO_VERSION, PlanContent, type PaintingDetail, type Plan } from '../../contract';
import { call, Refused } from '../api/client';
import { useAction } from '../api/queries';
import { changedParts, layOnTop } from './layOnTop';
import type { Rendering } from '../workers/planWorker';

const STEPS_KEPT = 20; // steps back that outlive the page

const nameOf = (paintingId: string) => `revlin-plan-${paintingId}`;

const contentOf = (plan: Plan | null): PlanContent => (plan ? PlanContent.parse(plan) : EMPTY_PLAN);
const same = (a: PlanContent, b: PlanContent) => JSON.stringify(a) === JSON.stringify(b);

/** A plan in the making, with what it was begun on. */
interface Draft {
  /** id of the version it was begun on */
  readonly on: string;
  readonly version: number;
  /** JSON of the crop it was begun on: under another one its places are elsewhere */
  readonly crop: string;
  readonly base: PlanContent;
  readonly now: PlanContent;
  readonly before: readonly PlanContent[];
}

/**
 * Whether a draft goes on beside the plan that is there. One with nothing changed follows the plan; one with changes
 * stays, whatever was kept
 * in another window meanwhile, but for another crop: under that its places are elsewhere.
 */
const holds = (draft: Draft, { on, crop }: Pick<Draft, 'on' | 'crop'>): boolean =>
  draft.on === on || (draft.crop === crop && !same(draft.now, draft.base));

/**
 * What was remembered before drafts named what they were begun on: it was dropped once the plan had another version.
 */
interface OldDraft {
  readonly version: number;
  readonly content: unknown;
}

/** Changes that were not kept when the page was left; null where there are none. */
function remembered(paintingId: string, kept: Omit<Draft, 'now' | 'before'>): Draft | null {
  try {
    const found = JSON.parse(localStorage.getItem(nameOf(paintingId)) ?? 'null') as Draft | OldDraft;
    if ('content' in found)
      return found.version === kept.version ? { ...kept, now: PlanContent.parse(found.content), before: [] } : null;
    const { on, version, crop, base, now, before } = found;
    const [parsedBase, parsedNow] = [PlanContent.parse(base), PlanContent.parse(now)];
    return {
      on,
      version,
      crop,
      base: parsedBase,
      now: parsedNow,
      before: before.map((step) => PlanContent.parse(step)),
    };
  } catch {
    return null; // storage that is full, forbidden or garbled: only what was not kept is lost
  }
}

function remember(paintingId: string, draft: Draft | null): void {
  const keep = (steps: number) => {
    const kept = draft && { ...draft, before: draft.before.slice(draft.before.length - steps) };
    if (kept) localStorage.setItem(nameOf(paintingId), JSON.stringify(kept));
    else localStorage.removeItem(nameOf(paintingId));
  };
  try {
    keep(Math.min(STEPS_KEPT, draft?.before.length ?? 0));
  } catch {
    try {
      keep(0); // storage that is full: without the steps back
    } catch {
      // The same: the draft then lives as long as the page.
    }
  }
}

/** The plan in the making: changed freely, undone step by step, kept as a version when the painter says so. */
export function usePlanDraft(detail: PaintingDetail) {
  const { painting, plan } = detail;
  const version = plan?.version ?? 0;
  const on = plan?.id ?? NO_VERSION;
  const crop = JSON.stringify(plan?.crop ?? null);
  const kept = useMemo(() => contentOf(plan), [plan]);
  const [state, setState] = useState<Draft | null>(() => remembered(painting.id, { on, version, crop, base: kept }));
  const live = state && holds(state, { on, crop }) ? state : null;
  const action = useAction('changePlan', painting.id);
  const put = useCallback(
    (draft: Draft | null) => {
      remember(painting.id, draft);
      setState(draft);
    },
    [painting.id],
  );
  const change = useCallback(
    (part: Partial<PlanContent>) =>
      setState((was) => {
        const from = was && holds(was, { on, crop }) ? was : { on, version, crop, base: kept, now: kept, before: [] };
        const draft = { ...from, now: { ...from.now, ...part }, before: [...from.before.slice(-60), from.now] };
        remember(painting.id, draft);
        return draft;
      }),
    [on, version, crop, kept, painting.id],
  );
  const undo = () => {
    const now = live?.before.at(-1);
    if (live && now) put({ ...live, now, before: live.before.slice(0, -1) });
  };
  const dirty = live !== null && !same(live.now, live.base);
  /** My changes as they are on the plan that is there now. */
  const rebase = async (draft: Draft) => {
    const { plan: theirs } = await call('getPainting', { params: { paintingId: painting.id } });
    if (JSON.stringify(theirs?.crop ?? null) !== draft.crop) throw new Refused('crop', PLAN_TEXT.cropChanged);
    const laid = contentOf(theirs);
    return changedParts(laid, layOnTop(draft.base, draft.now, laid));
  };
  const keep = () => {
    if (!live || !dirty || action.isPending) return;
    const body = changedParts(live.base, live.now);
    const sent = { params: { paintingId: painting.id }, body, on: live.on, rebase: () => rebase(live) };
    action.mutate(sent, { onSuccess: () => put(null) });
  };
  return {
    draft: live?.now ?? kept,
    change,
    undo,
    canUndo: (live?.before.length ?? 0) > 0,
    dirty,
    /** the version the draft was begun on */
    begunOn: live?.version ?? version,
    forget: () => put(null),
    keep,
    busy: action.isPending,
    error: action.error,
  };
}
export type PlanDraft = ReturnType<typeof usePlanDraft>;

/** What of a draft its picture is rendered from. */
export function renderingOf(draft: PlanContent, { painting, ground }: PaintingDetail): Rendering {
  const canvas = { widthMm: painting.widthMm, heightMm: painting.heightMm };
  return { ...renderRequest(draft, canvas), ground: ground.colour };
}

/** The outline in use with a change by hand: it stands by itself from then on. A photographed drawing governs on. */
export function outlineWith(draft: PlanContent, edit: MassEdit): Pick<PlanContent, 'masses' | 'edits' | 'governing'> {
  const { masses, edits } = outlineInUse(draft);
  const governing = lieInUse(draft).length > 0 ? draft.governing : null;
  return { masses, edits: [...edits, edit] as PlanContent['edits'], governing };
}

/** Whether a kept version of the outline governs: the masses are its own then. */
export const keptGoverns = (draft: PlanContent): boolean => draft.governing !== null && lieInUse(draft).length === 0;
