import { fastenerKindOf, findMotion, linkKindOrGuess, parseDrive } from '../hardware';
import {
  countOf,
  heldParts,
  itemKey,
  itemWords,
  ownCovers,
  type Fastener,
  type ItemIndex,
  type Link,
  type Part,
} from '../procedure';
import { findAction, readStepKey, type ActionGraph } from '../graph';
import type { HandStep } from '../steps';
import { capital, ended, listed, sentence } from '../text';
import { gateWords, vehicleWords } from './instructions';
import type { RefitStep } from './refit';
import { freeingVerb, pieceWords, tabWords } from './step-verbs';

/** What one step says: a title to shout across the bay, where it is, and the sentences under it. */
export interface StepWords {
  verb: string;
  /** Text of the size plate; null where there is no size. */
  plate: string | null;
  /** What it is done to, with its article where it is one thing. */
  thing: string;
  /** Pieces, where they are counted. */
  count: number | null;
  title: string;
  /** Where it hides or where to start. Empty where the title says it. */
  where: string;
  /** How, one sentence each. */
  lines: string[];
  /** What somebody noted about it for this direction. */
  notes: string[];
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
}

type Draft = Pick<StepWords, 'verb' | 'thing'> & Partial<StepWords>;

/** One item of a step with what is done to it. */
interface Piece {
  type: string;
  item: string;
}

/** What the sentences of one step are made from. */
interface Site extends WordingBasis {
  step: HandStep;
  index: ItemIndex;
  pieces: Piece[];
}

/** Puts a step into words. */
export function handStepWords(basis: WordingBasis, step: HandStep): StepWords {
  const [first] = step.actions;
  const index = step.procedure === null ? undefined : basis.graph.indexes.get(step.procedure);
  if (step.kind === 'gate' || !index) return complete(step, vehicleStep(basis, step, first));
  const pieces = step.actions.map((key) => readStepKey(key)!);
  return complete(step, draftOf({ ...basis, step, index, pieces }));
}

function vehicleStep({ graph, refit }: WordingBasis, step: HandStep, key: string): Draft {
  const gate = refit?.get(key);
  if (step.kind === 'gate' && gate) {
    const title = gateWords([...graph.documents.values()], gate);
    return { verb: title, thing: '', lines: gate.checks.map(({ text }) => text), notes: gate.notes, done: 'Passed' };
  }
  const action = findAction(graph, key) ?? refit?.get(key);
  return vehicleWords({ type: action?.type ?? 'gate', procedure: null, item: action?.item ?? key, tool: 'hand' });
}

function draftOf(site: Site): Draft {
  switch (site.step.kind) {
    case 'pull':
      return site.pieces.some(({ type }) => type === 'free' || type === 'takeOff') ? pull(site) : letGo(site);
    case 'turn':
      return turn(site);
    case 'unplug':
      return links(site, 'out');
    case 'offer':
      return offer(site);
    case 'seat':
      return seat(site);
    case 'start':
    case 'tighten':
      return screws(site);
    case 'fit':
      return fit(site);
    default:
      return links(site, 'in');
  }
}

const complete = (step: HandStep, draft: Draft): StepWords => {
  const { verb, thing, plate = null, count = null } = draft;
  const isOne = (plate !== null || count === 1) && !/^(the|its?) /.test(thing);
  const several = count !== null && count > 1 ? String(count) : isOne ? 'the' : '';
  return {
    verb,
    thing,
    plate,
    count,
    title: [verb, several, plate, thing].filter(Boolean).join(' '),
    where: draft.where ?? '',
    lines: draft.lines ?? [],
    notes: draft.notes ?? [],
    done: draft.done ?? 'Done',
  };
};

const the = (words: string) => (/^(the|its?) /.test(words) ? words : `the ${words}`);
const nameOf = ({ index, graph }: Site, item: string) => itemWords(index, item, graph.catalogue);
const partOf = (site: Site): Part | undefined => site.index.parts.get(site.step.part ?? '');
const fastenersOf = ({ pieces, index }: Site): Fastener[] =>
  pieces.flatMap(({ item }) => index.fasteners.get(item) ?? []);
const linksOf = ({ pieces, index }: Site): Link[] => pieces.flatMap(({ item }) => index.links.get(item) ?? []);
const kindOf = ({ graph }: Site, fastener: Fastener) => fastenerKindOf(graph.catalogue, fastener);

/** "9 push clips and 3 hooks". */
const countedPieces = (site: Site, fasteners: Fastener[]) =>
  listed(fasteners.map((one) => pieceWords(kindOf(site, one), one, nameOf(site, one.id))));

/** Notes of the way out, of everything a step touches. */
const notesOut = (site: Site): string[] => [
  ...new Set(
    site.pieces.flatMap(({ type, item }) => {
      if (type === 'takeOff') return [];
      const { parts, fasteners, links: tethers } = site.index;
      const one = parts.get(item) ?? fasteners.get(item) ?? tethers.get(item);
      return [one?.technique, one?.note].flatMap((text) => (text ? [capital(ended(text))] : []));
    }),
  ),
];

/** Notes of the way back: what was recorded for it, and what follows from the fastener. */
const notesIn = (site: Site): string[] => [
  ...new Set(
    site.step.actions.flatMap((key) => {
      const item = readStepKey(key)!.item;
      const { parts, fasteners, links: tethers } = site.index;
      const own = (parts.get(item) ?? fasteners.get(item) ?? tethers.get(item))?.refitNote;
      return [...(own ? [capital(ended(own))] : []), ...(site.refit?.get(key)?.notes ?? [])];
    }),
  ),
];

/** Where an item hides: "where the pull-cup cap was, 60 mm deep". */
function placeWords(site: Site, item: string): string {
  const covers = ownCovers(site.index, item, site.waysTaken[itemKey({ procedure: site.step.procedure!, item })]);
  const fastener = site.index.fasteners.get(item);
  const depth = [fastener?.recess ? `${fastener.recess} mm deep` : '', fastener?.angle ? `at ${fastener.angle}°` : ''];
  const behind = covers.length
    ? `where the ${listed(covers.map((one) => nameOf(site, one)))} ${covers.length > 1 ? 'were' : 'was'}`
    : '';
  return capital([behind, ...depth].filter(Boolean).join(', '));
}

/** A part comes free by its motions, with all that lets go of it, and off where nothing ties it. */
function pull(site: Site): Draft {
  const part = partOf(site)!;
  const did = (type: string) => site.pieces.some((piece) => piece.type === type);
  const name = the(nameOf(site, part.id));
  if (!did('free')) return { verb: 'Lift away', thing: name, lines: carried(site), done: 'It is off' };
  const motions = (part.motions ?? []).map((code) => findMotion(site.graph.catalogue, code)?.words ?? code);
  const fasteners = fastenersOf(site);
  const tied = did('takeOff') ? [] : tethersOf(site, part);
  const lines = [
    ...(motions.length ? [sentence(motions.join(', then '))] : []),
    ...(fasteners.length ? [`${capital(countedPieces(site, fasteners))} let${isOne(fasteners) ? 's' : ''} go.`] : []),
    ...fasteners.flatMap(({ release }) => (release ? [capital(ended(release))] : [])),
    ...(tied.length ? [`Still tied by: ${tied.join(', ')}.`] : []),
    ...(did('takeOff') ? carried(site) : []),
  ];
  const [verb, after] = freeingVerb(part.motions ?? [], did('takeOff'));
  return {
    verb,
    thing: [name, after].filter(Boolean).join(' '),
    where: part.startAt ? `Start at the ${part.startAt}` : '',
    lines,
    notes: notesOut(site),
    done: did('takeOff') ? 'It is off' : 'It is free',
  };
}

const isOne = (fasteners: Fastener[]) => fasteners.length === 1 && countOf(fasteners[0]) === 1;

const tethersOf = (site: Site, part: Part): string[] =>
  [...site.index.links.values()]
    .filter(({ id, joins }) => {
      const isHere = site.graph.presence.get(site.step.procedure!)!.of.get(id) !== 'absent';
      return (
        isHere &&
        joins.some((end) => isCarried(site, end, part.id)) &&
        !joins.every((end) => isCarried(site, end, part.id))
      );
    })
    .map(({ id }) => nameOf(site, id));

/** Whether an end of a link is this part, or goes with it. */
function isCarried({ index }: Site, end: string, part: string): boolean {
  const seen = new Set<string>();
  for (let at: string | undefined = end; at && !seen.has(at); at = index.parts.get(at)?.on) {
    if (at === part) return true;
    seen.add(at);
  }
  return false;
}

function carried(site: Site): string[] {
  const riders = [...site.index.parts.values()].filter((part) => part.on === site.step.part);
  const names = riders.map(({ id }) => nameOf(site, id));
  return names.length ? [`${capital(the(listed(names)))} stay${names.length > 1 ? '' : 's'} in it.`] : [];
}

/** Pieces that let go by pulling, though the part itself stays or several share them. */
function letGo(site: Site): Draft {
  const [fastener] = fastenersOf(site);
  const kind = kindOf(site, fastener);
  const held = listed(heldParts(fastener).map((part) => the(nameOf(site, part))));
  return {
    verb: kind.verb,
    count: countOf(fastener),
    thing: `${nameOf(site, fastener.id)} of ${held}`,
    where: placeWords(site, fastener.id),
    lines: fastener.release ? [capital(ended(fastener.release))] : [],
    notes: notesOut(site),
    done: stateWords(countOf(fastener), 'out'),
  };
}

const plateOf = ({ drive }: Fastener) => (drive ? (parseDrive(drive)?.plate ?? drive) : null);
const stateWords = (count: number, state: string) =>
  count === 1 ? `It is ${state}` : count === 2 ? `Both are ${state}` : `All ${count} are ${state}`;

/** A fastener's noun without its size, which stands on the plate. */
const nounOf = (site: Site, fastener: Fastener) => {
  const kind = kindOf(site, fastener);
  return fastener.name ? nameOf(site, fastener.id) : countOf(fastener) === 1 ? kind.name : kind.plural;
};

function turn(site: Site): Draft {
  const [fastener] = fastenersOf(site);
  const kind = kindOf(site, fastener);
  const held = listed(heldParts(fastener).map((part) => the(nameOf(site, part))));
  const length = fastener.length ? `${fastener.length} mm long` : '';
  const count = countOf(fastener);
  return {
    verb: kind.verb,
    plate: plateOf(fastener),
    count,
    thing: nounOf(site, fastener),
    where: placeWords(site, fastener.id),
    lines: [
      `${count === 1 ? 'It holds' : 'They hold'} ${held}.`,
      ...(length ? [sentence([length, fastener.thread].filter(Boolean).join(', '))] : []),
      ...(fastener.release ? [capital(ended(fastener.release))] : []),
    ],
    notes: notesOut(site),
    done: stateWords(count, 'out'),
  };
}

/** The tethers of one part, each with how it lets go or goes in; lifting the part away where that is in the step. */
function links(site: Site, way: 'out' | 'in'): Draft {
  const own = linksOf(site);
  const words = own.map((link) => {
    const kind = linkKindOrGuess(site.graph.catalogue, link.kind);
    return { link, kind, verb: way === 'out' ? kind.verb : kind.refitVerb, name: countedLink(site, link) };
  });
  const verbs = [...new Set(words.map(({ verb }) => verb))];
  const phrases = verbs.map((verb) => {
    const names = words.filter((one) => one.verb === verb).map(({ name }) => name);
    return { verb, names: listed(names) };
  });
  const [first, ...rest] = phrases;
  const off = site.pieces.some(({ type }) => type === 'takeOff');
  const part = partOf(site);
  const lines = words.flatMap(({ link, kind, name }) => {
    const how = way === 'out' ? tabWords(link, kind) : link.keyed ? 'fits one way' : '';
    const mark = way === 'out' && link.mark ? `mark: ${link.mark}` : '';
    const told = [how, mark].filter(Boolean).join('; ');
    return told ? [`${capital(own.length > 1 ? `${name}: ${told}` : told)}.`] : [];
  });
  const [owner] = own.map(({ joins }) => joins.find((end) => end !== 'body'));
  const isNamed = own.every(({ name }) => name);
  const srs = own.some(({ safety }) => safety === 'srs');
  return {
    verb: first.verb,
    plate: srs ? 'SRS' : null,
    thing: [
      `${srs ? first.names.replace(/^the /, '') : first.names}${isNamed || !owner ? '' : ` of ${the(nameOf(site, owner))}`}`,
      ...rest.map(({ verb, names }) => `${verb.toLowerCase()} ${names}`),
    ].join(', '),
    where: way === 'out' && own.length ? placeWords(site, own[0].id) : '',
    lines: [
      ...lines,
      ...(off && part
        ? [`Then lift ${the(nameOf(site, part.id))} away and put it aside, face up.`, ...carried(site)]
        : []),
    ],
    notes: way === 'out' ? notesOut(site) : notesIn(site),
    done: off ? 'It is off' : way === 'out' ? stateWords(own.length, 'undone') : stateWords(own.length, 'joined'),
  };
}

function countedLink(site: Site, link: Link): string {
  const name = nameOf(site, link.id);
  return countOf(link) > 1 ? `${countOf(link)} ${name}` : the(name);
}

function offer(site: Site): Draft {
  const part = partOf(site)!;
  const joins = linksOf(site);
  const joined = joins.length
    ? links({ ...site, pieces: site.pieces.filter(({ type }) => type === 'join') }, 'in')
    : null;
  const told = joined && `${joined.verb.toLowerCase()} ${joined.thing}`;
  return {
    verb: 'Offer up',
    thing: the(nameOf(site, part.id)),
    lines: [
      'Hold it near; cables and plugs through their holes.',
      ...(told ? [sentence(told)] : []),
      ...(joined?.lines ?? []),
    ],
    notes: notesIn(site),
    done: joins.length ? 'It is held and joined' : 'It is in place',
  };
}

/** Hooks first, then the motions the other way round, then the pieces pressed home. */
function seat(site: Site): Draft {
  const part = partOf(site)!;
  const fasteners = fastenersOf(site);
  const isHook = (one: Fastener) => one.kind === 'hook';
  const motions = (part.motions ?? [])
    .map((code) => findMotion(site.graph.catalogue, code)?.refitWords ?? code)
    .reverse();
  const hooks = fasteners.filter(isHook);
  const pressed = fasteners.filter((one) => !isHook(one));
  const clicks = pressed.some((one) => !kindOf(site, one).integral);
  const order = [
    ...(hooks.length ? [`${countedPieces(site, hooks)} in first`] : []),
    ...motions,
    ...(pressed.length ? [`${countedPieces(site, pressed)} home`] : []),
  ];
  return {
    verb: 'Seat',
    thing: the(nameOf(site, part.id)),
    lines: [
      ...(order.length ? [sentence(order.join(', then '))] : []),
      ...(clicks ? ['If one does not click, check and try again; do not hit harder.'] : []),
    ],
    notes: notesIn(site),
    done: 'It is home',
  };
}

function screws(site: Site): Draft {
  const fasteners = fastenersOf(site);
  const count = fasteners.reduce((sum, one) => sum + countOf(one), 0);
  const plates = [...new Set(fasteners.map(plateOf))];
  const nouns = [...new Set(fasteners.map((one) => kindOf(site, one).plural))];
  const noun = count === 1 ? kindOf(site, fasteners[0]).name : nouns.length === 1 ? nouns[0] : 'fasteners';
  const isStart = site.step.kind === 'start';
  const of = site.step.part ? ` of ${the(nameOf(site, site.step.part))}` : '';
  return {
    verb: isStart ? 'Start' : 'Tighten',
    plate: plates.length === 1 ? plates[0] : null,
    count,
    thing: `${noun}${of}${isStart ? ' by hand' : ''}`,
    where: fasteners.length === 1 ? placeWords(site, fasteners[0].id) : '',
    lines: [
      ...(fasteners.length > 1 ? fasteners.map((one) => sentence(screwWords(site, one))) : []),
      ...(isStart && count > 1 ? ['All of them by hand before the first is tightened.'] : []),
    ],
    notes: isStart ? notesIn(site) : site.pieces.flatMap(({ item }) => limitWords(site, item)),
    done: stateWords(count, isStart ? 'started' : 'tight'),
  };
}

/** "2 T20 where the pull-cup cap was": which screw goes where. */
const screwWords = (site: Site, one: Fastener) =>
  [
    countOf(one),
    plateOf(one) ?? nounOf(site, one),
    one.length ? `× ${one.length} mm` : '',
    lower(placeWords(site, one.id)),
  ]
    .filter(Boolean)
    .join(' ');
const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

const limitWords = (site: Site, item: string): string[] => {
  const limit = site.index.fasteners.get(item)?.refit?.limit;
  if (!limit) return [];
  return [limit === 'plastic' ? 'Into plastic: a little beyond hand-tight is enough.' : `Limit: ${limit}.`];
};

function fit(site: Site): Draft {
  const [fastener] = fastenersOf(site);
  const count = countOf(fastener);
  const held = listed(heldParts(fastener).map((part) => the(nameOf(site, part))));
  return {
    verb: kindOf(site, fastener).refitVerb,
    plate: plateOf(fastener),
    count,
    thing: `${nounOf(site, fastener)} of ${held}`,
    where: placeWords(site, fastener.id),
    notes: notesIn(site),
    done: stateWords(count, 'home'),
  };
}

/**
 * The words of a whole list, told apart: where two titles would be the same, what differs is added (where it is, else its length and thread). Sides are named
 * whenever the list touches more than one.
 */
export function wordSteps(basis: WordingBasis, steps: HandStep[]): StepWords[] {
  const words = steps.map((step) => handStepWords(basis, step));
  const sideOf = ({ procedure }: HandStep) => (procedure ? basis.graph.documents.get(procedure)?.side : undefined);
  const sides = new Set(steps.map(sideOf).filter((side) => side === 'left' || side === 'right'));
  const sided = words.map((one, at) => {
    const side = sides.size > 1 ? sideOf(steps[at]) : undefined;
    return side && side !== 'centre' ? { ...one, title: `${one.title}, ${side}` } : one;
  });
  return sided.map((one, at) => {
    const same = sided.filter((other, n) => n !== at && other.title === one.title);
    if (same.length === 0) return one;
    const apart = [lower(one.where), ...one.lines.map((line) => lower(line.replace(/\.$/, '')))].find(
      (text) =>
        text &&
        !same.some((other) =>
          [lower(other.where), ...other.lines.map((line) => lower(line.replace(/\.$/, '')))].includes(text),
        ),
    );
    return apart ? { ...one, title: `${one.title}, ${apart}` } : one;
  });
}
