'use client';
import { useRef, useState, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import { sendProcedurePhoto, UnreadableFile } from '@/device';
import { ApiError, troubleWords } from '../../../../device/http';

/** A button that takes or chooses a photo for a procedure and sends it, and what went wrong with it, in words. */
export function usePhotoChoice(
  procedure: string,
  label: string,
  onSent: (id: string) => void | Promise<void>,
): { button: ReactNode; trouble: ReactNode } {
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setBusy(true);
    setTrouble(null);
    await sendProcedurePhoto(file, procedure).then(onSent, (error: unknown) =>
      setTrouble(error instanceof UnreadableFile ? error.message : wordsFor(error)),
    );
    setBusy(false);
  };
  return {
    button: (
      <>
        <input
          ref={input}
          type="file"
          accept="image/*"
          capture="environment"
          hidden
          aria-label={label}
          onChange={(event) => {
            void take(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
        <Button size="sm" variant="outline-dark" disabled={busy} onClick={() => input.current?.click()}>
          {busy ? 'Saving…' : 'Take or choose'}
        </Button>
      </>
    ),
    trouble: trouble && (
      <p className="trouble field-trouble" role="alert">
        {trouble}
      </p>
    ),
  };
}

const wordsFor = (error: unknown) =>
  error instanceof ApiError && error.code === 'procedure-unknown'
    ? 'Change something first, so that the draft is saved; then take the photo again.'
    : troubleWords(error);
