'use client';
import { itemKey } from '@/core/document';
import { comesBackNew, toolFor } from '@/core/trade';
import { isOver, kindOfItem, type RunAction, type RunStep } from '@/core/bay';
import type { Bay } from './bay';

/** Which bin: read at arm's length, beside the verb. */
export function TrayLine({ bay, now, soundBack }: { bay: Bay; now: RunStep; soundBack: number | null }) {
  const trays = trayWords(bay, now);
  if (trays.length === 0) return null;
  return (
    <p className="tray-line">
      {trays.map(({ bin, words }) => (
        <span key={`${bin} ${words}`} className="tray-place">
          {bin !== null && <span className="bin-plate">Bin {bin}</span>} {words}
        </span>
      ))}
      {soundBack !== null && ` ${soundBack} good`}
    </p>
  );
}

/** Which tool, and why. */
export function Facts({ bay, now }: { bay: Bay; now: RunStep }) {
  const { plan } = bay.handle;
  const last = now.actions[now.actions.length - 1];
  const chain = plan.why[last.key] ?? [];
  // A fastener's first reason is what it holds, and that stands above already.
  const why = now.kind === 'turn' ? (chain[1] ?? chain[0]) : chain[0];
  const tool = toolFor(now.tool);
  const recess = Math.max(0, ...now.actions.map((one) => fastenerOf(bay, one)?.recess ?? 0));
  // A page that this device kept from before knows nothing of it.
  const heard = [...new Set(now.actions.flatMap((one) => bay.heard?.[itemKey(one.step)] ?? []))];
  return (
    <dl className="facts">
      {heard.length > 0 && (
        <>
          <dt>Mind</dt>
          <dd className="heard">{heard.join(' ')}</dd>
        </>
      )}
      {tool.code !== 'hand' && (
        <>
          <dt>Tool</dt>
          <dd>
            {tool.name}
            {recess ? `, extension for ${recess} mm` : ''}
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

/** The fastener that an action is about; undefined where it is about none. */
export const fastenerOf = ({ handle: { graph } }: Bay, { step }: RunAction) =>
  graph.indexes.get(step.procedure ?? '')?.fasteners.get(step.item);

/** Where the pieces of a step go, or come from: bins first, then what is taped, scrapped or stays on its part. */
function trayWords(bay: Bay, now: RunStep): { bin: number | null; words: string }[] {
  const { plan, graph } = bay.handle;
  const places = now.actions
    .filter((one) => ['release', 'start', 'fit'].includes(one.step.type) && (!isOver(one) || now.state === 'done'))
    .flatMap((one): { bin: number | null; words: string }[] => {
      const fastener = fastenerOf(bay, one);
      if (!fastener) return [];
      const item = itemKey(one.step);
      const bin = plan.bins[item];
      if (bin !== undefined) return [{ bin, words: '' }];
      const label = plan.taped?.[item];
      if (one.step.type !== 'release') return label ? [{ bin: null, words: `taped to its part: ${label}` }] : [];
      if (label) return [{ bin: null, words: `tape it to its part: ${label}` }];
      const kind = kindOfItem(graph, one.step)!;
      if (kind.integral) return [];
      return [
        { bin: null, words: comesBackNew(kind, fastener) ? 'scrap: it never goes back' : 'clips stay on the part' },
      ];
    });
  return [...new Map(places.map((one) => [`${one.bin} ${one.words}`, one])).values()].sort(
    (a, b) => (a.bin ?? 99) - (b.bin ?? 99),
  );
}
