import type { VehicleQuestions } from '../contracts/views';
import { dbOf, listKnownVehicles, readVehicleQuestions, type Actor, type Branch } from '../data';
import { demand } from './permission';

/** Makes and models offered at most. */
const MOST_OFFERED = 2000;

/** What the library knows, to be offered where a vehicle is named. */
export const knownVehicles = (branch: Branch) => listKnownVehicles(dbOf(branch), MOST_OFFERED);

/** What to ask of a vehicle when it comes in: its body styles and options, as the library's procedures tell them. */
export async function vehicleQuestions(by: Actor, vehicle: { make: string; model: string }): Promise<VehicleQuestions> {
  demand(by, 'open-job');
  const db = dbOf(by);
  return readVehicleQuestions(db, vehicle);
}
