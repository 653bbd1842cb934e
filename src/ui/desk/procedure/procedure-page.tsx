'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { BranchView, ProcedureView } from '@/contracts/views';
import { itemsOf, layersOf, photosOf, mirror, numbersOf, peeled, peelSteps } from '@/core/document';
import { applicabilityWords, oppositeSide, zoneName } from '@/core/trade';
import { ItemList, PanelMap, Peel } from '../../map';
import { PageHead, PhotoLinks } from '../../design';
import { ItemFacts } from './item-facts';
import { Remarks } from './remarks';
import { FromTheBay } from './from-the-bay';
import { Comments } from './comments';
import { FilesMenu } from './files-menu';
import { Retire } from './retire';
import { Revisions } from './revisions';
import { Sharing } from './sharing';
import { Standing } from './standing';
import { Variants } from './variants';

type Tab = 'items' | 'bay' | 'checker' | 'revisions' | 'variants' | 'comments';
const NONE: ReadonlySet<string> = new Set();

/** A procedure: the panel map with numbers and peel control, and beside it the same numbers as a list, what the bay found, what the checker says, its revisions. */
export function ProcedurePage({
  view,
  names,
  branches,
  mayRecord,
  mayApprove,
}: {
  view: ProcedureView;
  names: Record<string, string>;
  branches: BranchView[];
  mayRecord: boolean;
  /** Whether they decide about findings. */
  mayApprove: boolean;
}) {
  const [otherSide, setOtherSide] = useState(false);
  const [peel, setPeel] = useState(0);
  const [selected, setSelected] = useState<string | null>(null);
  const [tab, choose] = useState<Tab>('items');
  const [marked, setMarked] = useState(NONE);
  const setTab = (next: Tab) => {
    choose(next);
    setMarked(NONE);
  };
  const { row, current, draft, check } = view;
  // What another branch shares is read, commented and derived from; it is changed where it belongs.
  const isOurs = branches.some(({ id, isOurs: own }) => own && id === row.branch);
  const document = useMemo(() => (otherSide ? mirror(view.document) : view.document), [view.document, otherSide]);
  const layers = useMemo(() => layersOf(document), [document]);
  const numbers = useMemo(() => numbersOf(document), [document]);
  const select = (id: string) => {
    if (!layers.has(id)) return;
    setSelected(id === selected ? null : id);
    if ((layers.get(id) ?? 0) !== peel) setPeel(layers.get(id) ?? 0);
  };
  return (
    <div className="fill-page">
      <PageHead
        title={row.title}
        under={`${zoneName(row.zone)}${row.side === 'centre' ? '' : `, ${document.side}${otherSide ? ', mirrored' : ''}`} · ${document.applies.map(applicabilityWords).join(', ')}`}
      >
        <FilesMenu id={row.id} />
        {mayRecord && isOurs && (
          <Link className="btn btn-outline-dark" href={`/procedures/${encodeURIComponent(row.id)}/edit`}>
            {draft ? 'Continue editing' : 'Edit'}
          </Link>
        )}
        {(current ? !view.retired : draft) && (
          <Link
            className="btn btn-outline-dark"
            href={`/rehearse/begin?${new URLSearchParams({ procedure: row.id, ...(current ? {} : { draft: '1' }) })}`}
          >
            Rehearse
          </Link>
        )}
        {current && !view.retired && (
          <Link
            className="btn btn-primary"
            href={`/plan?procedure=${encodeURIComponent(otherSide ? document.id : row.id)}`}
          >
            Plan
          </Link>
        )}
      </PageHead>
      <Standing view={view} names={names} />
      <Sharing row={row} branches={branches} mayShare={mayApprove} />
      <div className="split fill-split">
        <div className="map-sheet fill-column">
          <div className="map-frame">
            <PanelMap
              document={document}
              appearance={peeled(document, layers, peel)}
              selected={selected}
              marked={marked}
              numbers={numbers}
              onSelect={select}
            />
          </div>
          <div className="map-controls">
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
        </div>
        <div className="sheet fill-column">
          <Tabs view={view} tab={tab} onChoose={setTab} />
          <div className="fill-scroll" role="tabpanel" aria-label={TABS[tab]} tabIndex={0}>
            {tab === 'items' && (
              <>
                {!selected && <PhotoLinks photos={photosOf(document)} alt="Photo of this zone" />}
                {selected && <ItemFacts document={document} id={selected} />}
                <ItemList document={document} selected={selected} onSelect={select} />
              </>
            )}
            {tab === 'bay' && (
              <FromTheBay
                procedure={view.row.id}
                revision={current?.revision ?? null}
                proposals={view.proposals}
                decisions={view.decisions}
                names={names}
                mayDecide={mayApprove}
                onSelect={select}
              />
            )}
            {tab === 'checker' && <Remarks check={check} onSelect={select} />}
            {tab === 'revisions' && (
              <>
                <Revisions view={view} names={names} onSelect={select} onMark={setMarked} />
                {mayApprove && isOurs && <Retire view={view} />}
              </>
            )}
            {tab === 'variants' && <Variants view={view} mayRecord={mayRecord} onSelect={select} onMark={setMarked} />}
            {tab === 'comments' && (
              <Comments
                view={view}
                names={names}
                selected={selected}
                maySettle={mayRecord && isOurs}
                onSelect={select}
              />
            )}
          </div>
        </div>
      </div>
    </div>
  );
}

const TABS: Record<Tab, string> = {
  items: 'On this panel',
  bay: 'From the bay',
  checker: 'Checker',
  revisions: 'Revisions',
  variants: 'Variants',
  comments: 'Comments',
};

/** What stands beside the drawing, each with how much there is of it. */
function Tabs({ view, tab, onChoose }: { view: ProcedureView; tab: Tab; onChoose: (tab: Tab) => void }) {
  const { document, proposals, check, revisions } = view;
  const counts: Record<Tab, number> = {
    items: itemsOf(document).length,
    bay: proposals.length,
    checker: check.remarks.length,
    revisions: revisions.length,
    variants: view.variants.length + (view.origin ? 1 : 0),
    comments: view.comments.filter(({ settledAt }) => !settledAt).length,
  };
  return (
    <div className="tabs" role="tablist" aria-label="About this procedure">
      {(Object.keys(TABS) as Tab[]).map((one) => (
        <button key={one} type="button" role="tab" aria-selected={tab === one} onClick={() => onChoose(one)}>
          {TABS[one]} <span className="quiet">{counts[one]}</span>
        </button>
      ))}
    </div>
  );
}
