'use client';
import { gateWords, type RefitStep } from '@/core/telling';
import type { Bay } from './bay';
import { ZoneNow } from './zone-now';

/** Which gate it is, and what has to be known before it is answered. */
export function GateHead({ bay, step }: { bay: Bay; step: RefitStep }) {
  return (
    <>
      <ZoneNow bay={bay} procedure={step.procedure} />
      <span className="label">Gate</span>
      <h1 className="verb">{gateWords(bay.handle.plan.documents, step)}</h1>
      {step.notes.map((note) => (
        <p key={note} className="caution mild">
          {note}
        </p>
      ))}
    </>
  );
}
