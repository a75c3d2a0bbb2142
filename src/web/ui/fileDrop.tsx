import { dropInWords, PHOTO_TEXT } from '../../core/words';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useFinger } from './finger';

/** A place to drop, paste or pick pictures. */
export function FileDrop({
  label,
  busy,
  several = false,
  further = false,
  taken = false,
  onFiles,
  children,
}: {
  label: string;
  busy: boolean;
  /** more than one may be given at once */
  several?: boolean;
  /** something else is the page's next step */
  further?: boolean;
  /** it is photographed now: a phone or tablet opens its camera */
  taken?: boolean;
  onFiles: (files: File[]) => void;
  children?: ReactNode;
}) {
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const camera = useRef<HTMLInputElement>(null);
  const finger = useFinger();
  const takes = finger && taken;
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => give(event.clipboardData?.files);
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  });
  function give(list: FileList | null | undefined) {
    const files = [...(list ?? [])];
    if (files.length > 0 && !busy) onFiles(several ? files : files.slice(0, 1));
  }
  return (
    <div
      className="drop"
      data-over={over}
      style={{ minHeight: 320 }}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        give(e.dataTransfer.files);
      }}
    >
      {children}
      <PictureInput ref={input} busy={busy} several={several} onFiles={onFiles} />
      {takes && (
        <>
          <PictureInput ref={camera} busy={busy} fromCamera onFiles={onFiles} />
          <button className="btn act" disabled={busy} onClick={() => camera.current?.click()}>
            {busy ? 'Taking it in' : 'Take a photo'}
          </button>
        </>
      )}
      <button className={further || takes ? 'btn' : 'btn act'} disabled={busy} onClick={() => input.current?.click()}>
        {busy ? 'Taking it in' : label}
      </button>
      <p className="small">{finger ? PHOTO_TEXT.files : dropInWords(several)}</p>
    </div>
  );
}

/** The hidden input behind a button that picks pictures. */
export function PictureInput({
  ref,
  busy,
  several = false,
  fromCamera = false,
  onFiles,
}: {
  ref: React.Ref<HTMLInputElement>;
  busy: boolean;
  several?: boolean;
  /** the device's own camera takes it */
  fromCamera?: boolean;
  onFiles: (files: File[]) => void;
}) {
  return (
    <input
      ref={ref}
      type="file"
      accept="image/*,.heic,.heif,.tif,.tiff"
      className="sr-only"
      tabIndex={-1}
      aria-hidden
      capture={fromCamera ? 'environment' : undefined}
      multiple={several}
      disabled={busy}
      onChange={(e) => {
        const files = [...(e.target.files ?? [])];
        if (files.length > 0) onFiles(files);
        e.target.value = '';
      }}
    />
  );
}
