import { workSeconds } from '../../trade';
import type { ProcedureDocument } from '../../document';
import { plainNumber } from '../tools';
import { heldByOf, holesIn, mountOf, type SpeakerFacts } from './fixing';
import type { Making } from './making';

/** What is made ready under the new one, by how it is fixed: ids of the work. */
export function madeReady(making: Making): string[] {
  const { fixing } = making.chosen;
  if (fixing === 'ring') return ringed(making);
  const sheets = fixing === null ? [] : spacers(making);
  if (fixing === 'holes') return [...sheets, ...drilled(making)];
  if (fixing === 'clips' || fixing === 'nuts') return [...sheets, nutted(making, fixing)];
  return sheets;
}

/** Sheets that a measured place calls for under the speaker. */
function spacers({ fixings: { onDoor }, add }: Making): string[] {
  if (onDoor?.verdict !== 'spacer') return [];
  const { stack, standing } = onDoor;
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

/** " of the inner skin": what the place is screwed to, as measured; empty where nobody said. */
const faceWords = (document: ProcedureDocument, of: string): string => {
  const { face } = mountOf(document, of);
  return face ? ` of the ${face.replace(/-/g, ' ')}` : '';
};

/** " in the inner skin, 0.8 mm": what holes go through, as measured. */
const skinWords = (document: ProcedureDocument, of: string): string => {
  const { face, skin } = mountOf(document, of);
  if (!face && skin === undefined) return '';
  return ` in the ${[face?.replace(/-/g, ' ') ?? 'skin', skin === undefined ? '' : `${plainNumber(skin)} mm`].filter(Boolean).join(', ')}`;
};

/** ", for 0.8 mm sheet": what a nut must grip, as measured. */
const sheetWords = (document: ProcedureDocument, of: string): string => {
  const { skin } = mountOf(document, of);
  return skin === undefined ? '' : `, for ${plainNumber(skin)} mm sheet`;
};

/** The recorded ring, else one that the bench worked out, else one whose thickness is still to be measured. */
function ringed({ document, chosen, fixings: { choices, onRing: fit }, add }: Making): string[] {
  const reason = choices.find(({ way }) => way === 'ring')?.reason;
  if (reason?.why === 'recorded-ring') {
    const { id } = reason.ring;
    const seals = (document.work ?? []).filter((one) => one.kind === 'seal' && one.needs?.includes(id));
    return [id, ...seals.map((one) => one.id)];
  }
  const turned = fit?.ring?.turn ? `Speaker holes turned by ${plainNumber(fit.ring.turn)}°. ` : '';
  const sheets = (fit?.stack.length ?? 0) > 1 ? `${fit!.stack.map((one) => plainNumber(one)).join(' + ')} mm. ` : '';
  const how = fit
    ? `${fit.standing === 'exact' ? EXACT : ''}${sheets}${turned}`
    : 'How thick it must be is not known: measure to the glass and to the grille first. ';
  const ring = add('ring', 'put-on', fit ? `${plainNumber(fit.thickness)} mm adapter ring` : 'adapter ring', {
    note: `${how}On the factory holes${faceWords(document, chosen.of)}, before the speaker.`,
    material: ['ring material'],
    seconds: CUT_RING_SECONDS,
  });
  return [
    ring,
    add('ring-seal', 'seal', 'rim of the ring', { needs: [ring], material: ['gasket tape'], seconds: GASKET_SECONDS }),
  ];
}

/** Gasket tape round a rim, seconds (common practice, no source). */
export const GASKET_SECONDS = 60;
/** Pressing one clip nut on, setting one rivet nut, seconds (common practice, no source). */
const NUT_SECONDS = { clips: 15, nuts: 60 };

/** Nuts in the factory's holes, for screws of the new speaker's own. */
function nutted({ document, chosen, add }: Making, fixing: 'clips' | 'nuts'): string {
  const { turned, riveted } = heldByOf(document, chosen.of, chosen.catalogue);
  const count = chosen.speaker.holes ?? mountOf(document, chosen.of).holes?.count ?? holesIn([...turned, ...riveted]);
  const seconds = NUT_SECONDS[fixing] * count;
  if (fixing === 'clips')
    return add('nuts', 'put-on', `${count} clip nuts`, {
      note: `Over the factory holes${faceWords(document, chosen.of)}${sheetWords(document, chosen.of)}, flat side out; each centred on its hole.`,
      material: ['clip nut'],
      seconds,
    });
  return add('nuts', 'put-on', `${count} rivet nuts`, {
    tool: 'rivet-nut-tool',
    note: `In the factory holes${faceWords(document, chosen.of)}${sheetWords(document, chosen.of)}. ${riveted.length ? 'The rivets’ holes take them as they are if the size is right' : 'Open up a hole that is too small'}; squeeze until the nut holds, no further.`,
    material: ['rivet nut'],
    leaves: ['swarf'],
    ...(riveted.length ? {} : { reversible: false }),
    seconds,
  });
}

/** Holes that are reckoned with where nobody gave the speaker's figures: for the minutes alone. */
const USUAL_HOLES = 4;

const holesWords = ({ holes }: SpeakerFacts) => (holes === undefined ? 'screw holes' : `${holes} screw holes`);

/** Deburring, then priming a few small holes, seconds each (common practice, no source). */
const EDGE_SECONDS = 60;

/** Holes of its own: marked from the template, what is behind looked at, drilled, deburred, the edges primed. For good. */
function drilled({ document, chosen: { of, speaker }, add }: Making): string[] {
  const name = holesWords(speaker);
  const mark = add('mark', 'mark-out', name, {
    note: 'From the template. Run the glass down and look behind: glass path, regulator, rods, loom, airbag sensor, fuel and brake lines.',
  });
  const drill = add('drill', 'drill', name, {
    needs: [mark],
    leaves: ['swarf', 'bare-edge'],
    reversible: false,
    seconds: workSeconds({ kind: 'drill' }) * (speaker.holes ?? USUAL_HOLES),
    note: `${skinWords(document, of) ? `Holes${skinWords(document, of)}. ` : ''}Depth stop on the drill. Eye and ear protection.`,
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

/** Starting and tightening one screw of the new speaker's own, seconds (common practice, no source). */
const SCREW_SECONDS = 20;

/** The new speaker's own screws, once it is in its place. */
export function ownScrews({ chosen: { of, speaker }, name, add }: Making, needs: string[]): void {
  add('screws', 'fit', `${speaker.holes === undefined ? '' : `${speaker.holes} `}screws of the ${name}`, {
    needs,
    phase: 'back',
    onceSeated: of,
    note: 'Start all of them by hand, then tighten evenly crosswise; stop when the rim is home.',
    tool: 'PH2',
    seconds: SCREW_SECONDS * (speaker.holes ?? USUAL_HOLES),
  });
}
