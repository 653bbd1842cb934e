'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ProcedureView } from '@/contracts/views';
import { oppositeSide, zoneName, ZONES } from '@/core/trade';
import { Trouble, useSend } from '../../design';
import { Changes } from './changes';
import { Compare } from './compare';

/** What a procedure was derived from and what was derived from it; what has changed there, to be taken with one tap; another variant; comparing with any other. */
export function Variants({
  view,
  mayRecord,
  onSelect,
  onMark,
}: {
  view: ProcedureView;
  mayRecord: boolean;
  onSelect: (id: string) => void;
  onMark: (items: ReadonlySet<string>) => void;
}) {
  const { origin, variants } = view;
  return (
    <section aria-label="Variants">
      {origin && (
        <>
          <h3 className="h6">
            Derived from <Link href={`/procedures/${encodeURIComponent(origin.id)}`}>{origin.title}</Link>, revision{' '}
            {origin.taken}
            {origin.isRetired && ' (retired by now)'}
          </h3>
          <details>
            <summary>{origin.differs.length} differences by now</summary>
            <Changes changes={origin.differs} label="What differs from it" onSelect={onSelect} />
          </details>
          {origin.current !== origin.taken && <Offered view={view} mayRecord={mayRecord} onSelect={onSelect} />}
        </>
      )}
      {variants.length > 0 && (
        <>
          <h3 className="h6 mt-3">Derived from this one</h3>
          <ul className="rows">
            {variants.map(({ id, title }) => (
              <li key={id} className="py-1">
                <Link href={`/procedures/${encodeURIComponent(id)}`}>{title}</Link>
              </li>
            ))}
          </ul>
        </>
      )}
      {mayRecord && view.current && <Derive view={view} />}
      <Compare id={view.row.id} onSelect={onSelect} onMark={onMark} />
    </section>
  );
}

/** What has changed in the origin since. */
function Offered({
  view: { row, origin },
  mayRecord,
  onSelect,
}: {
  view: ProcedureView;
  mayRecord: boolean;
  onSelect: (id: string) => void;
}) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [conflicts, setConflicts] = useState<string[] | null>(null);
  const take = async () => {
    const done = await run<{ conflicts: string[] }>('POST', `/api/procedures/${encodeURIComponent(row.id)}/origin`);
    if (!done) return;
    setConflicts(done.conflicts);
    router.refresh();
  };
  return (
    <div className="mt-2" role="group" aria-label="Changed there since">
      <p className="mb-1">
        <strong>Changed there since</strong> (revision {origin!.current})
      </p>
      <Changes changes={origin!.offered} label="What has changed there" onSelect={onSelect} />
      {mayRecord && (
        <button type="button" className="btn btn-sm btn-primary" disabled={busy} onClick={() => void take()}>
          Take into our draft
        </button>
      )}
      <Trouble text={trouble} />
      {conflicts && conflicts.length > 0 && (
        <ul aria-label="Left as it is here">
          {conflicts.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** Another year, body, model or side of the same panel. */
function Derive({ view: { row, document } }: { view: ProcedureView }) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [range] = document.applies;
  const [form, setForm] = useState({ model: '', from: '', to: '', body: '', zone: '', side: '' });
  const set = (field: keyof typeof form) => (event: { target: { value: string } }) =>
    setForm({ ...form, [field]: event.target.value });
  const given = Object.fromEntries(Object.entries(form).filter(([, value]) => value.trim()));
  const derive = async () => {
    const done = await run<{ id: string }>('POST', `/api/procedures/${encodeURIComponent(row.id)}/variants`, given);
    if (done) router.push(`/procedures/${encodeURIComponent(done.id)}/edit`);
  };
  return (
    <details className="mt-3">
      <summary>Derive for another vehicle or side…</summary>
      <div className="bench-bar mt-2">
        <label>
          Model
          <input className="form-control" placeholder={range.model} value={form.model} onChange={set('model')} />
        </label>
        <label>
          From
          <input
            className="form-control number-field"
            inputMode="numeric"
            placeholder={String(range.from ?? '')}
            value={form.from}
            onChange={set('from')}
          />
        </label>
        <label>
          To
          <input
            className="form-control number-field"
            inputMode="numeric"
            placeholder={String(range.to ?? '')}
            value={form.to}
            onChange={set('to')}
          />
        </label>
        <label>
          Body
          <input className="form-control" placeholder={range.body ?? 'any'} value={form.body} onChange={set('body')} />
        </label>
        <label>
          Zone
          <select className="form-select" value={form.zone} onChange={set('zone')}>
            <option value="">{zoneName(document.zone)}</option>
            {ZONES.filter(({ code }) => code !== document.zone).map(({ code, name }) => (
              <option key={code} value={code}>
                {name}
              </option>
            ))}
          </select>
        </label>
        {document.side !== 'centre' && (
          <label>
            Side
            <select className="form-select" value={form.side} onChange={set('side')}>
              <option value="">{document.side}</option>
              <option value={oppositeSide(document.side)}>{oppositeSide(document.side)}</option>
            </select>
          </label>
        )}
        <button
          type="button"
          className="btn btn-primary"
          disabled={busy || Object.keys(given).length === 0}
          onClick={() => void derive()}
        >
          Derive
        </button>
      </div>
      <p className="quiet mb-0">
        A draft of its own; what changes here later is offered there. For the other side nothing needs to be derived as
        long as it is the mirror image.
      </p>
      <Trouble text={trouble} />
    </details>
  );
}
