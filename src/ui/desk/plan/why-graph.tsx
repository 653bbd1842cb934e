'use client';
import dagre from '@dagrejs/dagre';
import { useMemo, useState } from 'react';
import type { PlanView } from '@/contracts/views';
import type { Plan } from '@/core/telling';
import { zoneName } from '@/core/trade';

const NODE = { width: 172, height: 46 };
/** Width of the frame the graph is fitted to at first, and the smallest scale at which words can still be read. */
const FRAME_WIDTH = 1150;
const LEAST_SCALE = 0.75;
const LOOKS: Record<string, string> = { turn: 'fastener', unplug: 'link', pull: 'part' };

interface Drawn {
  width: number;
  height: number;
  nodes: { key: string; x: number; y: number; title: string; under: string; look: string }[];
  edges: { from: string; to: string; points: { x: number; y: number }[] }[];
}

/** The plan's steps with what each waits for, laid out from left to right; a tap shows one step's reasons. */
export function WhyGraph({ view, plan }: { view: PlanView; plan: Plan }) {
  const drawn = useMemo(() => layOut(view, plan), [view, plan]);
  const [selected, setSelected] = useState<string | null>(null);
  const [scale, setScale] = useState(() => Math.max(LEAST_SCALE, Math.min(1, FRAME_WIDTH / drawn.width)));
  const step = plan.steps.removal.find(({ key }) => key === selected);
  const near = new Set(
    drawn.edges
      .filter((edge) => edge.from === selected || edge.to === selected)
      .flatMap((edge) => [edge.from, edge.to]),
  );
  const look = (key: string) => (key === selected ? 'selected' : selected && !near.has(key) ? 'far' : '');
  return (
    <section className="sheet" aria-label="What waits for what">
      <div className="d-flex gap-3 align-items-center mb-2">
        <p className="quiet mb-0">
          Left to right: each step waits for those an arrow comes from. Tap one for its reasons.
        </p>
        <label className="d-flex gap-2 align-items-center ms-auto no-print">
          Size{' '}
          <input
            type="range"
            min={LEAST_SCALE}
            max={1.4}
            step={0.05}
            value={scale}
            onChange={(event) => setScale(Number(event.target.value))}
          />
        </label>
      </div>
      {step && (
        <p className="why-line" role="status">
          <strong>{step.title}</strong>: {step.why.join('; ')}.
        </p>
      )}
      <div className="why-graph">
        <svg
          viewBox={`0 0 ${drawn.width} ${drawn.height}`}
          width={drawn.width * scale}
          height={drawn.height * scale}
          role="group"
          aria-label="Steps and what they wait for"
        >
          <defs>
            <marker
              id="tip"
              viewBox="0 0 10 10"
              refX="9"
              refY="5"
              markerWidth="9"
              markerHeight="9"
              markerUnits="userSpaceOnUse"
              orient="auto"
            >
              <path d="M0 1 L9 5 L0 9 Z" />
            </marker>
          </defs>
          {drawn.edges.map(({ from, to, points }) => (
            <path
              key={`${from}→${to}`}
              className={`edge ${selected && (from === selected || to === selected) ? 'near' : selected ? 'far' : ''}`}
              markerEnd="url(#tip)"
              d={points.map(({ x, y }, at) => `${at ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`).join(' ')}
            />
          ))}
          {drawn.nodes.map((node) => (
            <g
              key={node.key}
              className={`node ${node.look} ${look(node.key)}`}
              transform={`translate(${node.x - NODE.width / 2} ${node.y - NODE.height / 2})`}
              role="button"
              tabIndex={0}
              aria-label={`${node.title}, ${node.under}`}
              aria-pressed={node.key === selected}
              onClick={() => setSelected(node.key === selected ? null : node.key)}
              onKeyDown={(event) => {
                if (event.key === 'Enter' || event.key === ' ') {
                  event.preventDefault();
                  setSelected(node.key);
                }
              }}
            >
              <rect width={NODE.width} height={NODE.height} rx={node.look === 'part' ? 5 : 22} />
              <text x={NODE.width / 2} y={20}>
                {short(node.title)}
              </text>
              <text className="under" x={NODE.width / 2} y={37}>
                {short(node.under)}
              </text>
            </g>
          ))}
        </svg>
      </div>
    </section>
  );
}

const short = (text: string) => (text.length > 25 ? `${text.slice(0, 24)}…` : text);

/** Each step's direct predecessors: those whose actions its own wait for. */
function stepEdges(plan: Plan): [from: string, to: string][] {
  const stepOf = new Map(plan.steps.removal.flatMap(({ key, actions }) => actions.map((action) => [action, key])));
  const edges = plan.before.flatMap((list, to) =>
    list.map((from) => [stepOf.get(plan.removal[from].key)!, stepOf.get(plan.removal[to].key)!] as [string, string]),
  );
  return edges.filter(([from, to]) => from !== to);
}

function layOut(view: PlanView, plan: Plan): Drawn {
  const graph = new dagre.graphlib.Graph();
  graph.setGraph({ rankdir: 'LR', nodesep: 14, ranksep: 28, marginx: 16, marginy: 16 });
  graph.setDefaultEdgeLabel(() => ({}));
  const { removal } = plan.steps;
  for (const { key } of removal) graph.setNode(key, { ...NODE });
  for (const [from, to] of stepEdges(plan)) graph.setEdge(from, to);
  dagre.layout(graph);
  const { width = 0, height = 0 } = graph.graph();
  const nodes = removal.map((step, at) => {
    const { x, y } = graph.node(step.key);
    const document = view.documents.find((one) => one.id === step.procedure);
    const under = [
      `step ${at + 1}`,
      view.documents.length > 1 && document && `${zoneName(document.zone)}, ${document.side}`,
    ]
      .filter(Boolean)
      .join(' · ');
    return { key: step.key, x, y, title: step.title, under, look: LOOKS[step.kind] ?? 'vehicle' };
  });
  const edges = graph.edges().map(({ v, w }) => ({ from: v, to: w, points: graph.edge({ v, w }).points }));
  return { width, height, nodes, edges };
}
