import { fileInWords, PLAN_TEXT } from '../../core/words';
import { useEffect, useState } from 'react';
import { fileUrl, type Crop, type PaintingDetail, type Reference } from '../../contract';
import { cropBase, cropCorners, cropFits, largestBox } from '../../core/plan';
import type { Point } from '../../core/raster';
import { useAction, useAudit } from '../api/queries';
import { useSettings } from '../settings';
import { AuditWords } from './auditWords';
import { NumberField } from '../ui/numberField';
import { ProblemNote } from '../ui/problem';
import { sizeInWords } from '../words';
import { CropStage } from './cropStage';
import { VisibleWindow } from './planStage';
import { WordSwitch } from '../ui/words';

/** The largest crop no wider than asked about the same middle, moved inside where it sticks out. */
function fitted(
  { box: [x, y, w], turn, print }: Crop,
  { proportion, reference }: { proportion: number; reference: Reference },
): Crop {
  const base = cropBase({ print }, reference);
  const largest = largestBox(base, { proportion, turn });
  const width = Math.min(Math.max(w, 0.08 * largest[2]), largest[2]);
  const height = width / proportion;
  const oldHeight = w / proportion;
  const middle: Point = [x + w / 2, y + oldHeight / 2];
  const centre: Point = [base.width / 2, base.height / 2];
  // From where it is towards the picture's middle, until it fits.
  for (let step = 0; step <= 40; step++) {
    const share = step / 40;
    const [cx, cy] = [middle[0] + share * (centre[0] - middle[0]), middle[1] + share * (centre[1] - middle[1])];
    const crop: Crop = { box: [cx - width / 2, cy - height / 2, width, height], turn, print };
    if (cropFits(crop, reference)) return crop;
  }
  return { box: [...largest], turn, print };
}

const alike = (a: Crop, b: Crop) =>
  a.box.every((v, i) => Math.abs(v - b.box[i]) < 0.5) &&
  a.turn === b.turn &&
  JSON.stringify(a.print) === JSON.stringify(b.print);

const OTHERS = [
  ['a square', () => 1],
  ['taller', (p: number) => p * 0.8],
  ['wider', (p: number) => p * 1.25],
] as const;

const baseUrl = ({ id }: Reference, crop: Crop) => fileUrl('referenceBase', id, { crop: JSON.stringify(crop) });

/** What other proportions of the canvas would take in, from the same height or width. */
function OtherCanvases({
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

/**
 * Crop with turn and perspective, to the canvas's proportions; kept crops beside each other; what the photograph hides.
 */
export function CropPart({ detail, reference }: { detail: PaintingDetail; reference: Reference }) {
  const { painting } = detail;
  const change = useAction('changeReference', painting.id);
  const resize = useAction('changePainting', painting.id);
  const [crop, setCrop] = useState<Crop>(reference.crop);
  const [name, setName] = useState('');
  const [shown, setShown] = useState<Crop>(reference.crop);
  const proportion = painting.widthMm / painting.heightMm;
  useEffect(() => setCrop(reference.crop), [reference.crop]);
  const { data: audit } = useAudit(painting.id, reference);
  // The preview follows when the hand rests.
  useEffect(() => {
    const rest = setTimeout(() => setShown(crop), 350);
    return () => clearTimeout(rest);
  }, [crop]);
  const fit = (next: Crop) => setCrop(fitted(next, { proportion, reference }));
  const base = cropBase(crop, reference);
  const widest = largestBox(base, { proportion, turn: crop.turn })[2];
  const changed = !alike(crop, reference.crop);
  const keep = (next: Crop) => change.mutate({ params: { referenceId: reference.id }, body: { crop: next } });
  const toggle = () => {
    const { width: w, height: h } = reference;
    const print: Crop['print'] = crop.print
      ? null
      : [
          [w * 0.1, h * 0.1],
          [w * 0.9, h * 0.1],
          [w * 0.9, h * 0.9],
          [w * 0.1, h * 0.9],
        ];
    fit({ box: largestBox(cropBase({ print }, reference), { proportion, turn: 0 }) as Crop['box'], turn: 0, print });
  };
  const resizeTo = (w: number) =>
    fit({
      ...crop,
      box: [crop.box[0] + (crop.box[2] - w) / 2, crop.box[1] + (crop.box[3] - w / proportion) / 2, w, w / proportion],
    });
  return (
    <div className="mt-3 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(480px, 100%)' }}>
        <CropStage reference={reference} crop={crop} onCrop={fit} />
        <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2">
          <label className="flex flex-1 items-center gap-3" style={{ minWidth: 220 }}>
            <span className="whitespace-nowrap">Size</span>
            <input
              className="w-full"
              type="range"
              min={8}
              max={100}
              step={0.5}
              aria-label="Size of the frame"
              value={(100 * crop.box[2]) / widest}
              onChange={(event) => resizeTo((Number(event.target.value) / 100) * widest)}
            />
          </label>
          <label className="flex flex-1 items-center gap-3" style={{ minWidth: 220 }}>
            <span className="whitespace-nowrap">Turn</span>
            <input
              className="w-full"
              type="range"
              min={-15}
              max={15}
              step={0.1}
              aria-label="Turn of the frame, degrees"
              value={crop.turn}
              onChange={(event) => fit({ ...crop, turn: Number(event.target.value) })}
            />
          </label>
          <NumberField
            label="Turn in degrees"
            value={crop.turn}
            min={-45}
            max={45}
            step={0.1}
            unit="°"
            onValue={(turn) => fit({ ...crop, turn })}
          />
          <WordSwitch on={crop.print !== null} onSwitch={toggle}>
            It is a photographed print or screen
          </WordSwitch>
        </div>
        {crop.print && <p className="small mt-1">{PLAN_TEXT.dragPrintCorners}</p>}
        <h3 className="mt-4">On another canvas</h3>
        <OtherCanvases
          reference={reference}
          crop={crop}
          proportion={proportion}
          canvas={painting}
          onCanvas={(widthMm, heightMm) =>
            resize.mutate({ params: { paintingId: painting.id }, body: { widthMm, heightMm } })
          }
        />
        <ProblemNote error={resize.error} />
      </div>
      <aside className="slip w-full self-start lg:w-[292px]">
        <h2>Crop to the canvas</h2>
        <figure className="relative my-2" style={{ aspectRatio: proportion }}>
          <img
            src={baseUrl(reference, shown)}
            alt="The canvas under this crop"
            className="absolute inset-0 h-full w-full"
          />
          <svg
            viewBox={`0 0 ${painting.widthMm} ${painting.heightMm}`}
            className="absolute inset-0 h-full w-full"
            aria-hidden="true"
          >
            <VisibleWindow {...painting} rebate={painting.setUp.rebate} />
          </svg>
        </figure>
        <p className="small">{fileInWords(reference)}</p>
        <button className="btn act mt-3 w-full" disabled={!changed || change.isPending} onClick={() => keep(crop)}>
          {changed ? 'Keep this crop' : 'Crop kept'}
        </button>
        <ProblemNote error={change.error} />
        <hr className="rule my-3" />
        <h3>Crops to compare</h3>
        <div className="mt-1 grid grid-cols-2 gap-2">
          {reference.crops.map((one, i) => (
            <figure key={i} className="m-0">
              <button className="block w-full" title="Try this crop" onClick={() => setCrop(one.crop)}>
                <img src={baseUrl(reference, one.crop)} alt={`Crop ${one.name}`} className="block w-full" />
              </button>
              <figcaption className="small flex justify-between">
                {one.name}
                <button
                  className="line small"
                  aria-label={`Take crop ${one.name} away`}
                  onClick={() =>
                    change.mutate({
                      params: { referenceId: reference.id },
                      body: { crops: reference.crops.filter((_, k) => k !== i) },
                    })
                  }
                >
                  take away
                </button>
              </figcaption>
            </figure>
          ))}
        </div>
        <div className="mt-2 flex gap-2">
          <input
            className="!min-h-9 min-w-0 flex-1 !py-1"
            placeholder="closer, more wall"
            aria-label="Name of a crop to compare"
            value={name}
            maxLength={60}
            onChange={(event) => setName(event.target.value)}
          />
          <button
            className="line"
            disabled={!name.trim()}
            onClick={() => {
              change.mutate({
                params: { referenceId: reference.id },
                body: { crops: [...reference.crops, { name: name.trim(), crop }] },
              });
              setName('');
            }}
          >
            Put it by
          </button>
        </div>
        <hr className="rule my-3" />
        <AuditWords audit={audit} />
      </aside>
    </div>
  );
}
