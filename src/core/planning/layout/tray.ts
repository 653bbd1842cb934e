import { comesBackNew, fastenerKindOf, parseDrive, type Catalogue } from '../../trade';
import { heldParts, type Fastener } from '../../document';

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

/** A compartment with what is written on it. */
export interface LabelledBin extends Bin {
  label: string;
}

/** Where everything released waits: in a bin, on the part it stays on, or taped to its part and labelled. */
export interface Tray {
  bins: Bin[];
  binOf: Map<string, number>;
  staysOn: Map<string, string>;
  /** Entries for which no bin was left. */
  taped: string[];
  /** Bins without which something would share a bin that can be mixed up. */
  fewest: number;
}

/** Everything that may share a bin because it is the same and goes back to the same place. */
interface TrayClass {
  key: string;
  kind: string;
  threaded: boolean;
  entries: TrayEntry[];
}

/**
 * What makes two entries the same: threaded ones only where drive and length are known and equal, nothing is known of one's thread that is not known of the other's, and they return to
 * the same part; others where kind and part are the same.
 */
export function trayClass(catalogue: Catalogue, { id, procedure, fastener }: TrayEntry): string {
  const kind = fastenerKindOf(catalogue, fastener);
  const home = `${procedure}/${[...heldParts(fastener)].sort().join('+')}`;
  if (!kind.threaded) return `${kind.code}|${home}`;
  const drive = fastener.drive && (parseDrive(fastener.drive)?.code ?? fastener.drive);
  if (!drive || fastener.length === undefined) return `alone|${id}`;
  return `${kind.code}|${drive}|${fastener.length}|${fastener.thread ?? ''}|${home}`;
}

/** True where two different classes could be taken for one another: both threaded, or both of one kind. */
const looksAlike = (a: TrayClass, b: TrayClass) => (a.threaded && b.threaded) || a.kind === b.kind;

/** The part a released fastener stays on: where it is said to, where it is moulded to it, or where it is only eased; null where it comes out loose. */
export function stayingPlace(catalogue: Catalogue, fastener: Fastener): string | null {
  if (fastener.staysOn) return fastener.staysOn;
  const kind = fastenerKindOf(catalogue, fastener);
  return kind.integral || kind.stays ? heldParts(fastener)[0] : null;
}

/**
 * Assigns bins in the order entries are given (the order of refit). What is the same shares a bin. While the tray has room each class gets a bin of its
 * own; with fewer `bins` than classes, kinds that cannot be mixed up share one; where even that is too few, the last to go back are taped to their part and
 * labelled. What stays on its part or is destroyed on the way out needs none. O(entries · bins).
 */
export function planTray(catalogue: Catalogue, entries: TrayEntry[], bins = Infinity): Tray {
  const tray: Tray = { bins: [], binOf: new Map(), staysOn: new Map(), taped: [], fewest: 0 };
  const classes = classesOf(catalogue, entries, tray);
  tray.fewest = fewestBins(classes);
  const groups = classes.length <= bins ? classes.map((one) => [one]) : shareBins(classes, bins);
  groups.slice(0, bins).forEach((group, at) => {
    const ids = group.flatMap((one) => one.entries.map((entry) => entry.id));
    tray.bins.push({ bin: at + 1, items: ids });
    for (const id of ids) tray.binOf.set(id, at + 1);
  });
  const left = groups.slice(bins).flat();
  tray.taped.push(...left.flatMap((one) => one.entries.map(({ id }) => id)));
  return tray;
}

function classesOf(catalogue: Catalogue, entries: TrayEntry[], tray: Tray): TrayClass[] {
  const classes = new Map<string, TrayClass>();
  for (const entry of entries) {
    const kind = fastenerKindOf(catalogue, entry.fastener);
    const staysOn = stayingPlace(catalogue, entry.fastener);
    if (staysOn) tray.staysOn.set(entry.id, staysOn);
    else if (!comesBackNew(kind, entry.fastener)) {
      const key = trayClass(catalogue, entry);
      const known = classes.get(key);
      if (known) known.entries.push(entry);
      else classes.set(key, { key, kind: kind.code, threaded: kind.threaded, entries: [entry] });
    }
  }
  return [...classes.values()];
}

/** Threaded classes all look alike, others only those of one kind: the largest such family is the fewest bins there can be. */
function fewestBins(classes: TrayClass[]): number {
  const family = (one: TrayClass) => (one.threaded ? 'threaded' : one.kind);
  const sizes = new Map<string, number>();
  for (const one of classes) sizes.set(family(one), (sizes.get(family(one)) ?? 0) + 1);
  return Math.max(0, ...sizes.values());
}

/** Puts each class in the last bin it cannot be mixed up in while there are too many; a new bin is opened only where one is left or must be. */
function shareBins(classes: TrayClass[], bins: number): TrayClass[][] {
  const groups: TrayClass[][] = [];
  const later = [...classes];
  let spare = Math.max(0, bins - fewestBins(classes));
  for (const one of later) {
    const fitting = groups.findLast((group) => group.every((other) => !looksAlike(one, other)));
    if (fitting && spare === 0) fitting.push(one);
    else {
      if (fitting) spare -= 1;
      groups.push([one]);
    }
  }
  return groups;
}
