'use client';
import { useState } from 'react';
import type { JobForm } from '@/contracts/schemas';
import { capital, doorWords, ZONE_SIDES } from '@/core/trade';

type JobZone = NonNullable<JobForm['zones']>[number];

/** Zones that most jobs are about; the others are a tap away. */
const USUAL = new Set(['front-door', 'rear-door', 'dash-top', 'tailgate']);

/** Which zones will be opened: the check-in asks for what works there. */
export function ZoneChips({ zones, onChange }: { zones: JobZone[]; onChange: (zones: JobZone[]) => void }) {
  const [isAll, setAll] = useState(false);
  const isOn = ({ zone, side }: JobZone) => zones.some((one) => one.zone === zone && one.side === side);
  const flip = ({ zone, side }: JobZone) =>
    onChange(
      isOn({ zone, side }) ? zones.filter((one) => one.zone !== zone || one.side !== side) : [...zones, { zone, side }],
    );
  return (
    <div className="picks mb-3" role="group" aria-label="What will be opened">
      <span className="label">What will be opened (check-in asks for it)</span>
      {ZONE_SIDES.filter((zone) => isAll || USUAL.has(zone.zone) || isOn(zone)).map((zone) => (
        <button key={doorWords(zone)} type="button" aria-pressed={isOn(zone)} onClick={() => flip(zone)}>
          {capital(doorWords(zone))}
        </button>
      ))}
      <button type="button" aria-expanded={isAll} onClick={() => setAll(!isAll)}>
        {isAll ? 'Fewer…' : 'Other zones…'}
      </button>
    </div>
  );
}
