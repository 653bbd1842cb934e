'use client';
import { useRef, useState, type ChangeEvent, type ReactNode } from 'react';
import { sendBytes, troubleWords } from '../../device/http';
import { Trouble } from './trouble';

/** Sends a CSV file that somebody chooses, and says what became of it. */
export function CsvUpload<T>({
  url,
  button,
  label,
  onDone,
  said,
}: {
  url: string;
  button: string;
  /** The name of the file field. */
  label: string;
  onDone?: () => void;
  said: (answer: T) => ReactNode;
}) {
  const file = useRef<HTMLInputElement>(null);
  const [answer, setAnswer] = useState<T | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const [chosen] = event.target.files ?? [];
    event.target.value = '';
    if (!chosen) return;
    setBusy(true);
    setTrouble(null);
    try {
      setAnswer(await sendBytes<T>('PUT', url, chosen));
      onDone?.();
    } catch (error) {
      setTrouble(troubleWords(error));
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <Trouble text={trouble} />
      {answer !== null && <div role="status">{said(answer)}</div>}
      <button type="button" className="btn btn-outline-dark" disabled={busy} onClick={() => file.current?.click()}>
        {button}
      </button>
      <input ref={file} type="file" accept=".csv,text/csv" hidden aria-label={label} onChange={take} />
    </>
  );
}
