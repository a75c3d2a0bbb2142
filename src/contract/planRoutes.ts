import { z } from 'zod';
import { AuditAnswer, Drawing, DrawingSource, Plan, PlanContent, Purpose, ReferenceChange } from './plan';
import { PlannedEdge } from './account';
import { route } from './route';
import { Job, Mass, PaintingChange, PaintingDetail } from './studio';

export const PlanInput = PlanContent.partial();

/** Endpoints of the plan: references, set-up, versions, masses. */
export const PLAN_ROUTES = {
  addReference: route({
    method: 'post',
    path: '/paintings/:paintingId/reference',
    summary: 'Upload the main reference; an earlier one is kept but no longer governs',
    body: null,
    upload: true,
    response: PaintingDetail,
    status: 201,
  }),
  changePainting: route({
    method: 'put',
    path: '/paintings/:paintingId',
    guard: 'painting',
    summary: 'Change what holds for the whole painting: title, size, set-up, approach and stage',
    body: PaintingChange,
    response: PaintingDetail,
    status: 200,
  }),
  addFurtherReference: route({
    method: 'post',
    path: '/paintings/:paintingId/references',
    summary: 'Upload a further reference; it becomes the main one only where there is none',
    body: z.object({ purpose: Purpose.default('detail') }),
    upload: true,
    response: PaintingDetail,
    status: 201,
  }),
  changeReference: route({
    method: 'put',
    path: '/references/:referenceId',
    guard: 'reference',
    summary: 'Say what a reference is for, crop it, tie it to its place, make it the main one, or put it aside',
    body: ReferenceChange,
    response: PaintingDetail,
    status: 200,
  }),
  auditReference: route({
    method: 'get',
    path: '/references/:referenceId/audit',
    summary: 'What a reference hides under its crop, and what that means for the plan',
    body: null,
    response: AuditAnswer,
    status: 200,
  }),
  changePlan: route({
    method: 'put',
    path: '/paintings/:paintingId/plan',
    guard: 'plan',
    summary: 'Keep a new version of the plan; what is left out stays as it was',
    body: PlanInput,
    response: PaintingDetail,
    status: 200,
  }),
  readEdgePlan: route({
    method: 'post',
    path: '/paintings/:paintingId/plan/edges',
    summary: 'The edges of a plan as every reading sees them; what is left out is as in the plan that governs',
    body: PlanInput,
    response: z.array(PlannedEdge),
    status: 200,
  }),
  traceDrawing: route({
    method: 'post',
    path: '/paintings/:paintingId/drawings',
    summary: "Find the plan's places in a photographed drawing; the answer is a drawing to be kept with the plan",
    body: z.object({ source: DrawingSource }),
    response: Drawing,
    status: 200,
  }),
  listPlans: route({
    method: 'get',
    path: '/paintings/:paintingId/plans',
    summary: 'Every version of the plan, newest first, with how many readings name it',
    body: null,
    response: z.array(Plan.extend({ readings: z.number().int() })),
    status: 200,
  }),
  rereadPainting: route({
    method: 'post',
    path: '/paintings/:paintingId/readings',
    summary: 'Read every photograph again whose reading names an older plan',
    body: null,
    response: z.array(Job),
    status: 202,
  }),
  getMasses: route({
    method: 'get',
    path: '/paintings/:paintingId/masses',
    summary: 'The masses of the governing plan, with their outlines',
    body: null,
    response: z.array(Mass),
    status: 200,
  }),
} as const;
