'use client';
import { useEffect, useRef, useState } from 'react';
import { findMedia, takePhoto, UnreadableFile } from '@/device';

/** A photo, from this device where it has it, else from the server. */
export function Photo({ id, alt }: { id: string; alt: string }) {
  const [local, setLocal] = useState<{ url: string | null; refused: string | null }>({ url: null, refused: null });
  useEffect(() => {
    let url: string | null = null;
    let gone = false;
    void findMedia(id)
      .catch(() => undefined)
      .then((photo) => {
        if (gone || !photo) return;
        url = URL.createObjectURL(photo.blob);
        setLocal({ url, refused: photo.refused });
      });
    return () => {
      gone = true;
      if (url) URL.revokeObjectURL(url);
    };
  }, [id]);
  if (local.refused) return <span className="trouble">Photo not saved: {local.refused}</span>;
  // A plain element: the picture is private and already as small as it is shown.
  // eslint-disable-next-line @next/next/no-img-element
  return <img className="photo" src={local.url ?? `/api/photos/${id}?size=small`} alt={alt} />;
}

/** How long a button says that its photo is saved, milliseconds. */
const SAID_MS = 2500;

/** A button that opens the tablet's camera (or the files of a desk) and hands over the kept photo's id. */
export function PhotoButton({
  job,
  label,
  className,
  onTaken,
}: {
  /** The job's number, or the procedure it is for. */
  job: number | { procedure: string };
  label: string;
  className?: string;
  onTaken: (id: string) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [keeping, setKeeping] = useState(false);
  const [kept, setKept] = useState(false);
  useEffect(() => {
    if (!kept) return;
    const timer = setTimeout(() => setKept(false), SAID_MS);
    return () => clearTimeout(timer);
  }, [kept]);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setTrouble(null);
    setKeeping(true);
    await takePhoto(file, job).then(
      (id) => {
        onTaken(id);
        setKept(true);
      },
      (cause: unknown) =>
        setTrouble(cause instanceof UnreadableFile ? 'The file could not be read.' : 'Tablet storage is full.'),
    );
    setKeeping(false);
  };
  return (
    <>
      <button
        type="button"
        className={className}
        title={trouble ?? undefined}
        disabled={keeping}
        aria-live="polite"
        onClick={() => input.current?.click()}
      >
        {keeping ? 'Saving…' : (trouble ?? (kept ? 'Photo saved' : label))}
      </button>
      <input
        ref={input}
        hidden
        type="file"
        accept="image/*"
        capture="environment"
        onChange={(event) => {
          void take(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
    </>
  );
}
