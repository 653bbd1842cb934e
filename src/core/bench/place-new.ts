import {
  DEFAULT_SCHOOLS,
  indexItems,
  itemWords,
  type OptionValues,
  presenceOf,
  type ProcedureDocument,
  schoolsFor,
  type Schools,
} from '../document';
import type { Catalogue } from '../trade';
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
  code: 'no-place' | 'place-ambiguous' | 'not-on-vehicle' | 'two-for-one-place' | 'does-not-fit' | 'fixing-refused';
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

/** Puts new parts into documents: each place becomes a goal. Where nobody said how one is fixed, nothing is drilled or put on for it, and the ways are asked. */
export function placeNewParts(
  documents: readonly ProcedureDocument[],
  wishes: readonly NewPartWish[],
  {
    options = {},
    schools = DEFAULT_SCHOOLS,
    catalogue,
  }: { options?: OptionValues; schools?: Schools; catalogue?: Catalogue } = {},
): PlacedParts {
  const placed: PlacedParts = { documents: [...documents], goals: [], placed: [], questions: [], problems: [] };
  const taken = new Set<string>();
  for (const wish of wishes) {
    const home = homeOf(documents, wish, options);
    if ('code' in home) {
      placed.problems.push(home);
      continue;
    }
    const { document, name } = home;
    const of = `${document.id}/${wish.of}`;
    if (taken.has(of)) {
      placed.problems.push({
        code: 'two-for-one-place',
        item: wish.of,
        message: `Two new parts are to go into one place: the ${name}. Choose one.`,
      });
      continue;
    }
    taken.add(of);
    const fixings = fixingsOf(document, wish.of, wish.speaker, undefined, catalogue);
    const problem = wish.frame ? null : fixingProblem(fixings, wish, name);
    if (problem) {
      placed.problems.push(problem);
      continue;
    }
    const kind = document.parts.find(({ id }) => id === wish.of)!.kind === 'tweeter' ? 'tweeter' : 'speaker';
    const fitted = withNewSpeaker(
      placed.documents.find(({ id }) => id === document.id)!,
      {
        of: wish.of,
        speaker: wish.speaker ?? { name: null, kind },
        joint: wish.joint ?? schoolsFor(schools, document).joints,
        fixing: wish.fixing,
        crossover: wish.crossover,
        frame: wish.frame,
        catalogue,
      },
    );
    placed.documents = placed.documents.map((one) => (one.id === document.id ? fitted : one));
    placed.goals.push(`fit ${document.id}/${newPartId(wish.of)}`);
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
  return placed;
}

function homeOf(
  documents: readonly ProcedureDocument[],
  { procedure, of }: NewPartWish,
  options: OptionValues,
): { document: ProcedureDocument; name: string } | NewPartProblem {
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
  const name = itemWords(indexItems(document), of);
  return presenceOf(document, options).of.get(of) === 'absent'
    ? problem('not-on-vehicle', `This vehicle has no ${name}: nothing new can go in its place.`)
    : { document, name };
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
