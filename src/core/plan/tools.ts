import { parseDrive, toolFor, type Drive } from '../hardware';
import type { Action } from './action';

/** A tool to lay out, with what it is for and what must not be taken in its place. */
export interface ToolNeed {
  tool: string;
  name: string;
  plate: string;
  /** How many actions use it. */
  uses: number;
  items: string[];
  notes: string[];
}

/** Hexalobular numbers next below, which enter the recess, slip and round it (sizes of ISO 10664). */
const HEXALOBULAR_BELOW: Record<number, number> = { 15: 10, 20: 15, 25: 20, 27: 25, 30: 27, 40: 30 };
/** Near across-flats sizes, mm: a socket that is slack on the head rounds it. */
const NEAR_MM = 0.5;
const COMMON_HEX = ['hex 7 mm', 'hex 8 mm', 'hex 10 mm', 'hex 9/32 in', 'hex 5/16 in'];

/** The warning for a drive's nearest wrong tool, or null where there is none: "not T15: it enters, slips and rounds the recess". */
export function confusionNote(drive: Drive): string | null {
  if (drive.family === 'hexalobular') {
    const below = HEXALOBULAR_BELOW[drive.sizeNumber ?? 0];
    return below ? `Not T${below}: it enters, slips and rounds the recess.` : null;
  }
  if (drive.family !== 'hex' || drive.sizeMm === null) return null;
  const near = COMMON_HEX.map((code) => parseDrive(code)!).find(
    (other) => other.code !== drive.code && Math.abs(other.sizeMm! - drive.sizeMm!) <= NEAR_MM,
  );
  if (!near) return null;
  const gap = near.sizeMm! - drive.sizeMm!;
  const fit = gap > 0 ? `${gap.toFixed(2)} mm slack` : `${(-gap).toFixed(2)} mm too small`;
  return `Do not confuse with ${near.plate}: ${fit}.`;
}

/** Every tool the actions use, in the order of first use, the bare hand left out. */
export function toolsFor(actions: Action[]): ToolNeed[] {
  const needs = new Map<string, ToolNeed>();
  for (const action of actions) {
    if (action.tool === 'hand') continue;
    const { code, name, plate } = toolFor(action.tool);
    const need = needs.get(code) ?? { tool: code, name, plate, uses: 0, items: [], notes: [] };
    need.uses += 1;
    need.items.push(action.item);
    needs.set(code, need);
  }
  for (const need of needs.values()) {
    const drive = parseDrive(need.tool);
    const note = drive && confusionNote(drive);
    if (note) need.notes.push(note);
  }
  return [...needs.values()];
}
