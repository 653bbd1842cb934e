'use client';
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { PastRehearsalView } from '@/contracts/views';

/** Points of the last rehearsals, oldest on the left; the table below has the figures. */
export function Progress({ past }: { past: PastRehearsalView[] }) {
  const rows = past
    .slice(0, 30)
    .reverse()
    .map(({ points }, n) => ({ n: n + 1, points }));
  const label = `Points, oldest first: ${rows.map(({ points }) => points).join(', ')}`;
  return (
    <div role="img" aria-label={label} style={{ height: 190 }}>
      <ResponsiveContainer>
        <LineChart data={rows} margin={{ left: 0, right: 12, top: 8, bottom: 4 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--line)" />
          <XAxis dataKey="n" tick={{ fill: 'var(--ink)', fontSize: 13 }} />
          <YAxis domain={[0, 100]} width={36} tick={{ fill: 'var(--ink)', fontSize: 13 }} />
          <Line dataKey="points" stroke="var(--petrol)" strokeWidth={2.5} dot isAnimationActive={false} />
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}
