import { useState } from 'react';
import type { Crop, PaintingDetail, Reference } from '../../contract';
import { wholePrint } from '../../core/plan';
import { PLAN_TEXT } from '../../core/words';
import { useAction } from '../api/queries';
import { ProblemNote } from '../ui/problem';
import { alike, asPrint, insidePrint } from './crop';
import { CropStage } from './cropStage';

/** The corners of a photographed drawing: what of it is the canvas. */
export function DrawingCorners({ detail, reference }: { detail: PaintingDetail; reference: Reference }) {
  const { id, widthMm, heightMm } = detail.painting;
  const room = { proportion: widthMm / heightMm, reference };
  const change = useAction('changeReference', id);
  const [crop, setCrop] = useState<Crop>(() => (reference.crop.print ? reference.crop : asPrint(reference.crop, room)));
  const changed = !alike(crop, reference.crop);
  return (
    <>
      {/* all inside the corners is the canvas */}
      <CropStage
        reference={reference}
        crop={wholePrint(crop, reference)}
        onCrop={({ print }) => setCrop(insidePrint(print, room))}
      />
      <p className="small mt-2">{PLAN_TEXT.drawingCorners}</p>
      <p className="small">{PLAN_TEXT.drawingMayGovern}</p>
      <button
        className="btn mt-2"
        disabled={!changed || change.isPending}
        onClick={() => change.mutate({ params: { referenceId: reference.id }, body: { crop } })}
      >
        {changed ? 'Use these corners' : 'These corners are used'}
      </button>
      <ProblemNote error={change.error} />
    </>
  );
}
