import { useEffect, useState } from 'react';
import { fileUrl, type Crop, type Painting, type PaintingDetail, type Reference } from '../../contract';
import { cropBase, largestBox } from '../../core/plan';
import { fileInWords, PLAN_TEXT } from '../../core/words';
import { useAction, useAudit } from '../api/queries';
import { NumberField } from '../ui/numberField';
import { ProblemNote } from '../ui/problem';
import { WordSwitch } from '../ui/words';
import { Slip, Workbench } from '../ui/workbench';
import { AuditWords } from './auditWords';
import { alike, asPrint, fitted, resized } from './crop';
import { CropStage } from './cropStage';
import { OtherCanvases } from './otherCanvases';
import { VisibleWindow } from './planStage';

const baseUrl = ({ id }: Reference, crop: Crop) => fileUrl('referenceBase', id, { crop: JSON.stringify(crop) });

/** Size and turn of the frame, and whether the reference is itself a photographed print. */
function FrameDials({
  crop,
  room,
  onCrop,
}: {
  crop: Crop;
  room: { proportion: number; reference: Reference };
  onCrop: (crop: Crop) => void;
}) {
  const { reference, proportion } = room;
  const widest = largestBox(cropBase(crop, reference), { proportion, turn: crop.turn })[2];
  const turned = (turn: number) => onCrop(fitted({ ...crop, turn }, room));
  return (
    <>
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
            onChange={(event) => onCrop(resized(crop, (Number(event.target.value) / 100) * widest, room))}
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
            onChange={(event) => turned(Number(event.target.value))}
          />
        </label>
        <NumberField
          label="Turn in degrees"
          value={crop.turn}
          min={-45}
          max={45}
          step={0.1}
          unit="°"
          onValue={turned}
        />
        <WordSwitch on={crop.print !== null} onSwitch={() => onCrop(asPrint(crop, room))}>
          It is a photographed print or screen
        </WordSwitch>
      </div>
      {crop.print && <p className="small mt-1">{PLAN_TEXT.dragPrintCorners}</p>}
    </>
  );
}

/** The canvas as it will be under a crop, with what the frame will leave of it. */
function UnderCrop({ painting, reference, crop }: { painting: Painting; reference: Reference; crop: Crop }) {
  return (
    <figure className="relative my-2" style={{ aspectRatio: painting.widthMm / painting.heightMm }}>
      <img src={baseUrl(reference, crop)} alt="The canvas under this crop" className="absolute inset-0 h-full w-full" />
      <svg
        viewBox={`0 0 ${painting.widthMm} ${painting.heightMm}`}
        className="absolute inset-0 h-full w-full"
        aria-hidden="true"
      >
        <VisibleWindow {...painting} rebate={painting.setUp.rebate} />
      </svg>
    </figure>
  );
}

/** Crops put by to compare, each to be tried or taken away; the present one to be put by under a name. */
function CropsToCompare({
  reference,
  crop,
  onTry,
  onCrops,
}: {
  reference: Reference;
  crop: Crop;
  onTry: (crop: Crop) => void;
  onCrops: (crops: Reference['crops']) => void;
}) {
  const [name, setName] = useState('');
  const { crops } = reference;
  return (
    <>
      <h2 className="small-head">Crops to compare</h2>
      <div className="mt-1 grid grid-cols-2 gap-2">
        {crops.map((one, i) => (
          <figure key={i} className="m-0">
            <button className="block w-full" title="Try this crop" onClick={() => onTry(one.crop)}>
              <img src={baseUrl(reference, one.crop)} alt={`Crop ${one.name}`} className="block w-full" />
            </button>
            <figcaption className="small flex justify-between">
              {one.name}
              <button
                className="line small"
                aria-label={`Delete crop ${one.name}`}
                onClick={() => onCrops(crops.filter((_, k) => k !== i))}
              >
                delete
              </button>
            </figcaption>
          </figure>
        ))}
      </div>
      <div className="mt-2 flex gap-2">
        <input
          className="tight min-w-0 flex-1 !py-1"
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
            onCrops([...crops, { name: name.trim(), crop }]);
            setName('');
          }}
        >
          Keep this crop
        </button>
      </div>
    </>
  );
}

const REST_MS = 350;

/** A value as it was when it last rested. */
function useRested<T>(value: T): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const rest = setTimeout(() => setRested(value), REST_MS);
    return () => clearTimeout(rest);
  }, [value]);
  return rested;
}

/**
 * Crop with turn and perspective, to the canvas's proportions; kept crops beside each other; what the photograph hides.
 */
export function CropPart({
  detail,
  reference,
  onCropping,
}: {
  detail: PaintingDetail;
  reference: Reference;
  /** told whether the frame stands elsewhere than the crop that is used */
  onCropping: (cropping: boolean) => void;
}) {
  const { painting } = detail;
  const change = useAction('changeReference', painting.id);
  const resize = useAction('changePainting', painting.id);
  const [crop, setCrop] = useState<Crop>(reference.crop);
  const shown = useRested(crop);
  const proportion = painting.widthMm / painting.heightMm;
  useEffect(() => setCrop(reference.crop), [reference.crop]);
  const { data: audit } = useAudit(painting.id, reference);
  const room = { proportion, reference };
  const changed = !alike(crop, reference.crop);
  useEffect(() => {
    onCropping(changed);
    return () => onCropping(false);
  }, [changed, onCropping]);
  const put = (body: Partial<Pick<Reference, 'crop' | 'crops'>>) =>
    change.mutate({ params: { referenceId: reference.id }, body });
  return (
    <Workbench
      slip={
        <Slip>
          <h2>Crop to the canvas</h2>
          <UnderCrop painting={painting} reference={reference} crop={shown} />
          <p className="small">{fileInWords(reference)}</p>
          <button
            className={changed ? 'btn act mt-3 w-full' : 'btn mt-3 w-full'}
            disabled={!changed || change.isPending}
            onClick={() => put({ crop })}
          >
            {changed ? 'Use this crop' : 'This crop is used'}
          </button>
          <ProblemNote error={change.error} />
          <hr className="rule my-3" />
          <CropsToCompare reference={reference} crop={crop} onTry={setCrop} onCrops={(crops) => put({ crops })} />
          <hr className="rule my-3" />
          <AuditWords audit={audit} />
        </Slip>
      }
    >
      <CropStage reference={reference} crop={crop} onCrop={(next) => setCrop(fitted(next, room))} />
      <FrameDials crop={crop} room={room} onCrop={setCrop} />
      <h2 className="small-head mt-4">On another canvas</h2>
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
    </Workbench>
  );
}
