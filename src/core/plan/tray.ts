import { fastenerKindOrGuess, parseDrive, type Catalogue } from '../hardware';
import { heldParts } from '../procedure/items';
import type { Fastener } from '../procedure/types';

/** One fastener entry that must wait somewhere, with its identity over several procedures. */
export interface TrayEntry {
  id: string;
  procedure: string;
  fastener: Fastener;
}

/** A compartment of the tray and the entries waiting in it. */
export interface Bin {
  bin: number;
  items: string[];
}

/** Where everything released waits: in a bin, or on the part it stays on. */
export interface Tray {
  bins: Bin[];
  binOf: Map<string, number>;
  staysOn: Map<string, string>;
}

/**
 * What makes two entries safe to share a bin: the same class. Threaded entries share only where drive, length and
 * thread are all known and equal and they return to the same part; others where kind and part are the same.
 */
export function trayClass(catalogue: Catalogue, { id, procedure, fastener }: TrayEntry): string {
  const kind = fastenerKindOrGuess(catalogue, fastener.kind, fastener.drive !== undefined);
  const home = `${procedure}/${[...heldParts(fastener)].sort().join('+')}`;
  if (!kind.threaded) return `${kind.code}|${home}`;
  const drive = fastener.drive && (parseDrive(fastener.drive)?.code ?? fastener.drive);
  if (!drive || fastener.length === undefined || !fastener.thread) return `alone|${id}`;
  return `${kind.code}|${drive}|${fastener.length}|${fastener.thread}|${home}`;
}

/** The part a released fastener stays on: where it is said to, or where it is moulded to it; null where it comes out loose. */
export function stayingPlace(catalogue: Catalogue, fastener: Fastener): string | null {
  if (fastener.staysOn) return fastener.staysOn;
  const kind = fastenerKindOrGuess(catalogue, fastener.kind, fastener.drive !== undefined);
  return kind.integral ? heldParts(fastener)[0] : null;
}

/**
 * Assigns bins in the order entries are given (the order of refit), one bin to each class.
 * What stays on its part or is destroyed on the way out needs none.
 */
export function planTray(catalogue: Catalogue, entries: TrayEntry[]): Tray {
  const tray: Tray = { bins: [], binOf: new Map(), staysOn: new Map() };
  const binOfClass = new Map<string, Bin>();
  for (const entry of entries) {
    const staysOn = stayingPlace(catalogue, entry.fastener);
    if (staysOn) {
      tray.staysOn.set(entry.id, staysOn);
      continue;
    }
    if (fastenerKindOrGuess(catalogue, entry.fastener.kind, entry.fastener.drive !== undefined).destructive) continue;
    const key = trayClass(catalogue, entry);
    let bin = binOfClass.get(key);
    if (!bin) {
      bin = { bin: tray.bins.length + 1, items: [] };
      tray.bins.push(bin);
      binOfClass.set(key, bin);
    }
    bin.items.push(entry.id);
    tray.binOf.set(entry.id, bin.bin);
  }
  return tray;
}
