import { type OptionValues, presenceOf, type ProcedureDocument, type Work } from '../../document';
import { doorWords, zoneName } from '../../trade';
import { FUSE_WITHIN_MM, gaugeName, plainNumber, type PowerWire, type WireRunResult, wireRunFor } from '../tools';
import { CABLE_KIT_END } from './fit-step-ids';
import { isJoint, type Joint, JOINTS, JOINTS_OF_A_PAIR } from './joints';

/** What a cable carries. */
export const CABLE_KINDS = ['power', 'signal', 'speaker'] as const;
export type CableKind = (typeof CABLE_KINDS)[number];
export const CABLE_WORDS: Record<CableKind, string> = {
  power: 'power cable',
  signal: 'signal cable',
  speaker: 'speaker cable',
};

/** One zone that a cable goes through. */
export interface CableLeg {
  procedure: string;
  /** What must be out of the way there; null: nothing. */
  open: string | null;
  /** It leaves the zone through a boot. */
  boot: boolean;
  mm: number;
}

/** A cable's way over zones, from its source on. */
export interface CableRun {
  kind: CableKind;
  /** Power: what it carries at full load, A. */
  amps: number | null;
  joint: Joint;
  legs: CableLeg[];
}

/** The kit that a cable's steps make: one goal over all its zones. */
export const cableKit = ({ kind }: Pick<CableRun, 'kind'>) => `${kind}${CABLE_KIT_END}`;

/** "run:power:40:crimp:kite-front-door/card+boot*1200,kite-kick-panel/-*800" */
export const cableText = ({ kind, amps, joint, legs }: CableRun): string =>
  `run:${kind}:${amps ?? '-'}:${joint}:${legs.map(({ procedure, open, boot, mm }) => `${procedure}/${open ?? '-'}${boot ? '+boot' : ''}*${mm}`).join(',')}`;

const isCableKind = (text: string): text is CableKind => (CABLE_KINDS as readonly string[]).includes(text);

/** Reads it back; null where it is none. */
export function parseCable(text: string): CableRun | null {
  const match = /^run:([a-z]+):(-|\d{1,3}(?:\.\d)?):([a-z]+):(.+)$/.exec(text);
  if (!match) return null;
  const [, kind, amps, joint, way] = match;
  if (!isCableKind(kind) || !isJoint(joint) || (kind === 'power') === (amps === '-')) return null;
  const legs = way.split(',').map((leg): CableLeg | null => {
    const read = /^([^/*,]+)\/([^+*/,]+)(\+boot)?\*(\d{1,5})$/.exec(leg);
    return (
      read && {
        procedure: read[1],
        open: read[2] === '-' ? null : read[2],
        boot: read[3] !== undefined,
        mm: Number(read[4]),
      }
    );
  });
  if (!legs.every((leg) => leg !== null)) return null;
  return { kind, amps: amps === '-' ? null : Number(amps), joint, legs };
}

/** Why a cable cannot be planned as it was asked for, a sentence; null where it can. */
export function cableProblem(
  documents: readonly ProcedureDocument[],
  run: CableRun,
  options: OptionValues = {},
): string | null {
  for (const { procedure, open } of run.legs) {
    const document = documents.find(({ id }) => id === procedure);
    if (!document) return `The ${CABLE_WORDS[run.kind]} goes through “${procedure}”, which is not part of this plan.`;
    const isThere = open === null || document.parts.some(({ id }) => id === open);
    if (!isThere || (open !== null && presenceOf(document, options).of.get(open) === 'absent'))
      return `The ${doorWords(document)} has no “${open}” to take out of the cable’s way.`;
  }
  if (run.amps !== null && !workedOut(run).power)
    return `Nothing that is sold carries ${plainNumber(run.amps)} A that far: a battery or amplifier nearer, or less current.`;
  return null;
}

/** Slack and service loop of a run, as the bench reckons with them (common practice, no source). */
const SLACK = 0.1;
const LOOP_MM = 200;
const DROP_VOLTS = 0.5;
/** What a run of sound is reckoned with; its length and marks do not depend on it. */
const SOUND = { ohms: 4, lossDb: 1 };
/** Laying a cable through a zone without a boot, seconds (common practice, no source). */
const PLAIN_LEG_SECONDS = 480;

/** What the bench says of the run: how much is cut, where its boots sit, and for power its wire and fuse. */
const workedOut = ({ legs, amps }: CableRun): WireRunResult =>
  wireRunFor({
    legs: legs.map(({ procedure, boot, mm }) => ({ name: procedure, boot, mm })),
    slack: SLACK,
    loop: LOOP_MM,
    ...SOUND,
    ...(amps === null ? {} : { power: { amps, dropVolts: DROP_VOLTS } }),
  });

/**
 * Documents with one cable's way through them as work, one leg after the other, its boots, its joints, and for power its fuse, which goes in last. All of it is one goal: `fit <cableKit(run)>`. A
 * cable to the battery takes the battery off.
 */
export function withCable(documents: readonly ProcedureDocument[], run: CableRun): ProcedureDocument[] {
  const kit = cableKit(run);
  const made = new Map<string, Work[]>();
  const add: AddTo = (procedure, { step, ...work }) => {
    const id = `${kit}-${step}`;
    made.set(procedure, [...(made.get(procedure) ?? []), { id, ...work, phase: 'fit', for: kit }]);
    return `${procedure}/${id}`;
  };
  const found = workedOut(run);
  const { power } = found;
  const joined = addEnds(add, run, addLegs(add, documents, run, found));
  if (power) addFuse(add, run, power, joined);
  return documents.map((document) => {
    const own = made.get(document.id);
    if (!own) return document;
    const battery = { of: 'battery', choice: 'always', why: 'a power cable is joined to the battery' } as const;
    return {
      ...document,
      work: [...(document.work ?? []).filter((one) => one.for !== kit), ...own],
      ...(power ? { schools: [...(document.schools ?? []).filter(({ of }) => of !== 'battery'), battery] } : {}),
    };
  });
}

/** Adds a step to a procedure; returns its name for the needs of another: "procedure/item". */
type AddTo = (procedure: string, work: Omit<Work, 'id' | 'for' | 'phase'> & { step: string }) => string;

/** The legs, each after the one before; returns the last. */
function addLegs(add: AddTo, documents: readonly ProcedureDocument[], run: CableRun, found: WireRunResult): string {
  const name = CABLE_WORDS[run.kind];
  const { power } = found;
  const sold = power ? `${gaugeName(power.awg)} (${plainNumber(power.mm2)} mm²) ${name}` : name;
  return run.legs.reduce((before, { procedure, open, boot }, at) => {
    const zone = zoneName(documents.find(({ id }) => id === procedure)!.zone);
    return add(procedure, {
      step: `leg-${at + 1}`,
      kind: 'route-cable',
      name: `${name} through the ${zone}${boot ? ' and its boot' : ''}`,
      needs: [...(open === null ? [] : [`${open}:off`]), ...(before ? [before] : [])],
      note: `${at === 0 ? `${cutWords(found)} ` : ''}Along the factory loom, clear of glass, pedals and seat rails${boot ? '; enter low, with a drip loop' : ''}.`,
      ...(at === 0 ? { material: [sold] } : {}),
      ...(boot ? {} : { seconds: PLAIN_LEG_SECONDS }),
    });
  }, '');
}

/** How much is cut, and where tape marks the boots. */
function cutWords({ cutMm, marks }: WireRunResult): string {
  const tape = marks.map(({ mm }) => `${plainNumber(mm / 10, 0)} cm`);
  return `Cut ${plainNumber(cutMm / 1000, 2)} m${tape.length ? `, tape at ${tape.join(' and ')} for the boots` : ''}.`;
}

/** Both ends joined, in the last zone. */
function addEnds(add: AddTo, { kind, joint, legs }: CableRun, before: string): string {
  const school = JOINTS[joint];
  // Nothing of the factory's is there to plug into.
  const made = school.usesPlug ? JOINTS.crimp : school;
  return add(legs[legs.length - 1].procedure, {
    step: 'ends',
    kind: 'splice',
    name: `ends of the ${CABLE_WORDS[kind]}`,
    needs: [before],
    tool: made.tool,
    seconds: made.seconds * JOINTS_OF_A_PAIR,
    note: made.note,
    material: kind === 'power' ? ['ring terminal', 'heat-shrink sleeve'] : made.material,
  });
}

function addFuse(add: AddTo, { legs }: CableRun, { fuseAmps, mayCarryAmps }: PowerWire, joined: string): void {
  add(legs[0].procedure, {
    step: 'fuse',
    kind: 'put-on',
    name: `fuse holder for ${plainNumber(fuseAmps)} A`,
    needs: [joined],
    note: `No more than ${plainNumber(FUSE_WITHIN_MM / 10, 0)} cm of wire from the battery; the wire stands ${mayCarryAmps} A, so no fuse is larger. The fuse goes in last, when all ends are joined.`,
    material: [`fuse ${plainNumber(fuseAmps)} A`, 'fuse holder'],
  });
}
