import {
  fastenerKindOf,
  findPartKind,
  parseDrive,
  capital,
  ended,
  HARD_FROM,
  listed,
  type Sentence,
  withArticle,
} from '../../trade';
import {
  countOf,
  findItem,
  heldParts,
  itemKey,
  itemWords,
  ownCovers,
  parseReference,
  placeOf,
  type Fastener,
  type Item,
  type ItemIndex,
  type Link,
  type Part,
  type Point,
  type Schools,
} from '../../document';
import { carriersOf, readStepKey, stayingPlace, type ActionGraph, type HandStep } from '../../planning';
import type { RefitStep } from './refit';
import { pieceWords } from './step-verbs';

/** What one step says: a title to shout across the bay, where it is, and the sentences under it. */
export interface StepWords {
  verb: string;
  /** Text of the size plate; null where there is no size. */
  plate: string | null;
  /** What it is done to, with its article where it is one thing. */
  thing: string;
  /** Pieces, where they are counted. */
  count: number | null;
  title: Sentence;
  /** Where it hides or where to start, without a full stop. Empty where the title says it. */
  where: Sentence;
  /** How, one sentence each. */
  lines: Sentence[];
  /** Those of the lines that the title does not say already. */
  beside: Sentence[];
  /** What somebody noted about it for this direction. */
  notes: Sentence[];
  /** The words on the bar that says it is done. */
  done: string;
}

/** What the words are drawn from. */
export interface WordingBasis {
  graph: ActionGraph;
  /** By which way items with several were reached. */
  waysTaken: Readonly<Record<string, number>>;
  /** The actions of the way back by key, with the words of their notes and checks; empty on the way out. */
  refit?: ReadonlyMap<string, RefitStep>;
  /** The ways of working that are followed; absent: those of a new shop. */
  schools?: Schools;
  /** The wait after battery-off and where it is from. */
  wait?: WaitSource | null;
}

/** A wait after battery-off: how long, by what source, and whether it is only the shop's usual one. */
export interface WaitSource {
  seconds: number;
  source: string;
  isFallback: boolean;
}

/** What a step's own sentences say, before they are finished; the rest follows from it. */
export interface Draft {
  verb: string;
  thing: string;
  plate?: string | null;
  count?: number | null;
  where?: string;
  /** What its pieces hold, with articles. */
  holds?: string;
  /** How: a clause or a whole sentence each, without the last full stop. */
  lines?: string[];
  notes?: string[];
  done?: string;
}

/** One item of a step with what is done to it. */
export interface Piece {
  type: string;
  item: string;
}

/** What the sentences of one step are made from. */
export interface Site extends WordingBasis {
  step: HandStep;
  index: ItemIndex;
  pieces: Piece[];
}

export const nameOf = ({ index, graph }: Site, item: string) => itemWords(index, item, graph.catalogue);
export const partOf = (site: Site): Part | undefined => site.index.parts.get(site.step.part ?? '');
export const fastenersOf = ({ pieces, index }: Site): Fastener[] =>
  pieces.flatMap(({ item }) => index.fasteners.get(item) ?? []);
export const linksOf = ({ pieces, index }: Site): Link[] => pieces.flatMap(({ item }) => index.links.get(item) ?? []);
export const kindOf = ({ graph }: Site, fastener: Fastener) => fastenerKindOf(graph.catalogue, fastener);

/** "9 push clips and 3 hooks". */
export const countedPieces = (site: Site, fasteners: Fastener[]) =>
  listed(fasteners.map((one) => pieceWords(kindOf(site, one), one, nameOf(site, one.id))));

/** Notes of the way out, of everything a step touches. */
export const notesOut = (site: Site): string[] => [
  ...new Set(
    site.pieces.flatMap(({ type, item }) => {
      if (type === 'takeOff') return [];
      const one = findItem(site.index, item);
      const own = [one?.technique, one?.note, one && hardWords(one)];
      return [
        ...own.flatMap((text) => (text ? [capital(ended(text))] : [])),
        ...ruleWords(site, item),
        ...dropWords(site, item),
      ];
    }),
  ),
];

/** Why an item is hard to do, as recorded; that it is, where nobody said why. */
function hardWords({ difficulty = 0, difficultyWhy }: Item): string | undefined {
  return difficultyWhy ?? (difficulty >= HARD_FROM ? 'recorded as hard: take time over it' : undefined);
}

/** Why something else goes before an item, as recorded with that rule. */
function ruleWords({ graph, step }: Site, item: string): string[] {
  const { before = [] } = graph.documents.get(step.procedure!)!;
  const presence = graph.presence.get(step.procedure!)!.of;
  return before
    .filter(({ first, then }) => parseReference(then)?.item === item && presence.get(itemOf(first)) !== 'absent')
    .flatMap(({ why }) => (why ? [capital(ended(why))] : []));
}

const itemOf = (reference: string): string => parseReference(reference)?.item ?? reference;

/** Which opening a loose piece is fetched through should it fall, where its place lies open to the cavity. */
function dropWords({ index, graph, step, waysTaken }: Site, item: string): string[] {
  const { access = [] } = graph.documents.get(step.procedure!)!;
  const fastener = index.fasteners.get(item);
  if (!access.length || !fastener || stayingPlace(graph.catalogue, fastener)) return [];
  const covers = ownCovers(index, item, waysTaken[itemKey({ procedure: step.procedure!, item })]);
  const isOpen = covers.some((id) => findPartKind(graph.catalogue, index.parts.get(id)?.kind ?? '')?.closesCavity);
  if (!isOpen) return [];
  const from = placeOf(index, item);
  const far = ([x, y]: Point) => (from ? Math.hypot(x - from[0], y - from[1]) : 0);
  const [{ name, use }] = [...access].sort((a, b) => far(a.at) - far(b.at));
  return [`If one falls inside: by the ${name}${use ? ` (${use})` : ''}.`];
}

/** Notes of the way back: what was recorded for it, and what follows from the fastener. */
export const notesIn = (site: Site): string[] => [
  ...new Set(
    site.step.actions.flatMap((key) => {
      const item = readStepKey(key)!.item;
      const own = findItem(site.index, item)?.refitNote;
      return [...(own ? [capital(ended(own))] : []), ...(site.refit?.get(key)?.notes ?? [])];
    }),
  ),
];

/** Where an item hides: "where the pull-cup cap was, 60 mm deep". */
export function placeWords(site: Site, item: string): string {
  const covers = ownCovers(site.index, item, site.waysTaken[itemKey({ procedure: site.step.procedure!, item })]);
  const fastener = site.index.fasteners.get(item);
  const depth = [fastener?.recess ? `${fastener.recess} mm deep` : '', fastener?.angle ? `at ${fastener.angle}°` : ''];
  // What is on the back of a part that came off is there now, wherever that lies.
  const carriers = new Set(
    (fastener ? heldParts(fastener) : [item]).flatMap((part) => carriersOf(site.index, part).slice(1)),
  );
  const gone = covers.filter((one) => !carriers.has(one));
  const on = covers.filter((one) => carriers.has(one));
  const behind = gone.length
    ? `where the ${listed(gone.map((one) => nameOf(site, one)))} ${gone.length > 1 ? 'were' : 'was'}`
    : '';
  const back = on.length ? `on the back of ${listed(on.map((one) => withArticle(nameOf(site, one))))}` : '';
  return capital([behind, back, ...depth].filter(Boolean).join(', '));
}

export const plateOf = ({ drive }: Fastener) => (drive ? (parseDrive(drive)?.plate ?? drive) : null);
export const stateWords = (count: number, state: string) =>
  count === 1 ? `It is ${state}` : count === 2 ? `Both are ${state}` : `All ${count} are ${state}`;

/** A fastener's noun without its size, which stands on the plate. */
export const nounOf = (site: Site, fastener: Fastener) => {
  const kind = kindOf(site, fastener);
  return fastener.name ? nameOf(site, fastener.id) : countOf(fastener) === 1 ? kind.name : kind.plural;
};
