import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import type { Mass, PaintingDetail } from '../../contract';
import { useAction, useMasses } from '../api/queries';
import { useKeys } from '../keyboard';
import { useScale } from '../settings';
import { FileDrop } from '../slips/fileDrop';
import { ProblemNote } from '../slips/problem';
import { CropFrame } from '../wall/cropFrame';
import { useDetail } from './paintingLayout';

type Tab = 'crop' | 'masses';

function AddReference({ id }: { id: string }) {
  const add = useAction('addReference', id);
  return (
    <div className="mt-5 max-w-3xl">
      <ProblemNote error={add.error} />
      <FileDrop
        label="Choose the reference"
        busy={add.isPending}
        onFiles={([file]) => add.mutate({ params: { paintingId: id }, file })}
      >
        <p className="serif" style={{ fontSize: 18 }}>
          The picture this painting is made from. It is kept as it is; the crop is only remembered.
        </p>
      </FileDrop>
    </div>
  );
}

function Crop({ detail }: { detail: PaintingDetail }) {
  const { painting, reference } = detail;
  const crop = useAction('cropReference', painting.id);
  const replace = useAction('addReference', painting.id);
  if (!reference) return null;
  return (
    <div className="mt-4 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(480px, 100%)' }}>
        <CropFrame
          reference={reference}
          proportion={painting.widthMm / painting.heightMm}
          busy={crop.isPending}
          onCrop={(box) => crop.mutate({ params: { paintingId: painting.id }, body: { crop: box } })}
        />
      </div>
      <aside className="slip w-full self-start lg:w-[292px]">
        <h2>Crop to the canvas</h2>
        <p className="serif my-2">
          Drag the frame, or move it with the arrow keys. Make it smaller to come closer. The reference itself is never
          cut.
        </p>
        <p className="small soft">
          {reference.fileName}, {reference.width} × {reference.height} px
        </p>
        <ProblemNote error={crop.error ?? replace.error} />
        <label className="btn mt-4 w-full">
          Take another reference
          <input
            type="file"
            accept="image/*,.heic,.tif,.tiff"
            className="sr-only"
            onChange={(e) => {
              const file = e.target.files?.[0];
              if (file) replace.mutate({ params: { paintingId: painting.id }, file });
            }}
          />
        </label>
        <Link
          className="btn act mt-3 w-full"
          to={`/painting/${painting.id}/photo/${Math.max(1, detail.sessions.length)}`}
        >
          {detail.sessions.length === 0 ? 'Photograph session 1' : 'Go to the photo'} <kbd>P</kbd>
        </Link>
      </aside>
    </div>
  );
}

function MassOutlines({
  masses,
  chosen,
  canvas,
  onChoose,
}: {
  masses: readonly Mass[];
  chosen: number | null;
  canvas: { widthMm: number; heightMm: number };
  onChoose: (id: number) => void;
}) {
  return (
    <svg
      className="absolute inset-0 h-full w-full"
      viewBox={`0 0 ${canvas.widthMm} ${canvas.heightMm}`}
      preserveAspectRatio="none"
    >
      {masses.map(({ id, place }) => {
        const d = place.outlines
          .map((outline) => `M${outline.map((p) => p.map((v) => v.toFixed(1)).join(' ')).join('L')}Z`)
          .join('');
        return (
          <g key={id} onClick={() => onChoose(id)} style={{ cursor: 'pointer' }}>
            <path d={d} fill="#000" fillOpacity={chosen === null || chosen === id ? 0 : 0.35} fillRule="evenodd" />
            <path
              d={d}
              fill="none"
              stroke="#fff"
              strokeWidth="3"
              strokeOpacity=".8"
              vectorEffect="non-scaling-stroke"
            />
            <path
              d={d}
              fill="none"
              stroke="#000"
              strokeWidth={chosen === id ? 2.4 : 1.2}
              vectorEffect="non-scaling-stroke"
            />
          </g>
        );
      })}
    </svg>
  );
}

function Masses({ detail }: { detail: PaintingDetail }) {
  const { painting, plan } = detail;
  const { data: masses } = useMasses(painting.id, plan?.version ?? null);
  const change = useAction('changePlan', painting.id);
  const [count, setCount] = useState(plan?.masses ?? 12);
  const [chosen, setChosen] = useState<number | null>(null);
  const scale = useScale();
  useEffect(() => setCount(plan?.masses ?? 12), [plan?.masses]);
  if (!plan) return null;
  const keep = (part: Partial<typeof plan>) =>
    change.mutate({
      params: { paintingId: painting.id },
      body: { key: plan.key, masses: plan.masses, names: plan.names, ...part },
    });
  const sorted = [...(masses ?? [])].sort((a, b) => b.share - a.share);
  return (
    <div className="mt-4 flex flex-1 flex-wrap gap-6">
      <div className="min-w-0 flex-1" style={{ minWidth: 'min(480px, 100%)' }}>
        <div className="relative w-full" style={{ aspectRatio: painting.widthMm / painting.heightMm }}>
          <img
            src={`/api/paintings/${painting.id}/plan.jpg?v=${plan.version}`}
            alt="The plan: the reference cropped to the canvas"
            className="absolute inset-0 h-full w-full"
          />
          {masses && (
            <MassOutlines
              masses={masses}
              chosen={chosen}
              canvas={painting}
              onChoose={(id) => setChosen(id === chosen ? null : id)}
            />
          )}
        </div>
        <div className="flex items-center gap-4 border-t-2 pt-2" style={{ borderColor: 'var(--ink)' }}>
          <label className="font-bold whitespace-nowrap" htmlFor="mass-count">
            {count} masses
          </label>
          <input
            id="mass-count"
            className="flex-1"
            type="range"
            min={2}
            max={40}
            value={count}
            onChange={(e) => setCount(Number(e.target.value))}
            onPointerUp={() => count !== plan.masses && keep({ masses: count })}
            onKeyUp={() => count !== plan.masses && keep({ masses: count })}
          />
        </div>
        <div className="words mt-2" role="group" aria-label="Key">
          <span>Key</span>
          <button className="word" aria-pressed={plan.key === 'absolute'} onClick={() => keep({ key: 'absolute' })}>
            as the reference is
          </button>
          <button className="word" aria-pressed={plan.key === 'range'} onClick={() => keep({ key: 'range' })}>
            into the paint’s range, {scale.show(1.6)} to {scale.show(9.3)}
          </button>
        </div>
      </div>
      <aside className="slip w-full self-start lg:w-[292px]">
        <h2>Name the masses</h2>
        <p className="small mt-1 mb-3">Findings speak of them by these names. Choose one on the picture.</p>
        <ProblemNote error={change.error} />
        <ul className="flex flex-col gap-1">
          {sorted.map((mass) => (
            <li
              key={mass.id}
              className="grid grid-cols-[1fr_44px] items-center gap-2"
              style={chosen === mass.id ? { boxShadow: 'inset 4px 0 0 var(--ink)', paddingLeft: 8 } : undefined}
            >
              <input
                key={`${mass.id}-${plan.version}`}
                className="!min-h-9 !border-0 !border-b !py-1"
                defaultValue={plan.names[String(mass.id)] ?? ''}
                placeholder={mass.name}
                aria-label={`Name of the mass at the ${mass.name}`}
                onFocus={() => setChosen(mass.id)}
                onBlur={(e) => {
                  const name = e.target.value.trim();
                  if (name !== (plan.names[String(mass.id)] ?? ''))
                    keep({ names: { ...plan.names, [String(mass.id)]: name } });
                }}
              />
              <span className="small text-right">{(mass.share * 100).toFixed(0)} %</span>
            </li>
          ))}
        </ul>
      </aside>
    </div>
  );
}

/** Reference, crop, masses, key: what the painting will be compared with. */
export function Plan() {
  const detail = useDetail();
  const [tab, setTab] = useState<Tab>(detail.sessions.length === 0 ? 'crop' : 'masses');
  useKeys({ 1: () => setTab('crop'), 2: () => setTab('masses') });
  if (!detail.reference) return <AddReference id={detail.painting.id} />;
  return (
    <>
      <div className="words" role="group" aria-label="Parts of the plan">
        <button className="word" aria-pressed={tab === 'crop'} onClick={() => setTab('crop')}>
          Crop
        </button>
        <button className="word" aria-pressed={tab === 'masses'} onClick={() => setTab('masses')}>
          Masses and key
        </button>
        {detail.plan && <span className="small ml-auto">plan version {detail.plan.version}</span>}
      </div>
      {tab === 'crop' ? <Crop detail={detail} /> : <Masses detail={detail} />}
    </>
  );
}
