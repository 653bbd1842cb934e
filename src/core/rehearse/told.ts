import { BASE_CATALOGUE, parseDrive, capital } from '../trade';
import { findItem, namedWords, readItemKey } from '../document';
import type { CheckFact } from '../planning';
import type { Fault } from './faults';
import type { Ground } from './ground';
import { type Base, reasonWords } from './names';
import type { WeakSpot } from './score';
import type { Heap } from './sorting';

/** One of a heap by its look: "T20 screw, 25 mm, self-tapping". */
export function pieceLook({ kind, drive, length, thread }: Omit<Heap, 'count'>): string {
  const plate = drive ? (parseDrive(drive)?.plate ?? drive) : '';
  const noun = BASE_CATALOGUE.fasteners.get(kind)?.name ?? kind;
  return [[plate, noun].filter(Boolean).join(' '), length ? `${length} mm` : '', thread ?? '']
    .filter(Boolean)
    .join(', ');
}

/** What was not as recorded, told when it is over. */
export function faultWords(ground: Ground, fault: Fault): string {
  const name = reasonWords(ground, fault.item);
  switch (fault.fault) {
    case 'missing':
      return `One of ${name} was missing.`;
    case 'other-drive':
      return `${capital(name)} had another drive than recorded: ${parseDrive(fault.drive)?.plate ?? fault.drive}.`;
    case 'extra':
      return `Somebody had put one more screw through ${name}.`;
    case 'wrong-hole':
      return `${capital(name)} and ${reasonWords(ground, fault.other)} stood in each other’s holes.`;
  }
}

const SPOT: Record<string, string> = {
  held: 'still held when it was pulled',
  broke: 'broken by pulling too early',
  tore: 'torn: still joined',
  covered: 'tried before it could be reached',
  'too-early': 'tried too early',
  'wrong-way': 'pulled the wrong way',
  marked: 'marked by a tool',
  slipped: 'wrong size, slipped',
  rounded: 'wrong size, head round',
  'wrong-tool': 'wrong tool',
  srs: 'airbag plug with the battery on',
  gate: 'closed over',
  'mixed-up': 'mixed up',
  overlooked: 'overlooked',
};

/** A weak spot: "T20 screws of the door card: still held when it was pulled". */
export function spotWords({ graph }: Base, { item, went }: WeakSpot): string {
  const ref = readItemKey(item);
  const index = ref && graph.indexes.get(ref.procedure);
  const isKnown = !!ref && !!index && !!findItem(index, ref.item);
  const what = isKnown ? namedWords(index, ref.item, graph.catalogue) : 'on the way back';
  return `${capital(what)}: ${SPOT[went] ?? went}`;
}

const LOOK: Record<CheckFact, [fine: string, amiss: string]> = {
  'pieces-back': ['All there, all sound.', 'Not all there, or not all sound.'],
  'inside-back': ['Everything behind it is in its place.', 'Something is not in its place yet.'],
  'nothing-left-inside': ['Empty.', 'A screw lies at the bottom.'],
  'shield-sealed': ['Stuck down all round.', 'A hand’s width has come up at the bottom.'],
  'weep-holes-clear': ['Clear.', 'One is taped over.'],
  'glass-path-clear': ['The window runs down and up freely.', 'The window rubs on something halfway.'],
  'srs-joined': ['Home and locked; the lamp goes out.', 'Pushed on, not locked.'],
  'srs-locked': ['Home and locked.', 'Pushed on, not locked.'],
  'joined-and-working': ['Plugged in, and it works.', 'Plugged in; it does not work.'],
  'joined-and-moving': ['Hooked up, and it moves freely.', 'Hooked up; it sticks halfway.'],
  works: ['It works.', 'It does not work.'],
  swarf: ['Vacuumed clean.', 'Swarf in the bottom of the door.'],
  'bare-edge': ['Primed all round.', 'Bare metal at the back of the edge.'],
  'open-hole': ['Closed.', 'Still open.'],
  'warm-glue': ['Cold and set.', 'Still soft.'],
  recorded: ['It works.', 'It does not work.'],
  'set-again': ['Set.', 'Not set yet.'],
  'new-sound': ['It plays, clean.', 'It rattles.'],
  'latch-free': ['Trips and lets go.', 'It stays closed.'],
  'key-out': ['Out, everything dark.', 'The key is in, the radio plays.'],
  'nobody-inside': ['Empty.', 'A colleague sits in the driver’s seat.'],
  'lamp-on': ['It comes on.', 'It stays dark.'],
  'lamp-out': ['It goes out.', 'It stays on.'],
};

/** What somebody sees who looks at a line of a gate. */
export const lookWords = (fact: CheckFact, isFine: boolean): string => LOOK[fact][isFine ? 0 : 1];
