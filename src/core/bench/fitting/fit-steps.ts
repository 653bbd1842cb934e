import { BASE_CATALOGUE, type Catalogue, linkKindOrGuess } from '../../trade';
import {
  centreOf,
  heldParts,
  indexItems,
  itemWords,
  type Link,
  type Point,
  type ProcedureDocument,
  type Work,
} from '../../document';
import { isFitStep, newPartId } from './fit-step-ids';
import { fixingsOf, heldByOf } from './fixing';
import { JOINTS } from './joints';
import { GASKET_SECONDS, madeReady, ownScrews } from './make-ready';
import { crossover, wired } from './make-wires';
import { isBox, type Making, type NewSpeaker } from './making';

/** A document as it was recorded, without steps that were made for a new part. */
export function withoutFitSteps(document: ProcedureDocument): ProcedureDocument {
  if (!document.work?.some(isFitStep)) return document;
  const { work, ...rest } = document;
  const made = new Set(work.filter(isFitStep).map(({ id }) => id));
  const recorded = work.filter(({ id }) => !made.has(id));
  return {
    ...rest,
    ...(recorded.length ? { work: recorded } : {}),
    ...(rest.recordedOrder ? { recordedOrder: rest.recordedOrder.filter((id) => !made.has(id)) } : {}),
  };
}

/**
 * A document with the steps that put a new speaker in the place of a part, made of what was recorded there: the ring, the factory's screws and plug, the wires' colours and the foam are used; what
 * does not return is kept with the old one by name. The place itself comes back as any part does, with the new speaker in it. Its goal is `fit <newPartId(of)>`.
 */
export function withNewSpeaker(document: ProcedureDocument, chosen: NewSpeaker): ProcedureDocument {
  const { of } = chosen;
  const made: Work[] = [];
  const making = makingOf(document, chosen, made);
  const cables = chosen.crossover ? [crossover(making)] : [];
  if (chosen.frame) inFrame(making, wired(making, [coneOut(making), ...cables]));
  else inPlace(making, cables);
  making.add('foam', 'pad', 'loose cables', {
    note: 'Foam wherever a cable can touch the panel.',
    material: ['foam tape'],
  });
  return { ...document, work: [...(document.work ?? []).filter((one) => one.for !== newPartId(of)), ...made] };
}

/** What the steps are made from, each kept in `made` as it is added. */
function makingOf(document: ProcedureDocument, chosen: NewSpeaker, made: Work[]): Making {
  const { of, frame } = chosen;
  const index = indexItems(document);
  const links = document.links.filter(({ joins }) => joins.includes(of));
  const usesPlug = JOINTS[chosen.joint].usesPlug;
  const plugs = usesPlug ? links.filter((link) => isPlug(chosen.catalogue, link)) : [];
  const kit = newPartId(of);
  const at = centreOf(index.parts.get(of)?.shape);
  // The factory frame stays where it is: what is before it must be off, and its plug, not itself.
  const base = frame
    ? [...(index.parts.get(of)?.behind ?? []), ...links.map(({ id }) => `${id}:undone`)]
    : [`${of}:off`];
  return {
    document,
    chosen,
    old: itemWords(index, of),
    name: `new ${itemWords(index, of)}`,
    base,
    fixings: fixingsOf(document, of, chosen.speaker, chosen.rules, chosen.catalogue),
    plugs,
    add: (step, kind, name, { needs = [], ...more } = {}) => {
      const id = `${kit}-${step}`;
      const point: Pick<Work, 'at'> = at ? { at: [at.map(Math.round) as Point] } : {};
      made.push({ id, kind, name, needs: [...base, ...needs], phase: 'fit', for: kit, ...point, ...more });
      return id;
    },
  };
}

/** The new one goes into the old one's place: what is under it, its wires, what lies between, then its screws and ties once it is seated. */
function inPlace(making: Making, cables: string[]): void {
  const { of, fixing } = making.chosen;
  const ready = madeReady(making);
  const before = [...ready, wired(making, cables), ...rim(making)];
  takenOver(making);
  if (fixing !== null && fixing !== 'screws') ownScrews(making, before);
  making.add('ties', 'tie', 'speaker cables', {
    phase: 'back',
    onceSeated: of,
    note: 'Clear of the glass and the regulator. Leave a drip loop, enter from below.',
  });
}

const isPlug = (catalogue: Catalogue = BASE_CATALOGUE, { kind, safety }: Link) =>
  safety !== 'srs' && linkKindOrGuess(catalogue, kind).electrical && kind !== 'wire';

/** What lies between the rim and the door: the foam that was there goes over, else a gasket of its own. */
function rim({ document, chosen: { of }, name, add }: Making): string[] {
  if (isBox(document, of)) return [];
  const index = indexItems(document);
  const over = document.parts.filter(({ on }) => on === of);
  const foams = document.parts.filter(({ looseWith, kind }) => looseWith === of && kind === 'seal');
  const moved = over.map(({ id }) =>
    add(`over-${id}`, 'put-on', `${itemWords(index, id)} from the old one`, {
      note: 'It goes onto the new speaker before that goes in.',
      seconds: 45,
    }),
  );
  const isSealed = foams.length > 0 || over.some(({ kind }) => kind === 'seal');
  if (isSealed) return moved;
  return [
    ...moved,
    add('gasket', 'seal', `rim of the ${name}`, {
      needs: moved,
      material: ['gasket tape'],
      note: 'All round, under the rim.',
      seconds: GASKET_SECONDS,
    }),
  ];
}

/** What of the old one returns with the new one, by how that is fixed. */
function takenOver({ document, chosen, old, name, plugs, add }: Making): void {
  const { of, fixing } = chosen;
  const { turned, riveted, other } = heldByOf(document, of, chosen.catalogue);
  const returning = {
    screws: [...turned, ...riveted],
    ring: [...turned, ...riveted],
    clips: [],
    nuts: [],
    holes: [],
    open: [...turned, ...riveted, ...other],
  }[fixing ?? 'open'];
  const isItsOwn = (fastener: (typeof returning)[number]) => heldParts(fastener).every((part) => part === of);
  add('bag', 'bag', `old ${old}`, {
    note: 'It goes back in when the car goes back to stock.',
    replaces: of,
    takesOver: {
      name,
      which: chosen.speaker.name,
      returns: [of, ...returning.map(({ id }) => id), ...plugs.map(({ id }) => id)],
      ringHeldBy: fixing === 'ring' ? returning.filter(isItsOwn).map(({ id }) => id) : [],
    },
  });
}

/** The cone is cut out of the factory frame, which carries the new speaker. */
const coneOut = ({ old, add }: Making): string =>
  add('cone', 'cut', `cone out of the ${old}’s frame`, {
    tool: 'knife',
    leaves: ['swarf'],
    reversible: false,
    seconds: 300,
    note: 'Cut away from your hand; gloves and eye protection. Nothing may fall into the door.',
  });

/** The new speaker goes into the factory frame. */
function inFrame({ chosen: { speaker, of }, name, plugs, add }: Making, wires: string): void {
  const screwed = add('screws', 'fit', name, {
    needs: [wires],
    note: `Gasket under the rim. Start all${speaker.holes === undefined ? '' : ` ${speaker.holes}`} screws by hand, then tighten evenly crosswise.`,
    material: ['gasket tape'],
    tool: 'PH2',
    seconds: 180,
    replaces: of,
    takesOver: { name, which: speaker.name, returns: [of, ...plugs.map(({ id }) => id)], ringHeldBy: [] },
  });
  add('ties', 'tie', 'speaker cables', {
    needs: [screwed],
    note: 'Clear of the glass and the regulator. Leave a drip loop, enter from below.',
  });
}
