'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { itemsOf, layersOf, removalEffects, type Point, type ProcedureDocument } from '@/core/document';
import { zoneName } from '@/core/trade';
import type { TestersView } from '@/contracts/views';
import { ItemList } from '../../map';
import { PageHead, useOwnKinds, useDraft } from '../../design';
import { About } from './about';
import { Approve } from './approve';
import { AskReview } from './ask-review';
import { Discard } from './discard';
import { Drawing } from './drawing';
import { Inspector } from './item';
import { LineInput } from './line-input';
import type { Outlining } from './outlining';
import { Palette } from './palette';
import { Questions } from './questions';
import { ConfirmRemove } from './remove';
import { SaveWords } from './save-words';
import { Several } from './several';
import { DrawingToolsProvider } from './tools';
import { Testers } from './testers';
import { TryPlan } from './try-plan';
import { useCheck } from './use-check';
import { usePlacing } from './use-placing';
import { useRecorderKeys } from './use-recorder-keys';

type Tab = 'item' | 'all' | 'checks' | 'about' | 'try';

/** Records a procedure: the drawing in the middle, what can be placed on its left, everything about one item on its right. */
export function Recorder({
  document: first,
  version: firstVersion,
  mayApprove,
  mayDiscard,
  inReview,
  me,
  testers,
}: {
  document: ProcedureDocument;
  version: number;
  mayApprove: boolean;
  mayDiscard: boolean;
  /** Whether a lead was asked to look at the draft. */
  inReview: boolean;
  /** Whose unsaved changes this device keeps. */
  me: string;
  /** Who rehearsed the draft as it was opened; null where there is none yet. */
  testers: TestersView | null;
}) {
  const { history, edit, save, saveNow, readVersion, forget, putTogether, takeTheirs, isJoined } = useDraft(
    first,
    firstVersion,
    me,
  );
  const document = history.present;
  const [selected, setSelected] = useState<string | null>(null);
  const [tab, setTab] = useState<Tab>('item');
  const [several, setSeveral] = useState<string[]>([]);
  const [lassoing, setLassoing] = useState(false);
  const [outlining, outline] = useState<Outlining | null>(null);
  const [measuring, measure] = useState<Point[] | null>(null);
  const [removing, setRemoving] = useState<readonly string[] | null>(null);
  const [peel, setPeel] = useState(0);
  const layers = useMemo(() => layersOf(document), [document]);
  const check = useCheck(document, useOwnKinds());
  const select = (id: string | null) => {
    setSelected(id);
    setSeveral([]);
    outline(null);
    if (id) setTab('item');
  };
  const placing = usePlacing(document, selected, edit, select);
  const show = (id: string) => {
    select(id);
    placing.takeTool(null);
    setPeel(layers.get(id) ?? 0);
  };
  /** What is selected now: several, or one, or nothing. */
  const all = several.length > 1 ? several : selected ? [selected] : [];
  const selectSeveral = (ids: string[]) => {
    if (ids.length < 2) return select(ids[0] ?? null);
    setSelected(null);
    setSeveral(ids);
    setTab('item');
  };
  const selectAlso = (id: string) => selectSeveral(all.includes(id) ? all.filter((one) => one !== id) : [...all, id]);
  const remove = (ids: readonly string[]) => {
    edit({ type: 'several', edits: ids.map((id) => ({ type: 'remove', id })) });
    setRemoving(null);
    select(null);
  };
  const askRemove = (ids: readonly string[]) => {
    const { gone, changed } = removalEffects(document, ids);
    if (gone.length + changed.length > 0) setRemoving(ids);
    else remove(ids);
  };
  useRecorderKeys(document, all, edit, {
    remove: askRemove,
    leave: () => {
      placing.takeTool(null);
      setLassoing(false);
      outline(null);
      measure(null);
      setSeveral([]);
    },
  });
  const errors = check && check.remarks.filter((remark) => remark.level === 'error').length;
  const tabs: [Tab, string][] = [
    ['item', 'Item'],
    ['all', `All ${itemsOf(document).length}`],
    ['checks', check ? (check.remarks.length ? `To answer ${check.remarks.length}` : 'No questions') : 'Checking'],
    ['try', 'Try'],
    ['about', 'Procedure'],
  ];
  return (
    <div className="fill-page">
      <PageHead title={document.title} under={underOf(document)}>
        <SaveWords
          save={save}
          document={document}
          putTogether={putTogether}
          isJoined={isJoined}
          takeTheirs={takeTheirs}
        />
        <button
          type="button"
          className="btn btn-outline-dark"
          disabled={!history.past.length}
          onClick={() => edit({ type: 'undo' })}
        >
          Undo
        </button>
        <button
          type="button"
          className="btn btn-outline-dark"
          disabled={!history.future.length}
          onClick={() => edit({ type: 'redo' })}
        >
          Redo
        </button>
        <Link className="btn btn-outline-dark" href={`/procedures/${encodeURIComponent(document.id)}`}>
          View
        </Link>
        <Link className="btn btn-outline-dark" href={`/procedures/${encodeURIComponent(document.id)}/record`}>
          In the bay
        </Link>
        {mayDiscard && <Discard id={document.id} title={document.title} readVersion={readVersion} forget={forget} />}
        {!mayApprove && <AskReview id={document.id} saveNow={saveNow} readVersion={readVersion} asked={inReview} />}
        {mayApprove && <Approve id={document.id} errors={errors} saveNow={saveNow} readVersion={readVersion} />}
      </PageHead>
      <DrawingToolsProvider value={{ outlining, outline, measuring, measure }}>
        <div className="recorder">
          <Palette
            document={document}
            tool={placing.tool}
            last={placing.last}
            onTool={(tool) => {
              setLassoing(false);
              outline(null);
              measure(null);
              placing.takeTool(tool);
            }}
          />
          <div className="recorder-middle">
            <Drawing
              document={document}
              layers={layers}
              peel={peel}
              onPeel={setPeel}
              selected={selected}
              several={several}
              lassoing={lassoing}
              onLassoing={(on) => {
                placing.takeTool(null);
                setLassoing(on);
              }}
              layingPhoto={tab === 'about'}
              placing={placing}
              onSelect={(id, also) => (also ? selectAlso(id) : show(id))}
              onSeveral={selectSeveral}
              onEdit={edit}
            />
            <LineInput
              document={document}
              onEdit={edit}
              onDone={(id) => {
                if (!id) return;
                placing.setLast(id);
                select(id);
              }}
            />
          </div>
          <div className="recorder-side">
            <div className="side-tabs" role="tablist" aria-label="Shown here">
              {tabs.map(([code, words]) => (
                <button
                  key={code}
                  type="button"
                  role="tab"
                  aria-selected={tab === code}
                  onClick={() => {
                    outline(null);
                    measure(null);
                    setTab(code);
                  }}
                >
                  {words}
                </button>
              ))}
            </div>
            <div key={`${tab} ${tab === 'item' ? selected : ''}`} className="side-scroll" tabIndex={0}>
              {tab === 'item' && several.length > 1 && (
                <Several
                  document={document}
                  ids={several}
                  onEdit={edit}
                  onSelect={show}
                  onRemove={() => askRemove(several)}
                />
              )}
              {tab === 'item' && several.length <= 1 && (
                <>
                  {placing.group === selected && selected && placing.tool && (
                    <p className="group-words">
                      Further taps add to this group.{' '}
                      <button type="button" className="btn btn-sm btn-outline-dark" onClick={placing.nextGroup}>
                        Start the next group
                      </button>
                    </p>
                  )}
                  {check && selected && <Questions check={check} about={selected} onSelect={show} onEdit={edit} />}
                  <Inspector document={document} id={selected ?? ''} onEdit={edit} onRemove={(id) => askRemove([id])} />
                </>
              )}
              {tab === 'all' && (
                <section aria-label="Recorded so far">
                  <ItemList document={document} selected={selected} onSelect={show} />
                </section>
              )}
              {tab === 'checks' && testers && <Testers id={document.id} testers={testers} onSelect={show} />}
              {tab === 'checks' &&
                (check ? (
                  <Questions check={check} onSelect={show} onEdit={edit} />
                ) : (
                  <p className="quiet mb-0">Checking…</p>
                ))}
              {tab === 'try' && <TryPlan document={document} onSelect={show} />}
              {tab === 'about' && <About document={document} onEdit={edit} />}
            </div>
          </div>
        </div>
      </DrawingToolsProvider>
      {removing && (
        <ConfirmRemove
          document={document}
          ids={removing}
          onRemove={() => remove(removing)}
          onClose={() => setRemoving(null)}
        />
      )}
    </div>
  );
}

const underOf = ({ applies, side, zone }: ProcedureDocument) =>
  [
    ...applies
      .slice(0, 2)
      .map(
        ({ make, model, from, to }) => `${make} ${model}${from ? ` ${from}${to && to !== from ? `–${to}` : ''}` : ''}`,
      ),
    zoneName(zone),
    ...(side === 'centre' ? [] : [`${side} side`]),
  ].join(' · ');
