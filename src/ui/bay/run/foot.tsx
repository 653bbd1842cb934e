'use client';
import { itemKey } from '@/core/document';
import { PhotoButton } from '../log';
import type { Bay } from './bay';

/** The buttons that are always in the same place. */
export function RunFoot({ bay }: { bay: Bay }) {
  const { handle, now, sheet, show, job } = bay;
  const [first] = now?.actions ?? [];
  const item = now?.procedure && first ? itemKey(first.step) : undefined;
  const atStep = handle.state.phase === 'remove' && !!now?.procedure;
  return (
    <div className="run-foot">
      <button type="button" className="warn" disabled={!atStep} onClick={() => show('stuck')}>
        It won’t move
      </button>
      <button type="button" disabled={!item} onClick={() => show('differs')}>
        Differs
      </button>
      <span data-at-once="" className="d-contents">
        <PhotoButton
          job={job.number}
          label="Photo"
          onTaken={(photo) => handle.record({ type: 'photo', photo, ...(item ? { item } : {}) })}
        />
      </span>
      <button type="button" aria-expanded={sheet === 'more'} onClick={() => show('more')}>
        More
      </button>
      <button
        type="button"
        disabled={!handle.back}
        onClick={() => {
          bay.choose(null);
          handle.back?.();
        }}
      >
        Back
      </button>
    </div>
  );
}

/** The way out of what came up beside the work, in the place where Back is. */
export function SheetFoot({ bay, label = 'To the step' }: { bay: Bay; label?: string }) {
  return (
    <div className="run-foot">
      <button type="button" onClick={() => bay.show('step')}>
        {label}
      </button>
    </div>
  );
}
