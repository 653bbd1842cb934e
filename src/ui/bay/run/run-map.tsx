'use client';
import { memo, useDeferredValue, useMemo, useRef, type PointerEvent } from 'react';
import {
  countOf,
  indexItems,
  itemKey,
  itemWords,
  ownCovers,
  type ProcedureDocument,
  drawingOf,
  fromDone,
  toDrawing,
  toMap,
  type Drawing,
} from '@/core/document';
import { doneCount, isOver, type RunState, isDone, progressOf } from '@/core/bay';
import { areasOf, PanelMap } from '../../map';
import type { Bay } from './bay';
import { shownSuspects } from './shown-suspects';

/** The drawing follows the words by a frame: the next action is read before it is looked for. */
export function RunMap({ bay }: { bay: Bay }) {
  return <MapAsItStands bay={useDeferredValue(bay)} />;
}

/** The panel as it stands now, large at the place of the next action. A tap on an open fastener brings its step up; beside a stuck part it says where it resists. */
const MapAsItStands = memo(function MapAsItStands({ bay }: { bay: Bay }) {
  const {
    handle: { plan, state, view },
    now: nowStep,
    sheet,
  } = bay;
  const document = plan.documents.find((one) => one.id === nowStep?.procedure) ?? plan.documents[0];
  const svg = useRef<SVGSVGElement>(null);
  const appearance = useMemo(
    () => fromDone(document, plan.options, (id) => isOut(state, document, id)),
    [document, plan.options, state],
  );
  const left = nowStep?.procedure ? nowStep.actions.filter((one) => !isOver(one)) : [];
  const nowItems = new Set(left.map(({ step }) => step.item));
  const leads = left.find(({ step }) => step.type === 'release' || step.type === 'undo') ?? left[0];
  const now = leads?.step.item ?? null;
  const open = useMemo(
    () =>
      new Map(
        view.removal
          .filter((one) => (one.state === 'open' || one.state === 'now') && one.procedure === document.id)
          .flatMap((one) => one.actions.map(({ step }) => [step.item, one.key] as const)),
      ),
    [view, document],
  );
  const areas = useMemo(
    () =>
      areasOf(
        document,
        (nowStep?.actions ?? []).map(({ step }) => step),
      ),
    [document, nowStep],
  );
  const asksPlace = sheet === 'stuck' || sheet === 'extra';
  const tapped = (event: PointerEvent<SVGSVGElement>) => {
    const zooming = svg.current?.querySelector<SVGGElement>('.zooming')?.getScreenCTM();
    if (!zooming) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(zooming.inverse());
    bay.setPoint(toMap(drawingOf(document), [at.x, at.y]));
  };
  const pick = (id: string) => {
    if (sheet === 'differs') bay.setDiffering({ procedure: document.id, item: id });
    else if (open.has(id)) bay.choose(open.get(id)!);
  };
  const picks = sheet === 'differs' || (sheet === 'step' && state.phase === 'remove');
  return (
    <div className={`run-map ${asksPlace ? 'asks-place' : ''}`}>
      <PanelMap
        svgRef={svg}
        document={document}
        appearance={appearance}
        now={nowItems}
        areas={areas}
        leaderTo={now}
        open={state.phase === 'remove' ? new Set([...open.keys()].filter((id) => !nowItems.has(id))) : undefined}
        zoomTo={asksPlace || sheet === 'differs' ? undefined : nowItems}
        leader={
          asksPlace
            ? null
            : now && leaderWords(document, now, plan.waysTaken[itemKey({ procedure: document.id, item: now })])
        }
        onGround={asksPlace ? tapped : undefined}
        onSelect={picks ? pick : undefined}
        selected={bay.differing?.item}
      >
        {(drawing) =>
          asksPlace && (
            <>
              {sheet === 'stuck' &&
                shownSuspects(bay.suspects).map(
                  (suspect, n) =>
                    suspect.at && (
                      <Numbered
                        key={`${suspect.culprit} ${suspect.words}`}
                        drawing={drawing}
                        at={toDrawing(drawing, suspect.at)}
                        text={String(n + 1)}
                      />
                    ),
                )}
              {bay.point && <Resists drawing={drawing} at={toDrawing(drawing, bay.point)} />}
            </>
          )
        }
      </PanelMap>
    </div>
  );
});

/** A suspect's number at its place. */
function Numbered({ drawing, at: [x, y], text }: { drawing: Drawing; at: [number, number]; text: string }) {
  const r = drawing.width / 52;
  return (
    <g className="suspect-mark" transform={`translate(${x + r * 1.5} ${y - r * 1.5})`} pointerEvents="none">
      <circle r={r} />
      <text y={r * 0.45} fontSize={r * 1.35}>
        {text}
      </text>
    </g>
  );
}

/** Where it stays tight. */
function Resists({ drawing, at: [x, y] }: { drawing: Drawing; at: [number, number] }) {
  const r = drawing.width / 22;
  return (
    <g className="resists" transform={`translate(${x} ${y})`} pointerEvents="none">
      <circle r={r} />
      <path
        d={`M${-r * 1.5} 0H${-r * 0.5}M${r * 0.5} 0H${r * 1.5}M0 ${-r * 1.5}V${-r * 0.5}M0 ${r * 0.5}V${r * 1.5}`}
      />
    </g>
  );
}

/** Whether an item is off the vehicle now: all of it taken out and not put back. */
function isOut(state: RunState, document: ProcedureDocument, id: string): boolean {
  const ref = { procedure: document.id, item: id };
  const did = (type: string) => isDone(state, type, ref);
  const fastener = document.fasteners.find((one) => one.id === id);
  if (fastener)
    return (
      doneCount(progressOf(state, 'release', ref), countOf(fastener)) >= countOf(fastener) &&
      !did('start') &&
      !did('fit')
    );
  return (did('undo') && !did('join')) || (did('takeOff') && !did('place'));
}

/** Where a fastener or link hides; a part is named by the heading already. */
function leaderWords(document: ProcedureDocument, id: string, way: number | undefined): string | null {
  const index = indexItems(document);
  if (index.parts.has(id)) return null;
  const [cover] = ownCovers(index, id, way);
  return cover ? `under the ${itemWords(index, cover)}` : itemWords(index, id);
}
