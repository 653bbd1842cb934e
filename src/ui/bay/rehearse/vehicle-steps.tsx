'use client';
import type { Trainer } from './use-rehearsal';

const STEPS = [
  ['check', 'List before the battery: windows, latches, radio code'],
  ['batteryOff', 'Battery negative off, and insulated'],
  ['wait', 'Wait as the vehicle maker’s manual says'],
] as const;

/** The battery’s own steps: always there, so that nothing gives away whether they are needed. */
export function VehicleSteps({ trainer: { ground, state, act } }: { trainer: Trainer }) {
  return (
    <details className="vehicle-steps">
      <summary>Battery</summary>
      {STEPS.map(([step, words]) => {
        const isDone = state.isDone.has(ground.graph.idOf.get(step)!);
        return (
          <button key={step} type="button" disabled={isDone} onClick={() => act({ do: 'vehicle', step })}>
            {isDone ? '✓ ' : ''}
            {words}
          </button>
        );
      })}
    </details>
  );
}
