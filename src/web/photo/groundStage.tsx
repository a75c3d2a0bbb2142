import { alikeInWords, coveredInWords, groundInWords, PHOTO_TEXT } from '../../core/words';
import { useState } from 'react';
import { fileUrl, type PaintingDetail, type Photo, type ReadingDetail } from '../../contract';
import { useAction } from '../api/queries';
import { Mark } from '../marks/mark';
import { ProblemNote } from '../ui/problem';
import { useScale } from '../settings';
import { OutlineList, OutlineStage, OwnOutline } from '../stage/outlineStage';
import { WordChoice } from '../ui/words';

const MEANINGS = [
  [false, 'This is bare ground'],
  [true, 'May stay bare'],
] as const;

/** What the reading says of the ground. */
function GroundLine({ detail, reading }: { detail: PaintingDetail; reading: ReadingDetail }) {
  const scale = useScale();
  const { colour, from } = detail.ground;
  if (!colour) return <p className="serif mt-1">{PHOTO_TEXT.dragGround}</p>;
  const { coverage } = reading;
  return (
    <p className="serif mt-1">
      {coverage && !reading.stale ? coveredInWords(coverage.covered) : PHOTO_TEXT.readForCover}{' '}
      {coverage && `${alikeInWords(coverage.alike)} `}
      <span className="small">{groundInWords(scale.show(colour.value), from)}</span>
    </p>
  );
}

/** The flat with the ground that still shows, what its colour is learned from, and where it may stay bare. */
export function GroundStage({
  detail,
  photo,
  reading,
}: {
  detail: PaintingDetail;
  photo: Photo;
  reading: ReadingDetail;
}) {
  const { painting, ground } = detail;
  const [keeping, setKeeping] = useState(ground.colour !== null);
  const learn = useAction('learnGround', painting.id);
  const set = useAction('setGround', painting.id);
  const keep = (places: PaintingDetail['ground']['keep']) =>
    set.mutate({ params: { paintingId: painting.id }, body: { keep: places } });
  return (
    <OutlineStage
      flat={fileUrl('flat', photo.id, { r: reading.id })}
      alt="The flat, with the ground that still shows"
      canvas={painting}
      onPlace={(place) =>
        keeping
          ? keep([...ground.keep, place])
          : learn.mutate({ params: { photoId: photo.id }, body: { place } }, { onSuccess: () => setKeeping(true) })
      }
      caption={
        <>
          <WordChoice label="What an outline means" options={MEANINGS} value={keeping} onChoose={setKeeping}>
            <span className="small">
              <Mark name="bare-ground" label="" /> bare ground, read by nothing
            </span>
          </WordChoice>
          <GroundLine detail={detail} reading={reading} />
          <OutlineList
            words={ground.keep.map(() => 'may stay bare')}
            onRemove={(i) => keep(ground.keep.filter((_, k) => k !== i))}
          />
          <ProblemNote error={learn.error ?? set.error} />
        </>
      }
    >
      {(toPath) => (
        <>
          {reading.coverage?.bare && (
            <path d={toPath(reading.coverage.bare)} fill="url(#field-bare-ground)" fillRule="evenodd" />
          )}
          {ground.keep.map((place, i) => (
            <OwnOutline key={i} d={toPath(place)} dash="2 5" />
          ))}
        </>
      )}
    </OutlineStage>
  );
}
