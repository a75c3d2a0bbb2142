import { fileUrl, type PaintingSummary } from '../../contract';

/** The newest flat, or else the plan, or else nothing yet. */
export function Cover({ painting, width }: { painting: PaintingSummary; width: string }) {
  const { id, title, latestPhotoId, hasReference, widthMm, heightMm } = painting;
  const url = latestPhotoId ? fileUrl('flat', latestPhotoId) : hasReference ? fileUrl('plan', id) : null;
  const style = { width, aspectRatio: widthMm / heightMm };
  return url ? (
    <img
      src={url}
      alt={`${title}, ${latestPhotoId ? 'as last photographed' : 'its reference'}`}
      className="block object-cover"
      style={style}
    />
  ) : (
    <div style={{ ...style, border: '1.5px dashed var(--ink)' }} />
  );
}
