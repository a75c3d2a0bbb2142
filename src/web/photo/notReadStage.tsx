import { useState } from 'react';
import { fileUrl, type Photo, type ReadingDetail } from '../../contract';
import { OutlineList, OutlineStage, OwnOutline } from '../stage/outlineStage';
import { WordChoice } from '../ui/words';

const MEANINGS = [
  [false, 'Leave out'],
  [true, 'Read all the same'],
] as const;

/**
 * The flat with what is not read on it: reflections that were found, and what the painter leaves out or reads all the
 * same.
 */
export function NotReadStage({
  photo,
  reading,
  canvas,
  onAreas,
}: {
  photo: Photo;
  reading: ReadingDetail;
  canvas: { readonly widthMm: number; readonly heightMm: number };
  onAreas: (areas: Photo['areas']) => void;
}) {
  const [read, setRead] = useState(false);
  return (
    <OutlineStage
      flat={fileUrl('flat', photo.id, { r: reading.id })}
      alt="The flat, with what is not read"
      canvas={canvas}
      onPlace={(place) => onAreas([...photo.areas, { place, read }])}
      caption={
        <>
          <WordChoice label="What an outline means" options={MEANINGS} value={read} onChoose={setRead}>
            <span className="small">
              Show a place{read ? ' that was taken for a reflection.' : ': a reflection, a clamp, a hand.'}
            </span>
          </WordChoice>
          <OutlineList
            words={photo.areas.map((area) => (area.read ? 'read all the same' : 'left out'))}
            onRemove={(i) => onAreas(photo.areas.filter((_, k) => k !== i))}
          />
        </>
      }
    >
      {(toPath) => (
        <>
          {reading.glare && (
            <path
              d={toPath(reading.glare)}
              fill="url(#field-not-read)"
              fillRule="evenodd"
              stroke="#000"
              strokeWidth="1.2"
            />
          )}
          {photo.areas.map((area, i) => (
            <OwnOutline
              key={i}
              d={toPath(area.place)}
              fill={area.read ? 'none' : 'url(#field-not-read)'}
              dash={area.read ? '2 5' : '9 4'}
            />
          ))}
        </>
      )}
    </OutlineStage>
  );
}
