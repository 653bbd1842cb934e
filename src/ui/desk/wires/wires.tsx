'use client';
import Link from 'next/link';
import { useEffect, useRef, useState } from 'react';
import type { WireView } from '@/contracts/views';
import { POLARITY_TESTS, SURE_ENOUGH } from '@/core/bench';
import { send, troubleWords } from '../../../device/http';
import { CsvUpload, PageHead, Trouble } from '../../design';
import { WireSwatch } from './wire-swatch';

const PAUSE_MS = 150;
const HOW = new Map<string, string>(POLARITY_TESTS.map(({ code, name }) => [code, name]));

interface Taken {
  kept: number;
  drafts: string[];
  bad: { line: number; message: string }[];
}

/** Every wire that the library knows: found by colour, side, zone, function; in and out as CSV. */
export function Wires({ q, rows, mayRecord }: { q: string; rows: WireView[]; mayRecord: boolean }) {
  const [text, setText] = useState(q);
  const found = useWires(text, q, rows);
  return (
    <div className="fill-page">
      <PageHead title="Wires" under="Which wire is which, in every door we know">
        {mayRecord && <TakeIn />}
        <a
          className="btn btn-outline-dark"
          href={`/api/wires/list.csv${text ? `?q=${encodeURIComponent(text)}` : ''}`}
          download
        >
          Export CSV
        </a>
      </PageHead>
      <p className="caution mild">
        Never probe wires that nobody has identified: airbag circuits run in doors too. “How sure” is what the tests so
        far say; look at the vehicle.
      </p>
      <input
        className="form-control search-box"
        type="search"
        aria-label="Search wires"
        placeholder="GY/PK rear left +"
        autoFocus
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      {found.trouble && <Trouble text={found.trouble} />}
      {found.rows.length === 0 ? (
        <p className="empty">
          No such wire is known. Pins are recorded at their plug, speaker pairs under “Measured” in the recorder or with
          the polarity test at the bench.
        </p>
      ) : (
        <div className="fill-scroll" tabIndex={0} role="region" aria-label="Wires found">
          <table className="table wire-table">
            <thead>
              <tr>
                <th>Procedure</th>
                <th>Plug</th>
                <th>Pin</th>
                <th>Colour</th>
                <th>Function</th>
                <th>Known by</th>
              </tr>
            </thead>
            <tbody>
              {found.rows.map((one, at) => (
                <tr key={at}>
                  <td>
                    <Link href={`/procedures/${encodeURIComponent(one.procedure)}`}>{one.title}</Link>
                    {one.side !== 'centre' && `, ${one.side}`}
                  </td>
                  <td>{one.connector}</td>
                  <td>{one.cavity || '–'}</td>
                  <td>
                    <WireSwatch colour={one.colour} />
                  </td>
                  <td>{one.function || '–'}</td>
                  <td>
                    <HowSure wire={one} />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}

function HowSure({ wire: { polarity, how, jobs, heard, sure } }: { wire: WireView }) {
  if (polarity === null) return <span className="quiet">–</span>;
  if (sure === null) return <span>{heard ? `as on ${heard}; not tested here` : 'not tested'}</span>;
  return (
    <span>
      {sure >= SURE_ENOUGH ? '✓' : '△'} {Math.round(sure * 100)} % sure{' '}
      <span className="quiet">
        {[...how.map((one) => HOW.get(one) ?? one), ...jobs.map((job) => `job ${job}`)].join(', ')}
      </span>
    </span>
  );
}

/** The rows for what is typed; an answer that a later question has overtaken is dropped. */
function useWires(text: string, first: string, initial: WireView[]) {
  const [rows, setRows] = useState(initial);
  const [trouble, setTrouble] = useState<string | null>(null);
  const asked = useRef(first);
  useEffect(() => {
    if (text === asked.current) return;
    const timer = setTimeout(() => {
      asked.current = text;
      send<WireView[]>('GET', `/api/wires?q=${encodeURIComponent(text)}`)
        .then((found) => {
          if (asked.current !== text) return;
          setRows(found);
          setTrouble(null);
          window.history.replaceState(null, '', text ? `/wires?q=${encodeURIComponent(text)}` : '/wires');
        })
        .catch((error: unknown) => setTrouble(troubleWords(error)));
    }, PAUSE_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return { rows, trouble };
}

/** Takes a table of wires into the drafts of its procedures. */
const TakeIn = () => (
  <CsvUpload<Taken>
    url="/api/wires/list.csv"
    button="Import CSV"
    label="Wires as CSV"
    said={({ kept, drafts, bad }) => (
      <>
        {kept} {kept === 1 ? 'wire' : 'wires'} in {drafts.length === 1 ? 'the draft' : 'drafts'} of{' '}
        {drafts.join(', ') || 'nothing'}
        {bad.length > 0 && `; not read: ${bad.map(({ line, message }) => `line ${line}: ${message}`).join(' ')}`}
      </>
    )}
  />
);
