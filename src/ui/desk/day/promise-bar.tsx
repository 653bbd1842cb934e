'use client';
import { Bar, BarChart, Legend, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { type PromiseCounts, promisesWords } from './promises';

const PARTS = [
  ['kept', 'will be kept', 'var(--moss)'],
  ['tight', 'may be late', 'var(--marigold)'],
  ['late', 'will be late', 'var(--oxide)'],
  ['unplaced', 'not placed yet', 'var(--edge)'],
] as const;

/** The promises as one bar of its parts. */
export function PromiseBar({ promises }: { promises: PromiseCounts }) {
  return (
    <div role="img" aria-label={promisesWords(promises)} style={{ height: 70 }}>
      <ResponsiveContainer>
        <BarChart
          data={[promises]}
          layout="vertical"
          margin={{ left: 0, right: 8, top: 4, bottom: 0 }}
          accessibilityLayer={false}
        >
          <XAxis type="number" hide domain={[0, promises.promised]} />
          <YAxis type="category" hide dataKey="promised" />
          <Legend formatter={(name) => <span style={{ color: 'var(--ink)' }}>{String(name)}</span>} />
          {PARTS.filter(([part]) => promises[part] > 0).map(([part, name, ink]) => (
            <Bar
              key={part}
              dataKey={part}
              name={name}
              stackId="promises"
              fill={ink}
              barSize={20}
              isAnimationActive={false}
            />
          ))}
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
