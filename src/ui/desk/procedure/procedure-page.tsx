'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { ProcedureView } from '@/contracts/views';
import { layersOf, mirror } from '@/core/procedure';
import { applicabilityWords, oppositeSide, zoneName } from '@/core/vehicle';
import { ItemList, PanelMap, Peel, peeled, peelSteps } from '../../map';
import { PageHead } from '../../design';
import { ItemFacts } from './item-facts';
import { Remarks } from './remarks';
import { FromTheBay } from './from-the-bay';

/** A procedure: the panel map with its peel control, everything on it as a list, what the checker says, its revisions. */
export function ProcedurePage({
  view,
  names,
  mayRecord,
}: {
  view: ProcedureView;
  names: Record<string, string>;
  mayRecord: boolean;
}) {
  const [otherSide, setOtherSide] = useState(false);
  const [peel, setPeel] = useState(0);
  const [selected, setSelected] = useState<string | null>(null);
  const { row, current, draft, check } = view;
  const document = useMemo(() => (otherSide ? mirror(view.document) : view.document), [view.document, otherSide]);
  const layers = useMemo(() => layersOf(document), [document]);
  const select = (id: string) => {
    setSelected(id === selected ? null : id);
    if ((layers.get(id) ?? 0) !== peel) setPeel(layers.get(id) ?? 0);
  };
  return (
    <>
      <PageHead
        title={row.title}
        under={`${zoneName(row.zone)}, ${row.side} · ${document.applies.map(applicabilityWords).join(', ')}`}
      >
        <a className="btn btn-outline-dark" href={`/api/procedures/${encodeURIComponent(row.id)}/file`} download>
          Save as file
        </a>
        {mayRecord && (
          <Link className="btn btn-outline-dark" href={`/procedures/${encodeURIComponent(row.id)}/edit`}>
            {draft ? 'Continue editing' : 'Edit'}
          </Link>
        )}
        {current && (
          <Link className="btn btn-primary" href={`/plan?procedure=${encodeURIComponent(row.id)}`}>
            Plan
          </Link>
        )}
      </PageHead>
      {!current && <p className="caution mild">This is a draft. A lead has to publish it before it can be planned.</p>}
      <div className="split">
        <div>
          <div className="map-sheet">
            <div className="map-frame">
              <PanelMap
                document={document}
                appearance={peeled(document, layers, peel)}
                selected={selected}
                onSelect={select}
              />
            </div>
            <Peel value={peel} steps={peelSteps(document)} onChange={setPeel} />
            {document.side !== 'centre' && (
              <div className="choice" role="group" aria-label="Side drawn">
                {[false, true].map((other) => (
                  <button
                    key={String(other)}
                    type="button"
                    aria-pressed={otherSide === other}
                    onClick={() => setOtherSide(other)}
                  >
                    {other ? `${oppositeSide(view.document.side)}, mirrored` : `${view.document.side}, as recorded`}
                  </button>
                ))}
              </div>
            )}
          </div>
          {selected && <ItemFacts document={document} id={selected} />}
        </div>
        <div>
          <section className="sheet">
            <h2>On this panel</h2>
            <ItemList document={document} selected={selected} onSelect={select} />
          </section>
          <FromTheBay
            findings={view.findings}
            names={names}
            onSelect={(id) => {
              if (layers.has(id)) select(id);
            }}
          />
          <section className="sheet">
            <h2>Checker</h2>
            <Remarks check={check} onSelect={select} />
          </section>
          <Revisions view={view} names={names} />
        </div>
      </div>
    </>
  );
}

function Revisions({ view, names }: { view: ProcedureView; names: Record<string, string> }) {
  if (view.revisions.length === 0) return null;
  const who = (id: string) => names[id] ?? id;
  return (
    <section className="sheet">
      <h2>Revisions</h2>
      <ul className="rows">
        {view.revisions.map((one) => (
          <li key={one.revision} className="py-2">
            <strong>{one.revision}</strong> {one.note}
            <br />
            <span className="quiet">
              recorded by {who(one.madeBy)}, approved by {who(one.approvedBy)},{' '}
              {one.approvedAt.toISOString().slice(0, 10)}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
