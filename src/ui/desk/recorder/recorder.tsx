'use client';
import { useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { layersOf, type Edit, type Point, type ProcedureDocument } from '@/core/procedure';
import { drawingOf, ItemList, PanelMap, Peel, peeled, peelSteps, toMap } from '../../map';
import { PageHead, useOwnKinds } from '../../design';
import { Remarks } from '../procedure/remarks';
import { Approve } from './approve';
import { Discard } from './discard';
import { Inspector } from './inspector';
import { OptionsEditor } from './options-editor';
import { likelyPart, newFastener, newLink, newPart, type Tool } from './placing';
import { SaveWords } from './save-words';
import { PartHandles, PointHandle } from './shape-handles';
import { ToolRow } from './tool-row';
import { useCheck } from './use-check';
import { useDraft } from './use-draft';

/** Records a procedure: tap the map to place, change what is selected, the order of placing is the recorded order. */
export function Recorder({
  document: first,
  version: firstVersion,
  mayApprove,
  mayDiscard,
}: {
  document: ProcedureDocument;
  version: number;
  mayApprove: boolean;
  mayDiscard: boolean;
}) {
  const { history, edit, save, saveNow, version, forget } = useDraft(first, firstVersion);
  const document = history.present;
  const [tool, setTool] = useState<Tool>(null);
  const [selected, setSelected] = useState<string | null>(null);
  const [group, setGroup] = useState<string | null>(null);
  const layers = useMemo(() => layersOf(document), [document]);
  const steps = peelSteps(document);
  const [peel, setPeel] = useState(0);
  const check = useCheck(document, useOwnKinds());
  const svg = useRef<SVGSVGElement>(null);
  useUndoKeys(edit);

  const select = (id: string) => {
    setSelected(id);
    setGroup(null);
    if (tool?.place === 'fastener') setTool(null);
    setPeel(layers.get(id) ?? 0);
  };
  const place = (at: Point) => {
    if (tool?.place === 'part') {
      const part = newPart(document, tool.kind, at);
      edit({ type: 'addPart', part });
      setSelected(part.id);
      setTool(null);
    } else if (tool?.place === 'fastener') {
      if (group) return edit({ type: 'addPoint', id: group, at });
      const holds = likelyPart(document, selected);
      if (!holds) return;
      const fastener = newFastener(document, tool.kind, at, holds);
      edit({ type: 'addFastener', fastener });
      setSelected(fastener.id);
      setGroup(fastener.id);
    } else setSelected(null);
  };
  const addLink = (kind: string) => {
    const owner = likelyPart(document, selected);
    if (!owner) return;
    const link = newLink(document, kind, owner);
    edit({ type: 'addLink', link });
    setSelected(link.id);
    setGroup(null);
    setTool(null);
    setPeel((layers.get(owner) ?? 0) + 1);
  };
  const takeTool = (next: Tool) => {
    setTool(next);
    setGroup(null);
  };
  const toPoint = (clientX: number, clientY: number): Point | null => {
    const matrix = svg.current?.getScreenCTM()?.inverse();
    if (!matrix) return null;
    const { x, y } = new DOMPoint(clientX, clientY).matrixTransform(matrix);
    return [x, y];
  };
  const onGround = (event: PointerEvent) => {
    const point = toPoint(event.clientX, event.clientY);
    const drawing = drawingOf(document);
    if (point) place(toMap(drawing, [clamp(point[0], drawing.width), clamp(point[1], drawing.height)]));
  };
  const remember = (change: Edit) => {
    edit(change);
    if (change.type === 'remove') setSelected(null);
  };
  const errors = check && check.remarks.filter((remark) => remark.level === 'error').length;
  const part = document.parts.find((one) => one.id === selected && one.shape);
  const fastener = document.fasteners.find((one) => one.id === selected);
  return (
    <>
      <PageHead title={document.title} under={`Recording, ${document.side} side`}>
        <SaveWords save={save} document={document} />
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
        {mayDiscard && <Discard id={document.id} title={document.title} version={version} forget={forget} />}
        {mayApprove && <Approve id={document.id} errors={errors} saveNow={saveNow} version={version} />}
      </PageHead>
      <ToolRow tool={tool} hasPart={document.parts.length > 0} onTool={takeTool} onLink={addLink} />
      <div className="recorder">
        <div>
          <div className="map-sheet">
            <div className="map-frame">
              <PanelMap
                document={document}
                appearance={peeled(document, layers, peel)}
                selected={selected}
                svgRef={svg}
                onGround={onGround}
                onSelect={tool ? undefined : select}
              >
                {(drawing) =>
                  !tool && (
                    <>
                      {part && (
                        <PartHandles key={part.id} part={part} drawing={drawing} toPoint={toPoint} onEdit={remember} />
                      )}
                      {fastener?.at?.map((at, n) => (
                        <PointHandle
                          key={`${fastener.id}-${n}`}
                          id={fastener.id}
                          point={n}
                          at={at}
                          drawing={drawing}
                          toPoint={toPoint}
                          onEdit={remember}
                        />
                      ))}
                    </>
                  )
                }
              </PanelMap>
            </div>
            <Peel value={Math.min(peel, steps)} steps={steps} onChange={setPeel} />
          </div>
          <section className="sheet mt-3">
            <h2>Checker</h2>
            {check ? <Remarks check={check} onSelect={select} /> : <p className="quiet mb-0">Checking…</p>}
          </section>
        </div>
        <div>
          <Inspector
            document={document}
            id={selected ?? ''}
            onEdit={remember}
            onNextGroup={group && group === selected ? () => setGroup(null) : null}
          />
          <section className="inspector mt-3" aria-label="Recorded so far">
            <h3>Recorded so far</h3>
            <ItemList document={document} selected={selected} onSelect={select} />
          </section>
          <OptionsEditor document={document} onEdit={edit} />
        </div>
      </div>
    </>
  );
}

const clamp = (value: number, max: number) => Math.max(0, Math.min(max, value));

/** Ctrl-Z takes back, Ctrl-Y or Ctrl-Shift-Z brings back; fields keep their own. */
function useUndoKeys(edit: (action: { type: 'undo' } | { type: 'redo' }) => void) {
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || (event.target as HTMLElement).closest('input, select, textarea')) return;
      const pressed = event.key.toLowerCase();
      if (pressed !== 'z' && pressed !== 'y') return;
      event.preventDefault();
      edit({ type: pressed === 'y' || event.shiftKey ? 'redo' : 'undo' });
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [edit]);
}
