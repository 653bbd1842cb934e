import { BASE_CATALOGUE, type Catalogue, linkKindOrGuess, workSeconds } from '../trade';
import {
  centreOf,
  heldParts,
  indexItems,
  itemWords,
  type Link,
  type Point,
  type ProcedureDocument,
  type Work,
} from '../document';
import { isFitStep, newPartId } from './fit-step-ids';
import { fitmentOf, type FitRules, type Speaker } from './fitment';
import { type Fixing, fixingsOf, heldByOf, mountOf, type SpeakerFacts } from './fixing';
import { type Joint, JOINTS, JOINTS_OF_A_PAIR, pairWords } from './joints';
import { plainNumber } from './say';

/** What goes in, and how it is put in. */
export interface NewSpeaker {
  /** The part it takes the place of. */
  of: string;
  speaker: SpeakerFacts;
  joint: Joint;
  /** How it is held; null while nobody has said: then nothing is drilled, put on or left out for it. */
  fixing: Fixing | null;
  /** A crossover or another box goes in beside it. */
  crossover?: boolean;
  /** The cone is cut out and the factory frame kept: this cannot go back to stock. */
  frame?: boolean;
  rules?: FitRules;
  catalogue?: Catalogue;
}

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

type Add = (step: string, kind: string, name: string, more?: Partial<Work>) => string;

/** What the steps of one new part are made from. */
interface Making {
  document: ProcedureDocument;
  chosen: NewSpeaker;
  /** The old part by name, and the new one. */
  old: string;
  name: string;
  /** What must be out of the way before any of it. */
  base: string[];
  /** Plugs that stay as they are and go onto the new one. */
  plugs: Link[];
  add: Add;
}

/**
 * A document with the steps that put a new speaker in the place of a part, made of what was recorded there: the ring, the factory's screws and plug, the wires' colours and the foam are used; what
 * does not return is kept with the old one by name. The place itself comes back as any part does, with the new speaker in it. Its goal is `fit <newPartId(of)>`.
 */
export function withNewSpeaker(document: ProcedureDocument, chosen: NewSpeaker): ProcedureDocument {
  const { of, frame } = chosen;
  const index = indexItems(document);
  const links = document.links.filter(({ joins }) => joins.includes(of));
  const usesPlug = JOINTS[chosen.joint].usesPlug;
  const plugs = usesPlug ? links.filter((link) => isPlug(chosen.catalogue, link)) : [];
  const kit = newPartId(of);
  const at = centreOf(index.parts.get(of)?.shape);
  const made: Work[] = [];
  const making: Making = {
    document,
    chosen,
    old: itemWords(index, of),
    name: `new ${itemWords(index, of)}`,
    // The factory frame stays where it is: what is before it must be off, and its plug, not itself.
    base: frame ? [...(index.parts.get(of)?.behind ?? []), ...links.map(({ id }) => `${id}:undone`)] : [`${of}:off`],
    plugs,
    add: (step, kind, name, { needs = [], ...more } = {}) => {
      const id = `${kit}-${step}`;
      const point: Pick<Work, 'at'> = at ? { at: [at.map(Math.round) as Point] } : {};
      made.push({ id, kind, name, needs: [...making.base, ...needs], phase: 'fit', for: kit, ...point, ...more });
      return id;
    },
  };
  const cables = chosen.crossover ? [crossover(making)] : [];
  if (frame) inFrame(making, wired(making, [coneOut(making), ...cables]));
  else {
    const ring = fixed(making);
    const before = [...ring, wired(making, cables), ...rim(making)];
    takenOver(making);
    if (chosen.fixing !== null && chosen.fixing !== 'screws') ownScrews(making, before);
    making.add('ties', 'tie', 'speaker cables', {
      phase: 'back',
      onceSeated: of,
      note: 'Clear of the glass and the regulator. Leave a drip loop, enter from below.',
    });
  }
  making.add('foam', 'pad', 'loose cables', {
    note: 'Foam wherever a cable can touch the panel.',
    material: ['foam tape'],
  });
  return { ...document, work: [...(document.work ?? []).filter((one) => one.for !== kit), ...made] };
}

/** A crossover or amplifier: it plays nothing itself. */
const isBox = ({ parts }: ProcedureDocument, of: string) =>
  !['speaker', 'tweeter'].includes(parts.find(({ id }) => id === of)?.kind ?? 'speaker');

const isPlug = (catalogue: Catalogue = BASE_CATALOGUE, { kind, safety }: Link) =>
  safety !== 'srs' && linkKindOrGuess(catalogue, kind).electrical && kind !== 'wire';

/** What is made ready under the new one, by how it is fixed: ids of the work. */
function fixed(making: Making): string[] {
  const { fixing } = making.chosen;
  if (fixing === 'ring') return ringed(making);
  const sheets = fixing === null ? [] : spacers(making);
  if (fixing === 'holes') return [...sheets, ...drilled(making)];
  if (fixing === 'clips' || fixing === 'nuts') return [...sheets, nutted(making, fixing)];
  return sheets;
}

/** Sheets that a measured place calls for under the speaker. */
function spacers({ document, chosen: { of, speaker, rules }, add }: Making): string[] {
  if (fixingsOf(document, of, speaker, rules).lacks.length) return [];
  const { verdict, stack, standing } = fitmentOf(mountOf(document, of), speaker as Speaker, rules, 'door');
  if (verdict !== 'spacer') return [];
  return [
    add('spacer', 'put-on', `${stack.map((one) => plainNumber(one)).join(' + ')} mm spacer`, {
      note: `${standing === 'exact' ? EXACT : ''}Under the speaker; look whether the screws are long enough for it.`,
      material: ['ring material'],
    }),
  ];
}

const EXACT = 'Works only if every reading is exact: measure again first. ';
/** A ring that is cut at the bench: marking, sawing, drilling, edges. Seconds (common practice, no source). */
const CUT_RING_SECONDS = 1200;

/** The recorded ring, else one that the bench worked out, else one whose thickness is still to be measured. */
function ringed(making: Making): string[] {
  const { document, chosen, add } = making;
  const { choices, lacks } = fixingsOf(document, chosen.of, chosen.speaker, chosen.rules);
  const reason = choices.find(({ way }) => way === 'ring')?.reason;
  if (reason?.why === 'recorded-ring') {
    const { id } = reason.ring;
    const seals = (document.work ?? []).filter((one) => one.kind === 'seal' && one.needs?.includes(id));
    return [id, ...seals.map((one) => one.id)];
  }
  const fit = lacks.length
    ? null
    : fitmentOf(mountOf(document, chosen.of), chosen.speaker as Speaker, chosen.rules, 'ring');
  const turned = fit?.ring?.turn ? `Speaker holes turned by ${plainNumber(fit.ring.turn)}°. ` : '';
  const sheets = (fit?.stack.length ?? 0) > 1 ? `${fit!.stack.map((one) => plainNumber(one)).join(' + ')} mm. ` : '';
  const how = fit
    ? `${fit.standing === 'exact' ? EXACT : ''}${sheets}${turned}`
    : 'How thick it must be is not known: measure to the glass and to the grille first. ';
  const ring = add('ring', 'put-on', fit ? `${plainNumber(fit.thickness)} mm adapter ring` : 'adapter ring', {
    note: `${how}On the factory holes, before the speaker.`,
    material: ['ring material'],
    seconds: CUT_RING_SECONDS,
  });
  return [
    ring,
    add('ring-seal', 'seal', 'rim of the ring', { needs: [ring], material: ['gasket tape'], seconds: GASKET_SECONDS }),
  ];
}

/** Gasket tape round a rim, seconds (common practice, no source). */
const GASKET_SECONDS = 60;
/** Pressing one clip nut on, setting one rivet nut, seconds (common practice, no source). */
const NUT_SECONDS = { clips: 15, nuts: 60 };

/** Nuts in the factory's holes, for screws of the new speaker's own. */
function nutted({ document, chosen, add }: Making, fixing: 'clips' | 'nuts'): string {
  const { turned, riveted } = heldByOf(document, chosen.of, chosen.catalogue);
  const count = chosen.speaker.holes ?? mountOf(document, chosen.of).holes?.count ?? countAll([...turned, ...riveted]);
  const seconds = NUT_SECONDS[fixing] * count;
  if (fixing === 'clips')
    return add('nuts', 'put-on', `${count} clip nuts`, {
      note: 'Over the factory holes, flat side out; each centred on its hole.',
      material: ['clip nut'],
      seconds,
    });
  return add('nuts', 'put-on', `${count} rivet nuts`, {
    tool: 'rivet-nut-tool',
    note: `In the factory holes. ${riveted.length ? 'The rivets’ holes take them as they are if the size is right' : 'Open up a hole that is too small'}; squeeze until the nut holds, no further.`,
    material: ['rivet nut'],
    leaves: ['swarf'],
    ...(riveted.length ? {} : { reversible: false }),
    seconds,
  });
}

const countAll = (fasteners: { count?: number }[]) => fasteners.reduce((sum, { count = 1 }) => sum + count, 0);

/** Holes that are reckoned with where nobody gave the speaker's figures: for the minutes alone. */
const USUAL_HOLES = 4;

const holesWords = ({ holes }: SpeakerFacts) => (holes === undefined ? 'screw holes' : `${holes} screw holes`);

/** Deburring, then priming a few small holes, seconds each (common practice, no source). */
const EDGE_SECONDS = 60;

/** Holes of its own: marked from the template, what is behind looked at, drilled, deburred, the edges primed. For good. */
function drilled({ chosen: { speaker }, add }: Making): string[] {
  const name = holesWords(speaker);
  const mark = add('mark', 'mark-out', name, {
    note: 'From the template. Run the glass down and look behind: glass path, regulator, rods, loom, airbag sensor, fuel and brake lines.',
  });
  const drill = add('drill', 'drill', name, {
    needs: [mark],
    leaves: ['swarf', 'bare-edge'],
    reversible: false,
    seconds: workSeconds({ kind: 'drill' }) * (speaker.holes ?? USUAL_HOLES),
    note: 'Depth stop on the drill. Eye and ear protection.',
  });
  const burr = add('deburr', 'deburr', 'edges of the new holes', { needs: [drill], seconds: EDGE_SECONDS });
  return [
    add('edges', 'seal', 'bare edges of the new holes', {
      needs: [drill, burr],
      material: ['edge primer'],
      seconds: EDGE_SECONDS,
    }),
  ];
}

/** The speaker of the same zone whose pair an unwired place is tee'd into; null where the place has wires of its own, or nothing has. */
function teedFrom({ parts, links }: ProcedureDocument, of: string): string | null {
  const hasWires = (id: string) => links.some(({ joins }) => joins.includes(id));
  if (hasWires(of)) return null;
  return parts.find(({ id, kind }) => id !== of && kind === 'speaker' && hasWires(id))?.id ?? null;
}

/** The wires, joined by the school that was chosen, and their polarity looked at. */
function wired({ document, chosen, plugs, add }: Making, needs: string[]): string {
  const school = JOINTS[chosen.joint];
  const from = teedFrom(document, chosen.of);
  const told = pairWords(document.pairs?.find(({ of }) => of === (from ?? chosen.of)));
  const colours = told ? `${told}. ` : '';
  const made: Partial<Work> = {
    tool: school.tool,
    seconds: school.seconds * JOINTS_OF_A_PAIR,
    material: school.material,
    ...(school.usesPlug ? {} : { reversible: false }),
  };
  const join =
    from === null
      ? add('join', 'join', plugs.length ? 'adapter leads' : 'speaker wires', {
          ...made,
          needs,
          note: `${colours}${school.note}`,
        })
      : add('tee', 'splice', `tee into the ${itemWords(indexItems(document), from)}’s pair`, {
          ...made,
          needs: [...needs, `${from}:free`],
          note: `${colours}${school.usesPlug ? 'With a tee lead on its plug' : 'Bare a finger’s width, do not cut the pair'}: both play in parallel, so look at the load first. ${school.note}`,
        });
  if (isBox(document, chosen.of)) return join;
  return add('polarity', 'check', 'polarity', {
    needs: [join],
    note:
      chosen.speaker.kind === 'tweeter'
        ? `${colours}A cell shows nothing behind a capacitor: compare by a phase check once it plays.`
        : `${colours}Amplifier unplugged: tap a 1.5 V cell across the pair, + on the plus wire. The cone moves out. Both doors alike. Only on a pair you know is the speaker’s.`,
  });
}

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

/** Starting and tightening one screw of the new speaker's own, seconds (common practice, no source). */
const SCREW_SECONDS = 20;

/** The new speaker's own screws, once it is in its place. */
function ownScrews({ chosen: { of, speaker }, name, add }: Making, needs: string[]): void {
  add('screws', 'fit', `${speaker.holes === undefined ? '' : `${speaker.holes} `}screws of the ${name}`, {
    needs,
    phase: 'back',
    onceSeated: of,
    note: 'Start all of them by hand, then tighten evenly crosswise; stop when the rim is home.',
    tool: 'PH2',
    seconds: SCREW_SECONDS * (speaker.holes ?? USUAL_HOLES),
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

/** A box for the crossover, and its cable. */
function crossover({ add }: Making): string {
  const routed = add('cable', 'route-cable', 'crossover cable', {
    note: 'Behind the plate, along the factory loom, clear of the glass.',
    seconds: 300,
  });
  return add('crossover', 'put-on', 'crossover', {
    needs: [routed],
    note: 'Where nothing is behind the card and no water runs. Set its tweeter level first.',
  });
}
