import { BASE_CATALOGUE, type Catalogue, fastenerKindOf } from '../../trade';
import {
  countOf,
  type Fastener,
  heldParts,
  type Mount,
  parseReference,
  type ProcedureDocument,
  type Work,
} from '../../document';
import {
  FIT_RULES,
  type Fitment,
  fitmentOf,
  type FitRules,
  type HolePattern,
  type Obstacle,
  screwsMeet,
  type Speaker,
} from '../tools';
import { isFitStep } from './fit-step-ids';

/** How a new part is held in an old one's place: the factory's screws, a ring on its holes, clip nuts or rivet nuts in its holes, holes drilled anew. */
export const FIXINGS = ['screws', 'ring', 'clips', 'nuts', 'holes'] as const;
export type Fixing = (typeof FIXINGS)[number];
/** Whether a word names a way of fixing. */
export const isFixing = (text: string): text is Fixing => (FIXINGS as readonly string[]).includes(text);

/** A speaker as far as it is known; what is left out is unknown, never 0. */
export type SpeakerFacts = Pick<Speaker, 'kind'> & Partial<Omit<Speaker, 'name'>> & { name: string | null };

/** What holds a part in its place, and what was recorded to be put under a new one. */
export interface HeldBy {
  /** Unscrewed: they can come back. */
  turned: Fastener[];
  /** Destroyed on the way out. */
  riveted: Fastener[];
  /** Tabs, hooks and clips, which hold nothing but the part they were made for. */
  other: Fastener[];
  /** The recorded ring or plate for this place. */
  ring: Work | null;
}

/** Why a way of fixing can be taken. */
export type FixingReason =
  | { why: 'factory-screws'; fasteners: Fastener[]; sheets: number[] }
  | { why: 'rivets-come-back'; as: string }
  | { why: 'recorded-ring'; ring: Work }
  | { why: 'computed-ring'; thickness: number }
  | { why: 'ring-unmeasured' }
  | { why: 'clip-nuts' }
  | { why: 'rivet-nuts'; riveted: boolean }
  | { why: 'drilled' };

/** Why a way of fixing cannot be taken. */
export type FixingRefusal =
  | { why: 'nothing-screwed'; riveted: boolean }
  | { why: 'no-holes' }
  | { why: 'pattern'; factory: Partial<HolePattern>; speaker: Partial<HolePattern> }
  | { why: 'does-not-fit'; obstacles: Obstacle[] };

/** A way of fixing that can be taken. */
export interface FixingChoice {
  way: Fixing;
  reason: FixingReason;
}

/** A measure that a depth check still lacks: of the place, or of the speaker. */
export interface Lack {
  of: 'place' | 'speaker';
  field: 'toGlass' | 'grilleGap' | 'bore' | 'depth' | 'proud' | 'stroke' | 'cutout' | 'basket' | 'holes' | 'circle';
}

/** How a new part can be fixed, the best way first; what speaks against the others; what nobody has measured. */
export interface Fixings {
  choices: FixingChoice[];
  refused: Map<Fixing, FixingRefusal>;
  lacks: Lack[];
  /** How it goes straight on the door, and on a ring; null where something that decides it is not known. */
  onDoor: Fitment | null;
  onRing: Fitment | null;
}

/** What was measured of a place; nothing where nobody did. */
export const mountOf = ({ mounts }: ProcedureDocument, of: string): Partial<Mount> =>
  mounts?.find((mount) => mount.of === of) ?? {};

/** What holds a part, and the ring that was recorded for its place: a `put-on` on it, or one that needs it out. */
export function heldByOf(document: ProcedureDocument, of: string, catalogue: Catalogue = BASE_CATALOGUE): HeldBy {
  const held: HeldBy = { turned: [], riveted: [], other: [], ring: recordedRing(document, of) };
  for (const fastener of document.fasteners) {
    if (!heldParts(fastener).includes(of)) continue;
    const { destructive, threaded, release } = fastenerKindOf(catalogue, fastener);
    const list = destructive ? held.riveted : threaded && release === 'turned' ? held.turned : held.other;
    list.push(fastener);
  }
  return held;
}

/** Where a zone has one place for a speaker, a ring that names none is for that. */
function recordedRing({ work = [], parts }: ProcedureDocument, of: string): Work | null {
  const isOnly = parts.every(({ id, kind }) => id === of || (kind !== 'speaker' && kind !== 'tweeter'));
  const needsItOut = ({ needs = [] }: Work) =>
    needs.some((text) => {
      const reference = parseReference(text);
      return reference?.procedure === null && reference.item === of;
    });
  const isForIt = (one: Work) => one.on === of || needsItOut(one) || (isOnly && one.on === undefined);
  return work.find((one) => one.kind === 'put-on' && !isFitStep(one) && isForIt(one)) ?? null;
}

const PLACE_FACTS = ['toGlass', 'grilleGap', 'bore'] as const;
const SPEAKER_FACTS = ['depth', 'proud', 'stroke', 'cutout', 'basket', 'holes', 'circle'] as const;

const lacksOf = (place: Partial<Mount>, speaker: SpeakerFacts | null): Lack[] => [
  ...PLACE_FACTS.filter((field) => place[field] === undefined).map((field): Lack => ({ of: 'place', field })),
  ...SPEAKER_FACTS.filter((field) => speaker?.[field] === undefined).map((field): Lack => ({ of: 'speaker', field })),
];

/** The ways in which a new part can be fixed in a place, by what was recorded and measured of it. Without a speaker, or with half its figures, what they would decide stays open. */
export function fixingsOf(
  document: ProcedureDocument,
  of: string,
  speaker: SpeakerFacts | null,
  rules: FitRules = FIT_RULES,
  catalogue: Catalogue = BASE_CATALOGUE,
): Fixings {
  const place = mountOf(document, of);
  const held = heldByOf(document, of, catalogue);
  const lacks = lacksOf(place, speaker);
  const on = (what: 'ring' | 'door') => (lacks.length ? null : fitmentOf(place, speaker as Speaker, rules, what));
  const [onDoor, onRing] = [on('door'), on('ring')];
  const found: [Fixing, FixingReason | FixingRefusal][] = [
    ['screws', byScrews(place, held, speaker, onDoor)],
    ['ring', byRing(place, held, onRing)],
    ['clips', byNuts(place, held, speaker, onDoor, { why: 'clip-nuts' })],
    ['nuts', byNuts(place, held, speaker, onDoor, { why: 'rivet-nuts', riveted: held.riveted.length > 0 })],
    ['holes', refusalBy(onDoor) ?? { why: 'drilled' }],
  ];
  const choices = found.flatMap(([way, one]): FixingChoice[] => (isRefusal(one) ? [] : [{ way, reason: one }]));
  const isStraight = onDoor?.verdict === 'as-is' && screwsMeet(place.holes, speaker!) === true;
  return {
    choices: choices.sort((a, b) => rankOf(a, isStraight) - rankOf(b, isStraight)),
    refused: new Map(found.flatMap(([way, one]) => (isRefusal(one) ? [[way, one] as const] : []))),
    lacks,
    onDoor,
    onRing,
  };
}

/** What is least done to the car goes first: what is there, a ring on it, nuts where there are holes, new holes last. */
function rankOf({ way, reason }: FixingChoice, isStraight: boolean): number {
  if (reason.why === 'recorded-ring') return isStraight ? 1.5 : 0;
  if (reason.why === 'rivet-nuts' && reason.riveted) return 2.5;
  return FIXINGS.indexOf(way) + 1;
}

const REFUSALS: ReadonlySet<string> = new Set<FixingRefusal['why']>([
  'nothing-screwed',
  'no-holes',
  'pattern',
  'does-not-fit',
]);
const isRefusal = (one: FixingReason | FixingRefusal): one is FixingRefusal => REFUSALS.has(one.why);

const refusalBy = (fit: Fitment | null): FixingRefusal | null =>
  fit?.verdict === 'never' ? { why: 'does-not-fit', obstacles: fit.obstacles } : null;

/** How many pieces there are, and so holes. */
export const holesIn = (fasteners: readonly Fastener[]) => fasteners.reduce((sum, one) => sum + countOf(one), 0);

/** The holes of a place: as measured, else as many as there are screws or rivets in them. */
function factoryHoles({ holes }: Partial<Mount>, { turned, riveted }: HeldBy): Partial<HolePattern> | undefined {
  const count = holesIn([...turned, ...riveted]);
  return holes ?? (count > 0 ? { count } : undefined);
}

function byPattern(place: Partial<Mount>, held: HeldBy, speaker: SpeakerFacts | null): FixingRefusal | null {
  const factory = factoryHoles(place, held);
  return speaker && factory && screwsMeet(factory, speaker) === false
    ? { why: 'pattern', factory, speaker: { count: speaker.holes, circle: speaker.circle } }
    : null;
}

function byScrews(
  place: Partial<Mount>,
  held: HeldBy,
  speaker: SpeakerFacts | null,
  fit: Fitment | null,
): FixingReason | FixingRefusal {
  const as = held.riveted.map(({ refit }) => refit?.as).find((one) => one !== undefined);
  if (held.turned.length === 0 && as === undefined) return { why: 'nothing-screwed', riveted: held.riveted.length > 0 };
  const no = byPattern(place, held, speaker) ?? refusalBy(fit);
  if (no) return no;
  return held.turned.length > 0
    ? { why: 'factory-screws', fasteners: held.turned, sheets: fit?.stack ?? [] }
    : { why: 'rivets-come-back', as: as! };
}

function byRing(place: Partial<Mount>, held: HeldBy, fit: Fitment | null): FixingReason | FixingRefusal {
  const no = refusalBy(fit);
  if (no) return no;
  if (held.ring) return { why: 'recorded-ring', ring: held.ring };
  if (!factoryHoles(place, held)) return { why: 'no-holes' };
  return fit ? { why: 'computed-ring', thickness: fit.thickness } : { why: 'ring-unmeasured' };
}

function byNuts(
  place: Partial<Mount>,
  held: HeldBy,
  speaker: SpeakerFacts | null,
  fit: Fitment | null,
  reason: FixingReason,
): FixingReason | FixingRefusal {
  if (!factoryHoles(place, held)) return { why: 'no-holes' };
  return byPattern(place, held, speaker) ?? refusalBy(fit) ?? reason;
}
