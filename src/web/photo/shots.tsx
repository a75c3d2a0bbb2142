import { inSessionInWords, PHOTO_TEXT } from '../../core/words';
import { useRef } from 'react';
import { fileUrl, type Photo, type Session } from '../../contract';
import { useAction } from '../api/queries';
import { PictureInput } from '../ui/fileDrop';

const nameOf = (photo: Photo, main: Photo | undefined) =>
  photo.role !== 'canvas'
    ? { 'white-board': 'white board', ground: 'bare ground' }[photo.role]
    : photo.id === main?.id
      ? 'read'
      : photo.corners
        ? 'added to it'
        : 'corners?';

/**
 * The photographs of one session: the one that is read, further shots that take its glare away, a white board, and
 * those put aside.
 */
export function Shots({
  paintingId,
  session,
  shown,
  busy,
  onShow,
  onFile,
}: {
  paintingId: string;
  session: Session;
  shown: Photo;
  busy: boolean;
  onShow: (photoId: string) => void;
  onFile: (file: File) => void;
}) {
  const change = useAction('changePhoto', paintingId);
  const remove = useAction('deletePhoto', paintingId);
  const input = useRef<HTMLInputElement>(null);
  const main = session.photos.filter(({ role }) => role === 'canvas').at(-1);
  const set = (photoId: string, body: Parameters<typeof change.mutate>[0]['body']) =>
    change.mutate({ params: { photoId }, body });
  return (
    <section className="mt-4" aria-label="Photographs of this session">
      <ul className="ledge flex flex-wrap items-end gap-4">
        {session.photos.toReversed().map((photo) => (
          <li key={photo.id}>
            <button
              className="block border-0 bg-transparent p-0 text-left"
              aria-pressed={photo.id === shown.id}
              style={{ boxShadow: photo.id === shown.id ? 'inset 0 -5px 0 var(--ink)' : 'none', paddingBottom: 5 }}
              onClick={() => onShow(photo.id)}
            >
              <span className="small block">{nameOf(photo, main)}</span>
              <img
                src={fileUrl('photoPreview', photo.id)}
                alt={photo.fileName}
                className="block"
                style={{ height: 62, aspectRatio: photo.width / photo.height }}
              />
            </button>
          </li>
        ))}
        <li className="pb-1">
          <PictureInput ref={input} busy={busy} onFiles={([file]) => file && onFile(file)} />
          <button className="btn" disabled={busy} onClick={() => input.current?.click()}>
            {busy ? 'Taking it in' : 'Add a photograph'}
          </button>
        </li>
      </ul>
      <p className="small mt-2 flex flex-wrap gap-x-5">
        <label>
          This shows{' '}
          <select value={shown.role} onChange={(e) => set(shown.id, { role: e.target.value as Photo['role'] })}>
            <option value="canvas">the canvas</option>
            <option value="white-board">a white board in its place</option>
            <option value="ground">the bare ground, before the first mark</option>
          </select>
        </label>
        <button className="line" onClick={() => set(shown.id, { aside: true })}>
          Leave this photo out
        </button>
        <button className="line" onClick={() => remove.mutate({ params: { photoId: shown.id } })}>
          Delete this photo
        </button>
        {session.aside.map((photo) => (
          <button key={photo.id} className="line" onClick={() => set(photo.id, { aside: false })}>
            Take {photo.fileName} back
          </button>
        ))}
        {session.photos.length === 1 && <span>{PHOTO_TEXT.secondShot}</span>}
        {session.photos.length > 1 && <span>{inSessionInWords(session.photos.length)}</span>}
      </p>
    </section>
  );
}
