'use client';
import { Bar, BarChart, Legend, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { DayView } from '@/contracts/views';
import { useDates } from '../../design';

/** Inks of the people, in order; each has its name beside it, in the legend and in the table. */
const INKS = ['var(--petrol)', 'var(--marigold)', 'var(--moss)', 'var(--edge)', 'var(--oxide)', 'var(--ink)'];

/** How full everybody's hands are on the next working days, beside the hours the shop is open. */
export function Load({ day: { load, dates: days, people, hoursOpen } }: { day: DayView }) {
  const dates = useDates();
  const rows = days.map((date) => ({
    day: dates.weekday(`${date}T12:00:00Z`),
    ...Object.fromEntries(load.filter((one) => one.date === date).map((one) => [one.person, one.hours])),
  }));
  const busy = people.filter(({ id }) => load.some(({ person }) => person === id));
  const label = load.map(({ date, person, hours }) => `${date} ${person} ${hours} h`).join(', ');
  return (
    <div role="img" aria-label={`Hours taken: ${label || 'none'}`} style={{ height: 200 }}>
      <ResponsiveContainer>
        <BarChart data={rows} margin={{ left: 0, right: 8, top: 8, bottom: 0 }} accessibilityLayer={false}>
          <XAxis dataKey="day" tickLine={false} tick={{ fill: 'var(--ink)', fontSize: 13 }} />
          <YAxis
            width={40}
            unit=" h"
            domain={[0, (most: number) => Math.max(Math.ceil(hoursOpen), Math.ceil(most))]}
            tick={{ fill: 'var(--ink)', fontSize: 13 }}
          />
          <ReferenceLine y={hoursOpen} stroke="var(--ink)" strokeDasharray="5 4" />
          <Legend formatter={(name) => <span style={{ color: 'var(--ink)' }}>{String(name)}</span>} />
          {busy.map(({ id, name }, at) => (
            <Bar key={id} dataKey={id} name={name} fill={INKS[at % INKS.length]} isAnimationActive={false} />
          ))}
        </BarChart>
      </ResponsiveContainer>
    </div>
  );
}
