'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import Form from 'react-bootstrap/Form';
import type { BranchView, LibraryRowView } from '@/contracts/views';
import { zoneName } from '@/core/trade';
import { PageHead, Trouble } from '../../design';
import { ImportFile } from './import-file';
import { LibraryRow } from './library-row';
import { useSearch } from './use-search';

interface LibraryProps {
  q: string;
  rows: LibraryRowView[];
  names: Record<string, string>;
  branches: BranchView[];
  mayRecord: boolean;
}

const STATES = { published: 'Published', draft: 'Drafts', review: 'In review', retired: 'Retired' } as const;
type State = keyof typeof STATES;

/** The shop's procedures: one search box for make, model, year, zone and side in any order; chips narrow it; arrow keys and Enter open one. */
export function Library({ q, rows, names, branches, mayRecord }: LibraryProps) {
  const [text, setText] = useState(q);
  const found = useSearch(text, q, rows);
  const [zone, setZone] = useState<string | null>(null);
  const [state, setState] = useState<State | null>(null);
  const shown = found.rows.filter((row) => (!zone || row.zone === zone) && (state ? isIn(row, state) : !row.retiredAt));
  const list = useArrowKeys(shown);
  const zones = [...new Set(found.rows.map((row) => row.zone))].sort();
  return (
    <div className="fill-page">
      <PageHead title="Library" under="How each vehicle’s panels come apart">
        <Link className="btn btn-outline-dark" href="/wires">
          Wires
        </Link>
        {mayRecord && (
          <a className="btn btn-outline-dark" href="/api/exchange/archive" download>
            Export library
          </a>
        )}
        {mayRecord && <ImportFile />}
        {mayRecord && (
          <Link className="btn btn-primary" href="/procedures/new">
            Record new
          </Link>
        )}
      </PageHead>
      <div className="library-search">
        <Form.Control
          className="search-box"
          type="search"
          aria-label="Search procedures"
          placeholder="2018 kite rear door"
          autoFocus
          value={text}
          onChange={(event) => setText(event.target.value)}
          onKeyDown={list.onKeyDown}
        />
        <div className="library-filters">
          <Chips name="Zone" values={zones.map((code) => [code, zoneName(code)])} chosen={zone} onChoose={setZone} />
          <Chips
            name="State"
            values={Object.entries(STATES)}
            chosen={state}
            onChoose={(next) => setState(next as State | null)}
          />
        </div>
      </div>
      {found.trouble && <Trouble text={found.trouble} />}
      {shown.length === 0 && (
        <p className="empty">Nothing matches. Try fewer words, or record it the next time it is taken apart.</p>
      )}
      <ul className="rows fill-scroll" ref={list.ref} tabIndex={-1}>
        {shown.map((row, at) => (
          <LibraryRow key={row.id} row={row} names={names} branches={branches} isActive={at === list.active} />
        ))}
      </ul>
    </div>
  );
}

/** Whether a row shows under a chip of the state; retired ones show only under their own. */
function isIn(row: LibraryRowView, state: State): boolean {
  if (state === 'retired') return row.retiredAt !== null;
  if (row.retiredAt) return false;
  if (state === 'review') return row.inReview;
  return (state === 'draft') === (row.revision === null || row.hasDraft);
}

interface ChipsProps {
  name: string;
  values: [code: string, words: string][];
  chosen: string | null;
  onChoose: (code: string | null) => void;
}

/** Narrows a list to one value; tapping the chosen one shows all again. */
function Chips({ name, values, chosen, onChoose }: ChipsProps) {
  if (values.length < 2) return null;
  return (
    <div className="filter-chips" role="group" aria-label={name}>
      {values.map(([code, words]) => (
        <button
          key={code}
          type="button"
          aria-pressed={chosen === code}
          onClick={() => onChoose(chosen === code ? null : code)}
        >
          {words}
        </button>
      ))}
    </div>
  );
}

/** Up and down walk through the rows from the search box, Enter opens the one they stand on. */
function useArrowKeys(rows: LibraryRowView[]) {
  const router = useRouter();
  const ref = useRef<HTMLUListElement>(null);
  const [active, setActive] = useState(-1);
  useEffect(() => {
    ref.current?.children[active]?.scrollIntoView({ block: 'nearest' });
  }, [active]);
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'ArrowDown') setActive(Math.min(rows.length - 1, active + 1));
    else if (event.key === 'ArrowUp') setActive(Math.max(-1, active - 1));
    else if (event.key === 'Enter' && rows[Math.max(0, active)])
      router.push(`/procedures/${encodeURIComponent(rows[Math.max(0, active)].id)}`);
    else return;
    event.preventDefault();
  };
  return { ref, active: Math.min(active, rows.length - 1), onKeyDown };
}
