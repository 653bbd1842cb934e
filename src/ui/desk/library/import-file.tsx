'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Trouble } from '../../design';
import { TakeIn } from './take-in';
import { troubleWords } from '../../../device/http';

const MOST_BYTES = 5 * 1024 * 1024;

/** Imports a procedure file as a draft, and goes on to editing it; of an archive it first says what would happen. */
export function ImportFile() {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [archive, setArchive] = useState<File | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setTrouble(null);
    if (/\.zip$/i.test(file.name) || file.type === 'application/zip') return setArchive(file);
    if (file.size > MOST_BYTES) return setTrouble('The file is larger than 5 MB.');
    try {
      const response = await fetch('/api/procedures/bring-in', { method: 'POST', body: await file.text() });
      const answer = (await response.json()) as { id?: string; message?: string };
      if (response.ok) router.push(`/procedures/${encodeURIComponent(answer.id!)}/edit`);
      else setTrouble(answer.message ?? 'The file wasn’t imported.');
    } catch (error) {
      setTrouble(troubleWords(error));
    }
  };
  return (
    <>
      {trouble && <Trouble text={trouble} />}
      {archive && <TakeIn file={archive} onClose={() => setArchive(null)} />}
      <label className="btn btn-outline-dark" htmlFor="import-file">
        Import file
      </label>
      <input
        id="import-file"
        className="visually-hidden"
        type="file"
        accept=".json,application/json,.zip,application/zip"
        onChange={(event) => {
          void take(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
    </>
  );
}
