'use client';
import { useMemo } from 'react';
import { parseDrive, toolFor } from '@/core/trade';
import { toolsOnBench } from '@/core/rehearse';
import type { Trainer } from './use-rehearsal';

/** The tools at hand. One is in the hand. */
export function ToolRack({ trainer: { ground, state, act } }: { trainer: Trainer }) {
  const tools = useMemo(() => toolsOnBench(ground), [ground]);
  return (
    <div className="tool-rack" role="group" aria-label="Tool in hand">
      {tools.map((code) => {
        const { plate, name } = toolFor(code);
        return (
          <button
            key={code}
            type="button"
            aria-pressed={state.tool === code}
            aria-label={name}
            onClick={() => act({ do: 'take', tool: code })}
          >
            {parseDrive(code) ? <span className="plate">{plate}</span> : name}
          </button>
        );
      })}
    </div>
  );
}
