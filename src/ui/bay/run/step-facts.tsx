'use client';
import { itemKey } from '@/core/procedure';
import { toolFor } from '@/core/hardware';
import { kindOfItem, type RunStep } from '@/core/run';
import type { Bay } from './bay';

/** Which bin, which tool, why. */
export function Facts({ bay: { handle }, now, soundBack }: { bay: Bay; now: RunStep; soundBack: number | null }) {
  const { plan, graph } = handle;
  const { step } = now;
  const bin = plan.bins[itemKey(step)];
  const label = plan.taped?.[itemKey(step)];
  const fastener = graph.indexes.get(step.procedure ?? '')?.fasteners.get(step.item);
  const kind = [fastener?.thread, fastener?.length && `${fastener.length} mm`].filter(Boolean).join(', ');
  const chain = plan.why[now.key] ?? [];
  // A fastener's first reason is what it holds, and that stands above already.
  const why = step.type === 'release' ? (chain[1] ?? chain[0]) : chain[0];
  const tool = toolFor(step.tool);
  const pieceStep = ['release', 'start', 'fit'].includes(step.type);
  return (
    <dl className="facts">
      {pieceStep && bin !== undefined && (
        <>
          <dt>Tray</dt>
          <dd>
            <span className="bin-plate">Bin {bin}</span> {kind}
            {soundBack !== null && ` · ${soundBack} good in it`}
          </dd>
        </>
      )}
      {step.type === 'release' && bin === undefined && fastener && (
        <>
          <dt>Tray</dt>
          <dd>
            {label ? (
              <>
                tape it to its part: <strong>{label}</strong>
              </>
            ) : kindOfItem(graph, step)!.destructive ? (
              'scrap, it comes back new'
            ) : (
              'stays on the part'
            )}
          </dd>
        </>
      )}
      {tool.code !== 'hand' && step.type !== 'release' && (
        <>
          <dt>Tool</dt>
          <dd>{tool.name}</dd>
        </>
      )}
      {step.type === 'release' && tool.code !== 'hand' && (
        <>
          <dt>Tool</dt>
          <dd>
            {tool.name}
            {fastener?.recess ? `, extension for ${fastener.recess} mm` : ''}
          </dd>
        </>
      )}
      {why && (
        <>
          <dt>Why</dt>
          <dd>{why}</dd>
        </>
      )}
    </dl>
  );
}
