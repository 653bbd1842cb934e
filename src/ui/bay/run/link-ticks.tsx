'use client';
import { severalWords } from '@/core/document';
import type { RunAction } from '@/core/bay';
import type { Bay } from './bay';

/** One tick for each tether of a step; what is not ticked stays for later. */
export function LinkTicks({
  bay,
  ties,
  untied,
  onChange,
}: {
  bay: Bay;
  ties: RunAction[];
  untied: ReadonlySet<string>;
  onChange: (untied: ReadonlySet<string>) => void;
}) {
  const { graph } = bay.handle;
  const flip = (key: string) => {
    const next = new Set(untied);
    if (!next.delete(key)) next.add(key);
    onChange(next);
  };
  return (
    <div className="link-ticks" role="group" aria-label="Each on its own">
      {ties.map(({ key, step }) => (
        <button key={key} type="button" role="checkbox" aria-checked={!untied.has(key)} onClick={() => flip(key)}>
          <span className="box" aria-hidden="true">
            {untied.has(key) ? '' : '✓'}
          </span>
          {severalWords(graph.indexes.get(step.procedure!)!, step.item, graph.catalogue)}
        </button>
      ))}
    </div>
  );
}
