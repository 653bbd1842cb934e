'use client';
import { Bar, BarChart, LabelList, ResponsiveContainer, XAxis, YAxis } from 'recharts';

const ROW_PX = 34;

/** Rows as bars, the largest first; the figures stand at their ends. */
export function Bars({ rows, unit }: { rows: { name: string; value: number }[]; unit: string }) {
  const label = rows.map(({ name, value }) => `${name} ${value} ${unit}`).join(', ');
  return (
    <div role="img" aria-label={label} style={{ height: rows.length * ROW_PX + 10 }}>
      <ResponsiveContainer>
        <BarChart
          data={rows}
          layout="vertical"
          margin={{ left: 8, right: 64, top: 4, bottom: 4 }}
          accessibilityLayer={false}
        >
          <XAxis type="number" hide domain={[0, 'dataMax']} />
          <YAxis
            type="category"
            dataKey="name"
            width={190}
            tickLine={false}
            axisLine={false}
            tick={{ fill: 'var(--ink)', fontSize: 14 }}
          />
          <Bar dataKey="value" fill="var(--petrol)" barSize={18} isAnimationActive={false}>
            <LabelList
              dataKey="value"
              position="right"
              formatter={(value) => `${String(value)} ${unit}`}
              fill="var(--ink)"
              fontSize={14}
            />
          </Bar>
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
