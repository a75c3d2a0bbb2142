import { landmarkInWords, WALL_TEXT } from '../../../core/words';
import { useEffect, useState, type ReactNode } from 'react';
import type { Landmark, Painting } from '../../../contract';
import type { Point } from '../../../core/raster';
import type { LoadedPicture } from '../../stage/usePicture';
import { insideOf } from '../../stage/pointers';
import { WordChoice } from '../../ui/words';
import { Magnifier } from './magnifier';

interface OneProps {
  readonly landmark: Landmark;
  readonly index: number;
  readonly painting: Painting;
  readonly plan: LoadedPicture | null;
  readonly flat: LoadedPicture | null;
  readonly onPut: (part: Partial<Landmark>) => void;
}

/** One landmark on both pictures, moved by key, with how far it is off and its name. */
function OneLandmark({ landmark, index, painting, plan, flat, onPut }: OneProps) {
  const canvas = { width: painting.widthMm, height: painting.heightMm };
  const by = ([x, y]: Point, [dx, dy]: Point): [number, number] => [...insideOf(canvas, [x + dx, y + dy])];
  const { painted, plan: planned, name } = landmark;
  return (
    <>
      <div className="mt-2 flex gap-3">
        <Magnifier
          picture={plan}
          at={planned}
          painting={painting}
          label="On the plan"
          onNudge={(step) => onPut({ plan: by(planned, step) })}
        />
        <Magnifier
          picture={flat}
          at={painted}
          painting={painting}
          label="On the painting"
          onNudge={(step) => onPut({ painted: by(painted, step) })}
        />
      </div>
      <p className="small mt-1">{landmarkInWords([painted[0] - planned[0], painted[1] - planned[1]])}</p>
      <label className="mt-1 flex flex-col gap-1">
        <span className="small">Name of the landmark</span>
        <input
          key={index}
          defaultValue={name}
          maxLength={40}
          placeholder={`landmark ${index + 1}`}
          onBlur={(event) => event.target.value.trim() !== name && onPut({ name: event.target.value.trim() })}
        />
      </label>
    </>
  );
}

/**
 * The painter's landmarks: each on both pictures, moved by key, named; kept, they overrule where the drawing was found.
 */
export function LandmarkSlip({
  landmarks,
  waiting,
  kept,
  snap,
  onChange,
  onKeep,
  ...pictures
}: Pick<OneProps, 'painting' | 'plan' | 'flat'> & {
  landmarks: readonly Landmark[];
  waiting: boolean;
  /** they are the ones already kept */
  kept: boolean;
  /** whether points go to the nearest contour */
  snap: ReactNode;
  onChange: (next: Landmark[]) => void;
  onKeep: () => void;
}) {
  const [chosen, setChosen] = useState(0);
  const index = Math.min(chosen, landmarks.length - 1);
  const one = landmarks.at(index);
  useEffect(() => setChosen(landmarks.length - 1), [landmarks.length]);
  const put = (part: Partial<Landmark>) =>
    onChange(landmarks.map((old, i) => (i === index ? { ...old, ...part } : old)));
  return (
    <>
      <p className="small" role="status">
        {waiting ? WALL_TEXT.tapOnPainting : WALL_TEXT.tapLandmark}
      </p>
      {snap}
      {one && (
        <>
          <OneLandmark landmark={one} index={index} onPut={put} {...pictures} />
          <WordChoice
            label="Landmarks"
            className="words mt-2"
            options={landmarks.map(({ name }, i) => [i, name || i + 1] as const)}
            value={index}
            onChoose={setChosen}
          />
          <button className="line" onClick={() => onChange(landmarks.filter((_, i) => i !== index))}>
            Take this one away
          </button>
        </>
      )}
      {!kept && (
        <button className="btn mt-2 w-full" onClick={onKeep}>
          Keep {landmarks.length} and read again
        </button>
      )}
    </>
  );
}
