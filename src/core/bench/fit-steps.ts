import { indexItems, itemWords, type ProcedureDocument, type Schools, type Work } from '../document';
import { type Fitment, fitmentOf, type FitRules, type Place, type Speaker } from './fitment';
import { BLADES_MM } from './polarity';
import { plainNumber } from './say';

/** How wires are joined. */
export type Joint = Schools['joints'];
/** Blades differ on purpose: wide for plus, narrow for minus. */
const BLADES = `blade terminals ${BLADES_MM.map((mm) => plainNumber(mm)).join(' / ')} mm`;
/** The schools of joints; the first is the default: the car can go back to stock (common practice, no source). */
export const JOINTS: Record<Joint, { words: string; note: string; material: string[] }> = {
  adapter: {
    words: 'plug-in adapter',
    note: 'Press the adapter onto the factory plug until it clicks; squeeze a loose blade before it goes on.',
    material: ['plug adapter', BLADES],
  },
  solder: {
    words: 'solder and sleeve',
    note: 'Slip the sleeve on first, solder, shrink it over the joint. Keep the iron clear of trim and glass.',
    material: ['heat-shrink sleeve', BLADES],
  },
  crimp: {
    words: 'crimp',
    note: 'Crimp with the right die, pull each joint to test it, then sleeve it.',
    material: ['butt connector', BLADES],
  },
};

/** A speaker chosen for a place, and how it is put in. */
export interface NewSpeaker {
  /** The part it takes the place of. */
  of: string;
  speaker: Speaker;
  joint: Joint;
  /** A crossover or another box goes in beside it. */
  crossover?: boolean;
  /** The cone is cut out and the factory frame kept: this cannot go back to stock. */
  frame?: boolean;
  rules?: FitRules;
}

const PREFIX = 'new-';
/** The kit that the steps for a new part make: one goal. */
export const newPartId = (of: string) => `${PREFIX}${of}`;
const isFitStep = (work: Pick<Work, 'for' | 'id'>) => !!work.for?.startsWith(PREFIX) && work.id.startsWith(work.for);

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
 * A document with the steps that put a new speaker in the place of a part: what comes out is bagged, a ring or spacer made ready and sealed, holes drilled where nobody recorded any, the wires
 * joined and their polarity checked before the screws go in, the cables tied and padded. The planner puts them between apart and together. Its goal is `fit <newPartId(of)>`.
 */
export function withNewSpeaker(document: ProcedureDocument, chosen: NewSpeaker): ProcedureDocument {
  const { of, speaker, joint, rules } = chosen;
  const place: Place = document.mounts?.find((mount) => mount.of === of) ?? {};
  const fit = fitmentOf(place, speaker, rules);
  const at = centre(document, of);
  const old = itemWords(indexItems(document), of);
  const kit = newPartId(of);
  const id = (step: string) => `${kit}-${step}`;
  const made: Work[] = [];
  const add = (step: string, kind: string, name: string, needs: string[], more: Partial<Work> = {}) => {
    const work: Work = {
      id: id(step),
      kind,
      name,
      needs,
      phase: 'fit',
      for: kit,
      ...(at ? { at: [at] } : {}),
      ...more,
    };
    made.push(work);
    return work.id;
  };
  // The factory frame stays where it is: what is before it must be off, not it.
  const base = chosen.frame ? (document.parts.find(({ id: part }) => part === of)?.behind ?? []) : [`${of}:off`];
  const mounted = chosen.frame ? [coneOut(old, base, add)] : seated(old, chosen, place, fit, base, add);
  const cable = chosen.crossover ? [crossover(base, add)] : [];
  const join = add('join', 'join', 'speaker wires', [...base, ...(chosen.frame ? mounted : []), ...cable], {
    note: JOINTS[joint].note,
    material: JOINTS[joint].material,
  });
  const polarity = add('polarity', 'check', 'polarity', [join], {
    note: 'Amplifier unplugged: tap a 1.5 V cell across the pair, + on the plus wire. The cone moves out. Both doors alike. Only on a pair you know is the speaker’s.',
  });
  const sound = add('sound', 'check', 'first sound', [polarity], {
    note: 'With the battery off, the cell’s click will do: the test before the panel closes asks again.',
  });
  const screwed = add('screws', 'fit', `new ${speaker.kind} (${speaker.name})`, [sound, ...mounted], {
    ...(chosen.frame ? {} : { replaces: of }),
    note: `Gasket under the rim. Start all ${speaker.holes} screws by hand, then tighten evenly crosswise; stop when the rim is home. A tab this door has no room for is bent or cut off, its edge taped.`,
    material: ['gasket tape', 'tape for cut tabs'],
  });
  add('ties', 'tie', 'speaker cables', [screwed], {
    note: 'Clear of the glass and the regulator: run the window down and up and look. Leave a drip loop, enter from below.',
  });
  add('foam', 'pad', 'loose cables', [screwed], {
    note: 'Foam wherever a cable can touch the panel.',
    material: ['foam tape'],
  });
  return { ...document, work: [...(document.work ?? []).filter((one) => one.for !== kit), ...made] };
}

type Add = (step: string, kind: string, name: string, needs: string[], more?: Partial<Work>) => string;

/** The old speaker comes out whole: it is bagged, and the new one gets its holes and its ring or sheets. */
function seated(old: string, { speaker }: NewSpeaker, place: Place, fit: Fitment, base: string[], add: Add): string[] {
  add('bag', 'bag', `old ${old} and its screws`, base, { note: 'It goes back in when the car goes back to stock.' });
  return [...(place.holes ? [] : drilled(speaker, base, add)), ...ringed(fit, base, add)];
}

/** The cone is cut out of the factory frame, which carries the new speaker. */
const coneOut = (old: string, base: string[], add: Add): string =>
  add('cone', 'cut', `cone out of the ${old}’s frame`, base, {
    tool: 'knife',
    leaves: ['swarf'],
    reversible: false,
    note: 'Unplug it first. Cut away from your hand; gloves and eye protection. Nothing may fall into the door.',
  });

/** A place without recorded holes gets them: marked from the template, what is behind looked at, drilled, the edges sealed. */
function drilled({ holes }: Speaker, base: string[], add: Add): string[] {
  const mark = add('mark', 'mark-out', `${holes} screw holes`, base, {
    note: 'From the template. Run the glass down and look behind: glass path, regulator, rods, loom, airbag sensor, fuel and brake lines.',
  });
  const drill = add('drill', 'drill', `${holes} screw holes`, [mark], {
    leaves: ['swarf', 'bare-edge'],
    reversible: false,
    note: 'Depth stop on the drill. Eye and ear protection.',
  });
  return [add('edges', 'seal', 'bare edges', [drill], { material: ['edge primer'] })];
}

/** The ring or the sheets under the speaker, or nothing. */
function ringed({ verdict, stack, thickness, ring, standing }: Fitment, base: string[], add: Add): string[] {
  if (verdict !== 'ring' && verdict !== 'spacer') return [];
  const what = `${plainNumber(thickness)} mm ${verdict === 'ring' ? 'adapter ring' : 'spacer'}`;
  const sheets = stack.length > 1 ? `${stack.map((one) => plainNumber(one)).join(' + ')} mm. ` : '';
  const turned = ring?.turn ? `Speaker holes turned by ${plainNumber(ring.turn)}°. ` : '';
  const exact = standing === 'exact' ? 'Works only if every reading is exact: measure again first. ' : '';
  const fitted = add('ring', 'put-on', what, base, {
    note: `${exact}${sheets}${turned}On the factory holes, before the speaker.`,
    material: ['ring material'],
  });
  return [
    add('ring-seal', 'seal', `rim of the ${verdict === 'ring' ? 'ring' : 'spacer'}`, [fitted], {
      material: ['gasket tape'],
    }),
  ];
}

/** A box for the crossover, and its cable. */
function crossover(base: string[], add: Add): string {
  const routed = add('cable', 'route-cable', 'crossover cable', base, {
    note: 'Behind the plate, along the factory loom, clear of the glass.',
  });
  return add('crossover', 'put-on', 'crossover', [routed], {
    note: 'Where nothing is behind the card and no water runs. Set its tweeter level first.',
  });
}

/** The middle of a part's shape, where its work is drawn. */
function centre({ parts }: ProcedureDocument, of: string): [number, number] | null {
  const shape = parts.find(({ id }) => id === of)?.shape;
  if (!shape?.length) return null;
  const mean = (axis: 0 | 1) => Math.round(shape.reduce((sum, corner) => sum + corner[axis], 0) / shape.length);
  return [mean(0), mean(1)];
}
