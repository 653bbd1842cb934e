import {
  DEFAULT_SCHOOLS,
  indexItems,
  itemKey,
  itemWords,
  type OptionValues,
  presenceOf,
  type ProcedureDocument,
  readItemKey,
  schoolsFor,
  type Schools,
  type Work,
} from '../../document';
import { type Catalogue, doorWords } from '../../trade';
import type { TestSet } from '../../planning';
import { readSets } from '../../telling';
import { newPartId } from './fit-step-ids';
import { withNewSpeaker } from './fit-steps';
import { type Fixing, type Fixings, fixingsOf, type SpeakerFacts } from './fixing';
import type { Joint } from './joints';
import { fixingReasonWords, fixingRefusalWords, lackWords, FIXING_WORDS } from './say-fixing';

/** A new part that is wanted: where, what, and as far as it was said, how. */
export interface NewPartWish {
  /** Null: whichever procedure has the place. */
  procedure: string | null;
  of: string;
  fixing: Fixing | null;
  /** Null while nobody has said what goes in. */
  speaker: SpeakerFacts | null;
  /** Absent: the way of the procedure, else the shop's. */
  joint?: Joint;
  crossover?: boolean;
  frame?: boolean;
}

/** A way of fixing as it is offered, with its reason as a sentence. */
export interface OfferedFixing {
  way: Fixing;
  because: string;
}

/** How a new part is to be fixed is still open: the ways, the best first. */
export interface FixingQuestion {
  /** "kite-rear-door/woofer" */
  of: string;
  choices: OfferedFixing[];
  /** What a depth check still lacks, a sentence; empty where it lacks nothing. */
  lacks: string;
}

/** Why a new part cannot be planned. */
export interface NewPartProblem {
  code:
    | 'no-place'
    | 'place-ambiguous'
    | 'not-on-vehicle'
    | 'two-for-one-place'
    | 'does-not-fit'
    | 'fixing-refused'
    | 'set-incomplete';
  message: string;
  item: string;
}

/** A new part that is planned. */
export interface PlacedPart {
  of: string;
  name: string;
  fixing: Fixing | null;
  because: string | null;
  /** All ways that can be taken, the best first; none where the factory frame is kept. */
  choices: OfferedFixing[];
  lacks: string;
}

/** Documents with the steps for the new parts, their goals, what is still to be said, and what cannot be. */
export interface PlacedParts {
  documents: ProcedureDocument[];
  goals: string[];
  placed: PlacedPart[];
  questions: FixingQuestion[];
  problems: NewPartProblem[];
}

/** What new parts are put in with. */
export interface PlaceOptions {
  options?: OptionValues;
  schools?: Schools;
  /** What is tried as one, each set as people write it: "kite-front-door/woofer,kite-kick-panel/crossover". */
  sets?: readonly string[];
  catalogue?: Catalogue;
}

/** Puts new parts into documents: each place becomes a goal. Where nobody said how one is fixed, nothing is drilled or put on for it, and the ways are asked. */
export function placeNewParts(
  documents: readonly ProcedureDocument[],
  wishes: readonly NewPartWish[],
  { options = {}, schools = DEFAULT_SCHOOLS, sets = [], catalogue }: PlaceOptions = {},
): PlacedParts {
  const placed: PlacedParts = { documents: [...documents], goals: [], placed: [], questions: [], problems: [] };
  const homes = new Map<string, { home: ProcedureDocument; wish: NewPartWish }>();
  for (const wish of wishes) {
    const home = homeOf(documents, wish, options);
    if ('code' in home) placed.problems.push(home);
    else if (homes.has(itemKey({ procedure: home.id, item: wish.of })))
      placed.problems.push({
        code: 'two-for-one-place',
        item: wish.of,
        message: `Two new parts are to go into one place: the ${nameIn(home, wish.of)}. Choose one.`,
      });
    else homes.set(itemKey({ procedure: home.id, item: wish.of }), { home, wish });
  }
  for (const { home, wish } of homes.values()) placeOne(placed, home, wish, schools, catalogue);
  for (const set of readSets(documents, sets).sets) joinSet(placed, documents, set, new Set(homes.keys()));
  return placed;
}

const nameIn = (document: ProcedureDocument, of: string) => itemWords(indexItems(document), of);

/** One new part: its steps, its goal, and the question how it is fixed. */
function placeOne(
  placed: PlacedParts,
  home: ProcedureDocument,
  wish: NewPartWish,
  schools: Schools,
  catalogue: Catalogue | undefined,
): void {
  const of = itemKey({ procedure: home.id, item: wish.of });
  const name = nameIn(home, wish.of);
  const fixings = fixingsOf(home, wish.of, wish.speaker, undefined, catalogue);
  const problem = wish.frame ? null : fixingProblem(fixings, wish, name);
  if (problem) {
    placed.problems.push(problem);
    return;
  }
  const kind = home.parts.find(({ id }) => id === wish.of)!.kind === 'tweeter' ? 'tweeter' : 'speaker';
  const fitted = withNewSpeaker(
    placed.documents.find(({ id }) => id === home.id)!,
    {
      of: wish.of,
      speaker: wish.speaker ?? { name: null, kind },
      joint: wish.joint ?? schoolsFor(schools, home).joints,
      fixing: wish.fixing,
      crossover: wish.crossover,
      frame: wish.frame,
      catalogue,
    },
  );
  placed.documents = placed.documents.map((one) => (one.id === home.id ? fitted : one));
  placed.goals.push(`fit ${home.id}/${newPartId(wish.of)}`);
  const choices = (wish.frame ? [] : fixings.choices).map(({ way, reason }) => ({
    way,
    because: `${fixingReasonWords(reason)}.`,
  }));
  const lacks = lackWords(fixings.lacks);
  if (wish.fixing === null && !wish.frame) placed.questions.push({ of, choices, lacks });
  placed.placed.push({
    of,
    name: wish.speaker?.name ?? `new ${name}`,
    fixing: wish.fixing,
    because: choices.find(({ way }) => way === wish.fixing)?.because ?? null,
    choices,
    lacks,
  });
}

/** Kinds of part that only play as a set. */
const IN_A_SET = new Set(['speaker', 'tweeter', 'crossover']);

/** A component set over zones is one goal: each of its places gets its part, and the crossover's lead goes to the speakers of other zones. */
function joinSet(
  placed: PlacedParts,
  documents: readonly ProcedureDocument[],
  { id, members: keys }: TestSet,
  wished: ReadonlySet<string>,
): void {
  const members = keys.flatMap((key) => {
    const { procedure, item } = readItemKey(key)!;
    const home = documents.find(({ id }) => id === procedure)!;
    const part = home.parts.find(({ id, kind }) => id === item && IN_A_SET.has(kind));
    return part ? [{ home, part, key }] : [];
  });
  const own = members.filter(({ key }) => wished.has(key));
  const [missing] = members.filter(({ key }) => !wished.has(key));
  // One of several may be replaced alone; of a set that is bought together none may be forgotten.
  if (own.length > 1 && missing) {
    placed.problems.push({
      code: 'set-incomplete',
      item: missing.key,
      message: `The set lacks a new part for the ${nameIn(missing.home, missing.part.id)}, ${doorWords(missing.home)}: say what goes in there, or take it out of the set.`,
    });
    return;
  }
  const crossover = own.find(({ part }) => part.kind === 'crossover');
  for (const { home, part } of own)
    if (crossover && home.id !== crossover.home.id) {
      const lead = crossoverLead(crossover.part.id, home, part.id);
      placed.documents = placed.documents.map((one) =>
        one.id === crossover.home.id ? { ...one, work: [...(one.work ?? []), lead] } : one,
      );
    }
  if (own.length > 1) asOneGoal(placed, id, own);
}

/** The kits of a set's places are one goal. */
function asOneGoal(
  placed: PlacedParts,
  set: string,
  own: readonly { home: ProcedureDocument; part: { id: string } }[],
): void {
  const goals = new Set(own.map(({ home, part }) => `fit ${home.id}/${newPartId(part.id)}`));
  placed.goals = [...placed.goals.filter((goal) => !goals.has(goal)), `fit ${set}`];
  placed.documents = placed.documents.map((document) => {
    const kits = new Set(own.filter(({ home }) => home.id === document.id).map(({ part }) => newPartId(part.id)));
    return kits.size === 0
      ? document
      : { ...document, work: document.work?.map((one) => (kits.has(one.for ?? '') ? { ...one, set } : one)) };
  });
}

/** The lead from a crossover to a speaker in another zone, while both are open. Its time is that of a loom through a boot. */
const crossoverLead = (crossover: string, home: ProcedureDocument, part: string): Work => ({
  id: `${newPartId(crossover)}-lead-${home.id.replace(/[^a-z0-9]+/gi, '-')}-${part}`,
  kind: 'route-cable',
  name: `lead to the ${nameIn(home, part)}, ${doorWords(home)}`,
  needs: [`${crossover}:off`, `${home.id}/${part}:off`],
  phase: 'fit',
  for: newPartId(crossover),
  note: 'Through the boot along the factory loom, tape where the boot sits; a drip loop before the door, clear of the glass.',
  material: ['speaker cable'],
});

function homeOf(
  documents: readonly ProcedureDocument[],
  { procedure, of }: NewPartWish,
  options: OptionValues,
): ProcedureDocument | NewPartProblem {
  const homes = documents.filter(({ id, parts }) => (procedure ?? id) === id && parts.some((part) => part.id === of));
  const problem = (code: NewPartProblem['code'], message: string): NewPartProblem => ({ code, message, item: of });
  if (homes.length === 0)
    return problem(
      'no-place',
      `There is no part “${procedure ? `${procedure}/` : ''}${of}” to put a new one in place of.`,
    );
  if (homes.length > 1)
    return problem(
      'place-ambiguous',
      `“${of}” is in ${homes.map(({ id }) => id).join(' and ')}: say which, as procedure/${of}.`,
    );
  const [document] = homes;
  return presenceOf(document, options).of.get(of) === 'absent'
    ? problem('not-on-vehicle', `This vehicle has no ${nameIn(document, of)}: nothing new can go in its place.`)
    : document;
}

/** Why nothing fits, or not as it was asked; the ways that do are named. */
function fixingProblem(
  { choices, refused }: Fixings,
  { of, fixing }: NewPartWish,
  name: string,
): NewPartProblem | null {
  if (choices.length === 0)
    return {
      code: 'does-not-fit',
      item: of,
      message: `In the place of the ${name}: ${fixingRefusalWords(refused.get('holes')!)}.`,
    };
  const refusal = fixing && refused.get(fixing);
  if (!refusal) return null;
  const others = choices.map(({ way }) => FIXING_WORDS[way].told);
  return {
    code: 'fixing-refused',
    item: of,
    message: `The new part for the ${name} cannot be fixed ${FIXING_WORDS[fixing].told}. ${fixingRefusalWords(refusal)}. It can go ${others.join(', or ')}.`,
  };
}
