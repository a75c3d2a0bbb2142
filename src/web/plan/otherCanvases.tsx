import { fileUrl, type Crop, type PaintingDetail, type Reference } from '../../contract';
import { cropCorners } from '../../core/plan';
import { useSettings } from '../settings';
import { sizeInWords } from '../words';
import { fitted } from './crop';

const OTHERS = [
  ['a square', () => 1],
  ['taller', (p: number) => p * 0.8],
  ['wider', (p: number) => p * 1.25],
] as const;

/** What other proportions of the canvas would take in, from the same height or width. */
export function OtherCanvases({
  reference,
  crop,
  proportion,
  canvas,
  onCanvas,
}: {
  reference: Reference;
  crop: Crop;
  proportion: number;
  canvas: PaintingDetail['painting'];
  onCanvas: (widthMm: number, heightMm: number) => void;
}) {
  const { settings } = useSettings();
  const area = canvas.widthMm * canvas.heightMm;
  return (
    <div className="grid grid-cols-3 items-end gap-3">
      {OTHERS.map(([name, of]) => {
        const p = of(proportion);
        const [, , w, h] = crop.box;
        // About as much picture as now.
        const width = Math.sqrt(w * h * p);
        const other = fitted(
          { ...crop, box: [crop.box[0] + (w - width) / 2, crop.box[1] + (h - width / p) / 2, width, width / p] },
          { proportion: p, reference },
        );
        const corners = cropCorners(other, reference);
        const round = (mm: number) => Math.round(mm / 10) * 10;
        const [wide, high] = [round(Math.sqrt(area * p)), round(Math.sqrt(area / p))];
        return (
          <figure key={name} className="m-0">
            <svg
              viewBox={`0 0 ${reference.width} ${reference.height}`}
              className="block w-full"
              role="img"
              aria-label={`What ${name} would take in`}
            >
              <image
                href={fileUrl('referencePreview', reference.id)}
                width={reference.width}
                height={reference.height}
                preserveAspectRatio="none"
              />
              <path
                d={`M0 0H${reference.width}V${reference.height}H0ZM${corners.map((c) => c.join(' ')).join('L')}Z`}
                fill="#464646"
                fillOpacity=".72"
                fillRule="evenodd"
              />
            </svg>
            <figcaption className="small">
              {name}{' '}
              <button className="line small" onClick={() => onCanvas(wide, high)}>
                {sizeInWords(wide, high, settings.units)}
              </button>
            </figcaption>
          </figure>
        );
      })}
    </div>
  );
}
