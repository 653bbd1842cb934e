import { toolFor, BASE_CATALOGUE, parseDrive } from '../hardware';
import { countOf, findItem, itemWords, namedWords, ownCovers, readItemKey } from '../procedure';
import type { CheckFact } from '../refit';
import { capital, listed, withArticle } from '../text';
import { gateWords, handStepWords } from '../wording';
import type { Fault } from './faults';
import { type Edge, edgeOf, type Gesture, isOut } from './gestures';
import { type Ground, type Level, lookUp } from './ground';
import { piecesIn } from './let-go';
import type { Damage, Outcome } from './move';
import type { WeakSpot } from './score';
import type { Heap } from './sorting';
import type { Rehearsal } from './state';
import type { Broken } from './strength';

type Base = Pick<Ground, 'graph'>;

/** How the levels are called, and what each is. */
export const levelWords: Record<Level, { name: string; what: string }> = {
  guided: { name: 'Guided', what: 'The next step is shown.' },
  hints: { name: 'Hints', what: 'Ask when you are stuck. Each hint counts.' },
  alone: { name: 'Alone', what: 'Nobody tells you.' },
  clock: { name: 'Against the clock', what: 'Alone, and the time runs.' },
  faults: { name: 'With faults', what: 'Somebody was here before: not everything is as recorded.' },
};

const EDGE_WORDS: Record<Edge, string> = {
  front: 'at the front',
  rear: 'at the rear',
  top: 'at the top',
  bottom: 'at the bottom',
  middle: 'in the middle',
  left: 'at the left',
  right: 'at the right',
};
const GESTURE_WORDS: Record<string, string> = {
  up: 'Move up',
  down: 'Move down',
  forward: 'Move forwards',
  rearward: 'Move rearwards',
  leftward: 'Move left',
  rightward: 'Move right',
  turn: 'Turn',
  peel: 'Peel',
  ease: 'Ease off its hook',
  in: 'Push in',
};

/** What a gesture is called: "Pull out at the bottom". */
export const gestureWords = (gesture: Gesture): string =>
  isOut(gesture) ? `Pull out ${EDGE_WORDS[edgeOf(gesture)]}` : GESTURE_WORDS[gesture];

/** An item in running text, with its article; a step of the vehicle or of the way back by what it is. */
export function reasonWords({ graph }: Base, key: string): string {
  if (key === 'check') return 'the list before the battery';
  if (key === 'batteryOff') return 'the battery’s negative terminal';
  if (key === 'wait') return 'the wait after the battery';
  const ref = readItemKey(key);
  const index = ref && graph.indexes.get(ref.procedure);
  if (!ref || !index) return 'something else';
  const own = ownCovers(index, ref.item);
  // What hides it says more than what it holds: there are several screws of the door card.
  return own.length && index.fasteners.has(ref.item)
    ? `${withArticle(itemWords(index, ref.item, graph.catalogue))} behind ${listed(own.map((part) => withArticle(itemWords(index, part))))}`
    : withArticle(namedWords(index, ref.item, graph.catalogue));
}

/** Whether a key is of an item: steps and gates of the way back have keys of their own. */
const isItem = ({ graph }: Base, key: string) => graph.indexes.has(readItemKey(key)?.procedure ?? '');

const isSeveral = (base: Base, key: string): boolean => {
  const ref = readItemKey(key);
  const index = ref && base.graph.indexes.get(ref.procedure);
  return !!index && countOf(index.fasteners.get(ref.item) ?? index.links.get(ref.item) ?? {}) > 1;
};

const BROKEN: Record<Broken, [one: string, several: string]> = {
  trim: ['the trim cracks at the', 'the trim cracks at the'],
  clip: ['breaks', 'break'],
  tab: ['snaps off', 'snap off'],
  hook: ['snaps off', 'snap off'],
  pin: ['tears out', 'tear out'],
  bond: ['tears', 'tears'],
  plug: ['tears off its wires', 'tear off their wires'],
  cable: ['tears out', 'tear out'],
  edge: ['', ''],
  head: ['', ''],
};

/** What broke, as a sentence without its end, with what it costs. */
export function damageWords(base: Base, { item, what, pieces, mendMinutes }: Damage): string {
  const ref = readItemKey(item)!;
  const index = base.graph.indexes.get(ref.procedure)!;
  const name = namedWords(index, ref.item, base.graph.catalogue);
  const cost = `about ${mendMinutes} min to put right`;
  if (what === 'edge') return `The tool marks the edge of ${withArticle(name)}: ${cost}`;
  if (what === 'head') return `The head is round (${name}): ${cost}`;
  const [one, several] = BROKEN[what];
  if (what === 'trim') return `${capital(one)} ${name}: ${cost}`;
  const of = countOf(index.fasteners.get(ref.item) ?? index.links.get(ref.item) ?? {});
  const which = of > 1 ? `${pieces} of ${of} ${name}` : `The ${name}`;
  return `${capital(which)} ${pieces > 1 ? several : one}: ${cost}`;
}

const toolName = (code: string) => {
  const { plate, name } = toolFor(code);
  return parseDrive(code) ? plate : name.toLowerCase();
};

/** What a move came to, said as somebody beside you would. Empty where there is nothing to say. */
export function outcomeWords(ground: Ground, state: Rehearsal, outcome: Outcome): string {
  const { went, item, because, damage, more } = outcome;
  const broke = damage.map((one) => `${damageWords(ground, one)}.`).join(' ');
  const why = listed(because.slice(0, 3).map((key) => reasonWords(ground, key)));
  const s = because.length > 1 || isSeveral(ground, because[0] ?? '') ? '' : 's';
  const name = item && isItem(ground, item) ? reasonWords(ground, item) : '';
  switch (went) {
    case 'done':
      return doneWords(ground, state, item);
    case 'part-way':
      return partWayWords(ground, state, item!);
    case 'covered':
      return `You can’t get at ${name} yet: ${why} ${because.length > 1 ? 'are' : 'is'} in the way.`;
    case 'too-early':
      return tooEarlyWords(ground, state, outcome, why);
    case 'held':
      return `Stop pulling. ${capital(why)} still hold${s} it.`;
    case 'broke':
      return `${broke} ${more === 'wrong-way' ? `It doesn’t come that way: ${why} hold${s} it.` : `${capital(why)} still held it.`}`;
    case 'tore':
      return `${broke} ${capital(why)} ${s ? 'was' : 'were'} still joined.`;
    case 'wrong-way':
      return `It doesn’t come that way.${why ? ` ${capital(why)} hold${s} it.` : ''}`;
    case 'marked':
      return `${broke} Pry with plastic.`;
    case 'slipped':
      return `${capital(toolName(state.tool))} slips in ${name}. It takes ${toolName(more!)}.`;
    case 'rounded':
      return `${broke} It takes ${toolName(more!)}.`;
    case 'wrong-tool':
      return `Not with that: ${name} ${isSeveral(ground, item!) ? 'take' : 'takes'} ${toolName(more!)}.`;
    case 'srs':
      return `Stop. ${capital(name)} belongs to the airbag system and the battery is on: it could fire. Battery off first, then wait as the vehicle maker’s manual says.`;
    case 'mixed-up':
      return mixedUpWords(ground, because, more);
    case 'overlooked':
      return item ? `Looked over too lightly: see the lines marked.` : `Take up ${why} too, before it is lost.`;
    case 'gate':
      return gateFirst(ground, state, because[0]);
    case 'told':
    case 'nothing':
      return '';
  }
}

function doneWords(ground: Ground, state: Rehearsal, item: string | null): string {
  if (!item || !isItem(ground, item)) return 'Done.';
  const { index, item: id } = lookUp(ground, item);
  const name = capital(reasonWords(ground, item));
  if (!index.parts.has(id)) return `${name}: ${index.links.has(id) ? 'undone' : index.works.has(id) ? 'done' : 'out'}.`;
  const { graph } = ground;
  if (state.isDone.has(graph.idOf.get(`takeOff:${item}`) ?? -1)) return `${name} is off.`;
  if (!state.isDone.has(graph.idOf.get(`free:${item}`) ?? -1)) return `${name} is peeled back there.`;
  return `${name} is free, and still hangs by something.`;
}

function partWayWords(ground: Ground, state: Rehearsal, item: string): string {
  const { index, item: id } = lookUp(ground, item);
  if (index.parts.has(id)) return `${capital(reasonWords(ground, item))} gives. Go on.`;
  const of = countOf(index.fasteners.get(id) ?? index.links.get(id) ?? {});
  return `${of - piecesIn(ground, state, item)} of ${of} out.`;
}

function tooEarlyWords(ground: Ground, state: Rehearsal, { item, because, more }: Outcome, why: string): string {
  const first = because[0] ?? '';
  if (item && !isItem(ground, item)) return `Not yet: ${backActionWords(ground, state, first)} first.`;
  if (item === null && more === undefined) return `Not yet: ${why} still to come out.`;
  const rule = item === null ? '' : more ? `: ${more}` : '';
  return `First ${why}${rule}.`;
}

/** A step of the way back by one of its actions, in running text. */
function backActionWords(ground: Ground, { back }: Rehearsal, key: string): string {
  const found = back?.steps.find(({ actions }) => actions.includes(key));
  if (!found) return 'something else';
  const title = stepTitle(ground, back, found);
  return title[0].toLowerCase() + title.slice(1);
}

/** What a step is called, either way. */
export function stepTitle(ground: Base, back: Rehearsal['back'], step: Parameters<typeof handStepWords>[1]): string {
  return handStepWords({ graph: ground.graph, waysTaken: {}, ...(back ? { refit: back.actions } : {}) }, step).title;
}

function gateFirst(ground: Ground, { back }: Rehearsal, key: string): string {
  const gate = back?.actions.get(key);
  return gate ? `Not closed yet: “${gateTitle(ground, gate)}” comes first.` : 'Something has to be looked at first.';
}

const gateTitle = (ground: Base, gate: Parameters<typeof gateWords>[1]) =>
  gateWords([...ground.graph.documents.values()], gate);

function mixedUpWords(ground: Ground, because: readonly string[], more: string | undefined): string {
  const names = listed(because.map((key) => reasonWords(ground, key)));
  if (more === 'wire') return `Plus and minus are crossed at ${names}: thin bass, check both doors.`;
  return `Wrong screws for ${names}: too long dents the skin or reaches the glass, too short does not hold. They are put right now.`;
}

/** A heap of screws by its look: "4 × T20 screw, 25 mm, self-tapping". */
export function heapWords({ count, kind, drive, length, thread }: Heap): string {
  const plate = drive ? (parseDrive(drive)?.plate ?? drive) : '';
  const noun = BASE_CATALOGUE.fasteners.get(kind)?.name ?? kind;
  return [`${count} × ${[plate, noun].filter(Boolean).join(' ')}`, length ? `${length} mm` : '', thread ?? '']
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
  'joined-and-working': ['Plugged in, and it works.', 'Plugged in; it does not work.'],
  'joined-and-moving': ['Hooked up, and it moves freely.', 'Hooked up; it sticks halfway.'],
  works: ['It works.', 'It does not work.'],
  swarf: ['Vacuumed clean.', 'Swarf in the bottom of the door.'],
  'bare-edge': ['Primed all round.', 'Bare metal at the back of the edge.'],
  'open-hole': ['Closed.', 'Still open.'],
  'warm-glue': ['Cold and set.', 'Still soft.'],
  'set-again': ['Set.', 'Not set yet.'],
};

/** What somebody sees who looks at a line of a gate. */
export const lookWords = (fact: CheckFact, isFine: boolean): string => LOOK[fact][isFine ? 0 : 1];

/** The name of an item in a list, without its article. */
export const listWords = ({ graph }: Base, key: string): string => {
  const ref = readItemKey(key)!;
  const index = graph.indexes.get(ref.procedure)!;
  return index.parts.has(ref.item) ? itemWords(index, ref.item) : namedWords(index, ref.item, graph.catalogue);
};
