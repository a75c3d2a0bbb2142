import { z } from 'zod';
import { INPUT_TEXT } from '../core/words';
import { CrossedLine, EdgeCrossed } from './account';
import { DeedDone, Journal } from './journal';
import { ReadingDetail } from './reading';
import { route } from './route';
import { Comparison, Decision, FindingKind, Place } from './shapes';
import { Correction } from './studio';

export const OwnCorrection = z.object({
  photoId: z.uuid(),
  place: Place,
  kind: FindingKind,
  name: z.string().trim().min(1, INPUT_TEXT.place).max(60),
  words: z.string().trim().min(1, INPUT_TEXT.instruction).max(300),
});
/** Endpoints of deciding: findings, the painter's own corrections, and the journal of all that was done. */
export const DECIDING_ROUTES = {
  decide: route({
    method: 'put',
    path: '/photos/:photoId/findings/:index',
    guard: 'finding',
    summary: 'Take, dismiss or put off a finding, with a reason; null takes the decision back',
    body: z.object({ decision: Decision.nullable(), why: z.string().trim().max(300).default('') }),
    response: ReadingDetail,
    status: 200,
  }),
  measure: route({
    method: 'post',
    path: '/photos/:photoId/measure',
    summary: 'Measure a place on the canvas',
    body: z.object({ place: Place }),
    response: Comparison,
    status: 200,
  }),
  measureEdge: route({
    method: 'post',
    path: '/photos/:photoId/edge',
    summary: 'Measure the edge that a line on the canvas crosses',
    body: z.object({ line: CrossedLine }),
    response: EdgeCrossed,
    status: 200,
  }),
  addCorrection: route({
    method: 'post',
    path: '/paintings/:paintingId/corrections',
    summary: 'Write a correction of your own for an outlined place',
    body: OwnCorrection,
    response: Correction,
    status: 201,
  }),
  removeCorrection: route({
    method: 'delete',
    path: '/corrections/:correctionId',
    summary: 'Take a correction off the list; its history is kept',
    body: null,
    response: Correction,
    status: 200,
  }),
  restoreCorrection: route({
    method: 'put',
    path: '/corrections/:correctionId',
    summary: 'Put a correction back on the list',
    body: null,
    response: Correction,
    status: 200,
  }),
  listDeeds: route({
    method: 'get',
    path: '/paintings/:paintingId/deeds',
    summary: 'What was done to a painting and by whom, newest first',
    body: null,
    response: z.array(DeedDone),
    status: 200,
  }),
  setUndone: route({
    method: 'put',
    path: '/deeds/:deedId',
    summary: 'Undo what was done last, or do again what was undone last',
    body: z.object({ undone: z.boolean() }),
    response: Journal,
    status: 200,
  }),
} as const;
