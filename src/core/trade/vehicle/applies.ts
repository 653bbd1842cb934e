import type { Steering } from './sides';

/** Vehicles a procedure was recorded for. Years are model years, both ends included. */
export interface Applicability {
  make: string;
  model: string;
  from?: number;
  to?: number;
  body?: string;
  steering?: Steering;
}

/** One vehicle in the shop. */
export interface Vehicle {
  make: string;
  model: string;
  year?: number;
  body?: string;
  steering?: Steering;
}

/** "Velden Kite 2014–2019" for people. */
export function applicabilityWords({ make, model, from, to }: Applicability): string {
  const years =
    from && to ? (from === to ? ` ${from}` : ` ${from}–${to}`) : from ? ` from ${from}` : to ? ` up to ${to}` : '';
  return `${make} ${model}${years}`;
}
