import { useEffect, useId, useRef, useState, type ReactNode } from 'react';

/** A place to drop, paste or pick one picture. */
export function FileDrop({
  label,
  busy,
  onFile,
  children,
}: {
  label: string;
  busy: boolean;
  onFile: (file: File) => void;
  children?: ReactNode;
}) {
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const id = useId();
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      const file = event.clipboardData?.files[0];
      if (file && !busy) onFile(file);
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, [busy, onFile]);
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
        const file = e.dataTransfer.files[0];
        if (file && !busy) onFile(file);
      }}
    >
      {children}
      <input
        ref={input}
        id={id}
        type="file"
        accept="image/*,.heic,.heif,.tif,.tiff"
        className="sr-only"
        disabled={busy}
        tabIndex={-1}
        aria-hidden
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
      <button className="btn act" disabled={busy} onClick={() => input.current?.click()}>
        {busy ? 'Taking it in' : label}
      </button>
      <p className="small">or drop it here, or paste it. JPEG, PNG, WebP, TIFF or HEIC, up to 50 MB.</p>
    </div>
  );
}
