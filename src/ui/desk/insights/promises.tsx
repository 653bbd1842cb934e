'use client';
import { CartesianGrid, ReferenceLine, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from 'recharts';
import type { InsightsView } from '@/contracts/views';

/** What runs took against the safe time that was promised: below the line it was held. */
export function Promises({ promises }: { promises: InsightsView['promises'] }) {
  const most = Math.ceil((Math.max(...promises.flatMap((one) => [one.safeMinutes, one.actualMinutes])) * 1.1) / 5) * 5;
  const held = promises.filter((one) => one.held);
  const late = promises.filter((one) => !one.held);
  const axis = { type: 'number' as const, domain: [0, most], tick: { fill: 'var(--ink)', fontSize: 13 } };
  return (
    <div role="img" aria-label={`${held.length} held, ${late.length} not`} style={{ height: 230 }}>
      <ResponsiveContainer>
        <ScatterChart margin={{ left: 0, right: 16, top: 8, bottom: 18 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--line)" />
          <XAxis
            {...axis}
            dataKey="safeMinutes"
            name="promised"
            label={{ value: 'promised, min', position: 'bottom', offset: 2, fill: 'var(--soft)' }}
          />
          <YAxis
            {...axis}
            dataKey="actualMinutes"
            name="took"
            width={44}
            label={{ value: 'took, min', angle: -90, position: 'insideLeft', fill: 'var(--soft)' }}
          />
          <ReferenceLine
            segment={[
              { x: 0, y: 0 },
              { x: most, y: most },
            ]}
            stroke="var(--ink)"
            strokeDasharray="5 4"
          />
          <Scatter data={held} fill="var(--moss)" shape="circle" isAnimationActive={false} />
          <Scatter data={late} fill="var(--oxide)" shape="cross" isAnimationActive={false} />
        </ScatterChart>
      </ResponsiveContainer>
    </div>
  );
}
