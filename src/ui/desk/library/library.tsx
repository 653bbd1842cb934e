'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import Form from 'react-bootstrap/Form';
import type { ProcedureRowView } from '@/contracts/views';
import { zoneName } from '@/core/vehicle';
import { PageHead, Trouble } from '../../design';
import { send, troubleWords } from '../../../device/http';

const PAUSE_MS = 150;

/** The shop's procedures: one search box for make, model, year, zone and side in any order. */
export function Library({ q, rows, mayRecord }: { q: string; rows: ProcedureRowView[]; mayRecord: boolean }) {
  const [text, setText] = useState(q);
  const found = useSearch(text, q, rows);
  return (
    <>
      <PageHead title="Library" under="How each vehicle's panels come apart">
        {mayRecord && <BringIn />}
        {mayRecord && (
          <Link className="btn btn-primary" href="/procedures/new">
            Record new
          </Link>
        )}
      </PageHead>
      <Form.Control
        className="search-box mb-3"
        type="search"
        aria-label="Search procedures"
        placeholder="2018 kite rear door"
        autoFocus
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {found.trouble && <Trouble text={found.trouble} />}
      {found.rows.length === 0 && (
        <p className="empty">Nothing matches. Try fewer words, or record it the next time it is taken apart.</p>
      )}
      <ul className="rows">
        {found.rows.map((row) => (
          <ProcedureRow key={row.id} row={row} />
        ))}
      </ul>
    </>
  );
}

function ProcedureRow({ row }: { row: ProcedureRowView }) {
  return (
    <li>
      <Link className="row-link" href={`/procedures/${encodeURIComponent(row.id)}`}>
        <span className="main">
          <span className="title">{row.title}</span>
          <span className="quiet">{row.applies}</span>
        </span>
        <span>
          {zoneName(row.zone)}, {row.side}
        </span>
        <span className={`stage ${row.revision ? 'done' : ''}`}>
          {row.revision ? `Revision ${row.revision}` : 'Draft'}
          {row.revision && row.hasDraft ? ', being edited' : ''}
        </span>
      </Link>
    </li>
  );
}

function useSearch(text: string, first: string, initial: ProcedureRowView[]) {
  const [rows, setRows] = useState(initial);
  const [trouble, setTrouble] = useState<string | null>(null);
  const asked = useRef(first);
  useEffect(() => {
    if (text === asked.current) return;
    const timer = setTimeout(async () => {
      asked.current = text;
      try {
        const answer = await send<{ procedures: ProcedureRowView[] }>(
          'GET',
          `/api/procedures?q=${encodeURIComponent(text)}`,
        );
        if (asked.current !== text) return;
        setRows(answer.procedures);
        setTrouble(null);
        window.history.replaceState(null, '', text ? `/library?q=${encodeURIComponent(text)}` : '/library');
      } catch (error) {
        setTrouble(troubleWords(error));
      }
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return { rows, trouble };
}

function BringIn() {
  const router = useRouter();
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (file: File | undefined) => {
    if (!file) return;
    setTrouble(null);
    if (file.size > 5 * 1024 * 1024) return setTrouble('The file is larger than 5 MB.');
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
      <label className="btn btn-outline-dark" htmlFor="bring-in">
        Import file
      </label>
      <input
        id="bring-in"
        className="visually-hidden"
        type="file"
        accept=".json,application/json"
        onChange={(event) => {
          void take(event.target.files?.[0]);
          event.target.value = '';
        }}
      />
    </>
  );
}
