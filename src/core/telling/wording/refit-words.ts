import { comesBackOnNut, fastenerKindOf, findMotion, listed, withArticle } from '../../trade';
import { countOf, heldParts, type Fastener, type Part } from '../../document';
import { linkStep } from './link-words';
import { fullNameBack, nameBack, takenOver } from './new-part-name';
import { regionsWords } from './refit';
import { regionsOf } from './removal-words';
import { screwWords, sizeWords } from './screw-words';
import { butylWords } from './ways';
import {
  countedPieces,
  fastenersOf,
  kindOf,
  linksOf,
  nounOf,
  notesIn,
  partOf,
  placeWords,
  plateOf,
  stateWords,
  type Draft,
  type Site,
} from './step-site';

const nameOf = ({ graph, step }: Site, item: string) => nameBack(graph, { procedure: step.procedure!, item });

/** A part is brought back, and what ties it is joined while it is held. */
export function offer(site: Site): Draft {
  const part = partOf(site)!;
  const joins = linksOf(site);
  const joined = joins.length
    ? linkStep({ ...site, pieces: site.pieces.filter(({ type }) => type === 'join') }, 'in')
    : null;
  const told = joined && `${joined.verb.toLowerCase()} ${joined.thing}`;
  return {
    verb: 'Offer up',
    thing: withArticle(fullNameBack(site.graph, { procedure: site.step.procedure!, item: part.id })),
    lines: ['hold it near; cables and plugs through their holes', ...(told ? [told] : []), ...(joined?.lines ?? [])],
    notes: notesIn(site),
    done: joins.length ? 'It is held and joined' : 'It is in place',
  };
}

/** Only what was peeled back is sealed again. */
function sealAgain(site: Site, part: Part, regions: string[]): Draft {
  const pieces = fastenersOf(site);
  return {
    verb: 'Seal',
    thing: `the ${regionsWords(regions)} of ${withArticle(nameOf(site, part.id))}`,
    lines: [butylWords(site.schools), ...(pieces.length ? [`${countedPieces(site, pieces)} home`] : [])],
    notes: notesIn(site),
    done: 'It is sealed',
  };
}

/** Hooks first, then the motions the other way round, then the pieces pressed home. */
export function seat(site: Site): Draft {
  const part = partOf(site)!;
  const regions = regionsOf(site.step.actions);
  if (regions.length && !site.pieces.some(({ type }) => type === 'seat')) return sealAgain(site, part, regions);
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
    thing: withArticle(nameOf(site, part.id)),
    lines: [
      ...(order.length ? [order.join(', then ')] : []),
      ...(part.kind === 'shield' ? [butylWords(site.schools)] : []),
      ...(clicks ? ['if one does not click, check and try again; do not hit harder'] : []),
    ],
    notes: notesIn(site),
    done: 'It is home',
  };
}

export function screws(site: Site): Draft {
  const fasteners = fastenersOf(site);
  const count = fasteners.reduce((sum, one) => sum + countOf(one), 0);
  const plates = [...new Set(fasteners.map(plateOf))];
  const nouns = [...new Set(fasteners.map((one) => kindOf(site, one).plural))];
  const onNuts = fasteners.every((one) => comesBackOnNut(one.refit?.as ?? '') && kindOf(site, one).destructive);
  const noun = onNuts
    ? count === 1
      ? 'screw'
      : 'screws'
    : count === 1
      ? kindOf(site, fasteners[0]).name
      : nouns.length === 1
        ? nouns[0]
        : 'fasteners';
  const isStart = site.step.kind === 'start';
  const of = site.step.part ? ` of ${heldNow(site, site.step.part, fasteners)}` : '';
  return {
    verb: isStart ? 'Start' : 'Tighten',
    plate: plates.length === 1 ? plates[0] : null,
    count,
    thing: `${noun}${of}${isStart ? ' by hand' : ''}`,
    where: fasteners.length === 1 ? placeWords(site, fasteners[0].id) : '',
    lines: [
      ...(fasteners.length > 1 ? fasteners.map((one) => screwWords(site, one)) : []),
      ...(fasteners.length === 1 && isStart ? sizeWords(fasteners[0]) : []),
      ...(isStart ? othersOf(site, fasteners) : []),
      ...(isStart && count > 1 ? ['all of them by hand before the first is tightened'] : []),
    ],
    notes: isStart ? notesIn(site) : site.pieces.flatMap(({ item }) => limitWords(site, item)),
    done: stateWords(count, isStart ? 'started' : 'tight'),
  };
}

/** Screws of the same drive that would go in here and are not these: "not the 35 mm ones of the pull cup". */
function othersOf(site: Site, own: Fastener[]): string[] {
  const [first] = own;
  const { catalogue, presence } = site.graph;
  const drive = plateOf(first);
  const here = presence.get(site.step.procedure!)!.of;
  const differs = (a: unknown, b: unknown) => a !== undefined && b !== undefined && a !== b;
  const others = [...site.index.fasteners.values()].filter(
    (one) =>
      drive !== null &&
      plateOf(one) === drive &&
      !own.includes(one) &&
      here.get(one.id) !== 'absent' &&
      fastenerKindOf(catalogue, one).threaded &&
      (differs(one.length, first.length) || differs(one.thread, first.thread)),
  );
  return others.slice(0, MOST_OTHERS).map((one) => {
    const size = differs(one.length, first.length) ? `${one.length} mm` : one.thread!;
    return `not the ${size} ${countOf(one) === 1 ? 'one' : 'ones'} of ${listed(heldParts(one).map((part) => withArticle(nameOf(site, part))))}`;
  });
}

/** More look-alikes than this are no warning any more. */
const MOST_OTHERS = 2;

/** What the screws of a part hold now: the ring under it, where one is, else what is in its place. */
function heldNow(site: Site, part: string, fasteners: Fastener[]): string {
  const over = takenOver(site.graph, { procedure: site.step.procedure!, item: part });
  const name = withArticle(nameOf(site, part));
  return over && fasteners.every(({ id }) => over.ringHeldBy.includes(id)) ? `the ring for ${name}` : name;
}

const limitWords = (site: Site, item: string): string[] => {
  const limit = site.index.fasteners.get(item)?.refit?.limit;
  if (!limit) return [];
  return [limit === 'plastic' ? 'Into plastic: a little beyond hand-tight is enough.' : `Limit: ${limit}.`];
};

export function fit(site: Site): Draft {
  const [fastener] = fastenersOf(site);
  const count = countOf(fastener);
  const held = listed(heldParts(fastener).map((part) => withArticle(nameOf(site, part))));
  if (kindOf(site, fastener).destructive && comesBackOnNut(fastener.refit?.as ?? ''))
    return {
      verb: 'Set',
      count,
      thing: `${count === 1 ? 'nut' : 'nuts'} for the ${count === 1 ? 'screw' : 'screws'} of ${held}`,
      where: placeWords(site, fastener.id),
      notes: notesIn(site),
      done: stateWords(count, 'set'),
    };
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
