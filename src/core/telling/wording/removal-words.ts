import { findMotion, listed, withArticle } from '../../trade';
import { readStepKey } from '../../planning';
import { countOf, heldParts, type Fastener, type Part, usualWay } from '../../document';
import {
  countedPieces,
  fastenersOf,
  kindOf,
  nameOf,
  nounOf,
  notesOut,
  partOf,
  placeWords,
  plateOf,
  stateWords,
  type Draft,
  type Site,
} from './step-site';
import { regionsWords } from './refit';
import { screwWords, sizeWords } from './screw-words';
import { freeingVerb } from './step-verbs';
import { pryStartWords, pryToolWords } from './ways';

/** A part comes free by its motions, with all that lets go of it, and off where nothing ties it. */
export function pull(site: Site): Draft {
  const part = partOf(site)!;
  const did = (type: string) => site.pieces.some((piece) => piece.type === type);
  const name = withArticle(nameOf(site, part.id));
  const regions = regionsOf(site.step.actions);
  if (regions.length && !did('free')) return peel(site, part, regions);
  if (!did('free')) return { verb: 'Lift away', thing: name, lines: carried(site, part.id), done: 'It is off' };
  const motions = (part.motions ?? []).map((code) => findMotion(site.graph.catalogue, code)?.words ?? code);
  const fasteners = fastenersOf(site);
  const tied = did('takeOff') ? [] : tethersOf(site, part);
  const usual = usualWay(site.graph.catalogue, part);
  const lines = [
    ...(motions.length ? [motions.join(', then ')] : []),
    ...(usual === null ? [] : [`usually: ${usual}; not recorded`]),
    ...(fasteners.length ? [`${countedPieces(site, fasteners)} let${isOne(fasteners) ? 's' : ''} go`] : []),
    ...fasteners.flatMap(({ release }) => release ?? []),
    ...(tied.length ? [`still tied by: ${tied.join(', ')}`] : []),
    ...(did('takeOff') ? carried(site, part.id) : []),
  ];
  const isPried = (part.motions ?? []).some((code) => findMotion(site.graph.catalogue, code)?.pries);
  const pryTool = pryToolWords(site.schools, part.tool);
  const [verb, after] = usual === null ? freeingVerb(part.motions ?? [], did('takeOff')) : unknownVerb(did('takeOff'));
  return {
    verb,
    thing: [name, after].filter(Boolean).join(' '),
    where: part.startAt ? `Start at the ${part.startAt}` : isPried ? pryStartWords(site.schools) : '',
    lines: [...lines, ...(pryTool && isPried ? [pryTool] : [])],
    notes: notesOut(site),
    done: did('takeOff') ? 'It is off' : 'It is free',
  };
}

/** What is done to a part of which nobody recorded how it comes. */
const unknownVerb = (isOff: boolean): [string, string] => (isOff ? ['Take off', ''] : ['Work', 'free']);

/** The areas that some steps are about. */
export const regionsOf = (keys: string[]): string[] => keys.flatMap((key) => readStepKey(key)?.region ?? []);

/** Only areas of a part are peeled back; the rest stays. */
function peel(site: Site, part: Part, regions: string[]): Draft {
  const fasteners = fastenersOf(site);
  return {
    verb: 'Peel back',
    thing: `the ${regionsWords(regions)} of ${withArticle(nameOf(site, part.id))}`,
    where: part.startAt ? `Start at the ${part.startAt}` : '',
    lines: [
      'only so far; the rest stays where it is',
      ...(fasteners.length ? [`${countedPieces(site, fasteners)} let${isOne(fasteners) ? 's' : ''} go`] : []),
    ],
    notes: notesOut(site),
    done: 'It is peeled back',
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

/** What stays in a part that is taken away. */
export function carried(site: Site, by: string): string[] {
  const riders = [...site.index.parts.values()].filter((part) => part.on === by);
  const names = riders.map(({ id }) => nameOf(site, id));
  return names.length ? [`${withArticle(listed(names))} stay${names.length > 1 ? '' : 's'} in it`] : [];
}

/** Pieces that let go by pulling, though the part itself stays or several share them. */
export function letGo(site: Site): Draft {
  const [fastener] = fastenersOf(site);
  const kind = kindOf(site, fastener);
  const held = listed(heldParts(fastener).map((part) => withArticle(nameOf(site, part))));
  return {
    verb: kind.verb,
    count: countOf(fastener),
    thing: `${nameOf(site, fastener.id)} of ${held}`,
    where: placeWords(site, fastener.id),
    lines: fastener.release ? [fastener.release] : [],
    notes: notesOut(site),
    done: stateWords(countOf(fastener), 'out'),
  };
}

/** Turned or worked fasteners of one kind and size. */
export function turn(site: Site): Draft {
  const fasteners = fastenersOf(site);
  const [fastener] = fasteners;
  const kind = kindOf(site, fastener);
  const held = listed(heldParts(fastener).map((part) => withArticle(nameOf(site, part))));
  const count = fasteners.reduce((sum, one) => sum + countOf(one), 0);
  return {
    verb: kind.verb,
    plate: plateOf(fastener),
    count,
    thing: fasteners.length === 1 ? nounOf(site, fastener) : kind.plural,
    where: fasteners.length === 1 ? placeWords(site, fastener.id) : '',
    holds: held,
    lines: [
      ...(fasteners.length > 1 ? fasteners.map((one) => screwWords(site, one)) : []),
      ...(fasteners.length === 1 ? sizeWords(fastener) : []),
      // "Give two turns to": what the verb says is not said again.
      ...(fastener.release && !kind.verb.toLowerCase().includes(fastener.release.toLowerCase())
        ? [fastener.release]
        : []),
    ],
    notes: notesOut(site),
    done: stateWords(count, kind.stays ? 'eased' : 'out'),
  };
}
