'use client';
import { useState } from 'react';
import { saveFile, Trouble } from '../../design';
import { troubleWords } from '../../../device/http';

type Format = 'pdf' | 'svg' | 'dxf';

/** The template as a file: on paper true to scale, or for a cutter. */
export function TemplateFiles({ tool, given }: { tool: 'ring' | 'oval'; given: object }) {
  const [mirrored, setMirrored] = useState(false);
  const [paper, setPaper] = useState('a4');
  const [title, setTitle] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const fetchFile = async (format: Format) => {
    setTrouble(null);
    try {
      const response = await fetch('/api/bench/template', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ tool, given, format, paper, mirrored, ...(title.trim() ? { title } : {}) }),
      });
      if (!response.ok) throw new Error(((await response.json()) as { message: string }).message);
      saveFile(await response.blob(), `template${mirrored ? '-mirrored' : ''}.${format}`);
    } catch (error) {
      setTrouble(error instanceof TypeError ? troubleWords(error) : (error as Error).message);
    }
  };
  return (
    <fieldset className="template-files">
      <legend>Template, true to scale</legend>
      <input
        className="form-control"
        aria-label="What stands on it"
        placeholder="what stands on it: Kite rear door"
        maxLength={80}
        value={title}
        onChange={(event) => setTitle(event.target.value)}
      />
      <label className="d-flex gap-2 align-items-center">
        <input type="checkbox" checked={mirrored} onChange={(event) => setMirrored(event.target.checked)} />
        mirrored for the other side
      </label>
      <select
        className="form-select w-auto"
        aria-label="Paper"
        value={paper}
        onChange={(event) => setPaper(event.target.value)}
      >
        <option value="a4">A4</option>
        <option value="letter">Letter</option>
      </select>
      {(['pdf', 'svg', 'dxf'] as const).map((format) => (
        <button key={format} type="button" className="btn btn-outline-dark" onClick={() => void fetchFile(format)}>
          {format.toUpperCase()}
        </button>
      ))}
      <Trouble text={trouble} />
    </fieldset>
  );
}
