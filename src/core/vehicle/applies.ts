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

const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/** True when the procedure's range covers the vehicle. Details the vehicle does not state do not exclude it. */
export function appliesTo(range: Applicability, vehicle: Vehicle): boolean {
  if (!same(range.make, vehicle.make) || !same(range.model, vehicle.model)) return false;
  if (vehicle.year !== undefined && range.from !== undefined && vehicle.year < range.from) return false;
  if (vehicle.year !== undefined && range.to !== undefined && vehicle.year > range.to) return false;
  if (vehicle.body && range.body && !same(range.body, vehicle.body)) return false;
  const steering = range.steering ?? 'any';
  return steering === 'any' || !vehicle.steering || vehicle.steering === 'any' || steering === vehicle.steering;
}

/** "Velden Kite 2014–2019" for people. */
export function applicabilityWords({ make, model, from, to }: Applicability): string {
  const years = from && to ? (from === to ? ` ${from}` : ` ${from}–${to}`) : from ? ` from ${from}` : to ? ` up to ${to}` : '';
  return `${make} ${model}${years}`;
}
