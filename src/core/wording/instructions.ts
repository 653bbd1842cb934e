import {
  fastenerKindOf,
  findMotion,
  linkKindOrGuess,
  parseDrive,
  toolFor,
  BASE_CATALOGUE,
  type Catalogue,
} from '../hardware';
import {
  countOf,
  heldParts,
  indexItems,
  type ItemIndex,
  itemWords,
  itemKey,
  ownCovers,
  type ProcedureDocument,
} from '../procedure';
import { capital, listed, sentence } from '../text';
import type { Action } from '../graph';
import type { RefitType } from '../refit';
import type { RefitStep } from './refit';

/** What one step says at arm's length: verb, size plate, count, and the sentences under it. */
export interface Instruction {
  verb: string;
  /** Text of the size plate; null where there is no size. */
  plate: string | null;
  thing: string;
  count: number | null;
  /** Where it hides and what it does, one sentence each. */
  lines: string[];
  /** The words on the bar that says it is done. */
  done: string;
}

type Step = Pick<Action, 'procedure' | 'item' | 'tool'> & { type: Action['type'] | RefitType };

/** Puts one removal action or refit step into words; `waysTaken` says by which way items with several were reached. Throws nothing: an item that is gone is named by its id. */
export function instructionFor(
  documents: ProcedureDocument[],
  step: Step,
  catalogue: Catalogue = BASE_CATALOGUE,
  waysTaken: Readonly<Record<string, number>> = {},
): Instruction {
  const document = documents.find((one) => one.id === step.procedure);
  if (!document) return vehicleWords(step);
  const index = indexItems(document);
  const name = itemWords(index, step.item, catalogue);
  switch (step.type) {
    case 'release':
    case 'start':
    case 'tighten':
    case 'fit':
      return fastenerWords(index, step, catalogue, waysTaken[itemKey(step)]);
    case 'undo':
    case 'join':
      return linkWords(index, step, catalogue);
    case 'free':
      return plain('Free', name, motionLines(index, step.item, catalogue, 'out'), 'It is free');
    case 'takeOff':
      return plain(
        'Take off',
        name,
        [
          document.links.some((link) => link.joins.includes(step.item))
            ? 'Everything is unplugged and unhooked: lift it away and put it aside, face up.'
            : 'Put it aside, face up, with its clips on it.',
          ...carriedLines(document, index, step.item),
        ],
        'It is off',
      );
    case 'place':
      return plain('Bring back', name, ['Hold it near; cables and plugs through their holes.'], 'It is in place');
    case 'seat':
      return plain('Seat', name, motionLines(index, step.item, catalogue, 'in'), 'It is home');
    default:
      return vehicleWords(step);
  }
}

const plain = (verb: string, thing: string, lines: string[], done: string): Instruction => ({
  verb,
  plate: null,
  thing,
  count: null,
  lines,
  done,
});

/** A gate's title: "Clips of the door card", "Test before the corner trim closes". */
export function gateWords(
  documents: ProcedureDocument[],
  gate: Pick<RefitStep, 'gate' | 'procedure' | 'item' | 'late'>,
): string {
  const document = documents.find((one) => one.id === gate.procedure);
  if (gate.gate === 'after-power') return 'Set again after power';
  if (!document) return 'Test before giving back';
  const part = itemWords(indexItems(document), gate.item);
  const titles = {
    clips: `Clips of the ${part}`,
    'closing-in': `Before the ${part} closes`,
    test: gate.late ? `Test with the ${part} in place` : `Test with the ${part} open`,
  };
  return titles[gate.gate ?? 'test'];
}

/** Work on the vehicle as a whole, in words. */
export function vehicleWords(step: Step): Instruction {
  switch (step.type) {
    case 'check':
      return plain(
        'Before the battery',
        'goes off',
        ['Windows where they are needed. Latches and bonnet open.', 'Radio code and memory settings noted.'],
        'All done',
      );
    case 'batteryOff':
      return plain(
        'Disconnect',
        'the battery',
        ['Negative first. Insulate it so that it cannot spring back.'],
        'Battery is off',
      );
    case 'wait':
      return plain(
        'Wait',
        'as the vehicle maker says',
        ["The time is in the vehicle maker's manual. Do not touch an SRS connector before."],
        'The time is over',
      );
    case 'batteryOn':
      return plain(
        'Reconnect',
        'the battery',
        ['Every SRS connector is plugged in. Keep hands clear of the glass.'],
        'Battery is on',
      );
    default:
      return plain('Look', step.item.replace(/-/g, ' '), [], 'Done');
  }
}

function behindLine(index: ItemIndex, id: string, way: number | undefined, catalogue: Catalogue): string[] {
  const covers = ownCovers(index, id, way).map((item) => itemWords(index, item, catalogue));
  return covers.length ? [`Where the ${listed(covers)} ${covers.length > 1 ? 'were' : 'was'}.`] : [];
}

function fastenerWords(index: ItemIndex, step: Step, catalogue: Catalogue, way?: number): Instruction {
  const fastener = index.fasteners.get(step.item);
  if (!fastener) return plain('Release', step.item, [], 'Done');
  const kind = fastenerKindOf(catalogue, fastener);
  const count = countOf(fastener);
  const plate = fastener.drive ? (parseDrive(fastener.drive)?.plate ?? fastener.drive) : null;
  const noun = fastener.name ? itemWords(index, step.item, catalogue) : count === 1 ? kind.name : kind.plural;
  const out = step.type === 'release';
  const verb = out
    ? kind.verb
    : step.type === 'start'
      ? 'Start by hand'
      : step.type === 'tighten'
        ? 'Tighten'
        : kind.refitVerb;
  const held = listed(heldParts(fastener).map((part) => itemWords(index, part, catalogue)));
  const depth = [fastener.recess ? `${fastener.recess} mm deep` : '', fastener.angle ? `at ${fastener.angle}°` : '']
    .filter(Boolean)
    .join(', ');
  const lines = out
    ? [
        ...behindLine(index, step.item, way, catalogue),
        `${count === 1 ? 'It holds' : 'They hold'} the ${held}.`,
        ...(depth ? [sentence(depth)] : []),
        ...(fastener.release ? [sentence(fastener.release)] : []),
      ]
    : [`Into the ${held}.`, ...(step.type === 'start' ? ['All of them by hand before the first is tightened.'] : [])];
  return {
    verb,
    plate,
    thing: noun,
    count,
    lines: [...lines, ...(fastener.note && out ? [fastener.note] : [])],
    done: doneWords(out, step.type, count),
  };
}

function doneWords(out: boolean, type: Step['type'], count: number): string {
  const state = out ? 'out' : type === 'start' ? 'started' : type === 'tighten' ? 'tight' : 'home';
  return count === 1 ? `It is ${state}` : count === 2 ? `Both are ${state}` : `All ${count} are ${state}`;
}

function linkWords(index: ItemIndex, step: Step, catalogue: Catalogue): Instruction {
  const link = index.links.get(step.item);
  if (!link) return plain('Undo', step.item, [], 'Done');
  const kind = linkKindOrGuess(catalogue, link.kind);
  const count = countOf(link);
  const out = step.type === 'undo';
  const ends = link.joins.map((end) => (end === 'body' ? 'the body' : `the ${itemWords(index, end, catalogue)}`));
  const lines = [
    `Between ${listed(ends)}.`,
    ...(out ? [sentence(link.release ?? kind.release)] : []),
    ...(out && link.tab ? [`Tab: ${link.tab}.`] : []),
    ...(out && link.mark ? [`Mark: ${link.mark}.`] : []),
    ...(link.keyed && !out ? ['Keyed: fits one way.'] : []),
  ];
  const noun = itemWords(index, step.item, catalogue);
  const state = out ? 'undone' : 'joined';
  return {
    verb: out ? kind.verb : kind.refitVerb,
    plate: link.safety === 'srs' ? 'SRS' : null,
    thing: noun,
    count,
    lines,
    done: count === 1 ? `It is ${state}` : `All ${count} are ${state}`,
  };
}

function motionLines(index: ItemIndex, id: string, catalogue: Catalogue, way: 'out' | 'in'): string[] {
  const part = index.parts.get(id);
  const motions = (part?.motions ?? []).map((code) => findMotion(catalogue, code) ?? { words: code, refitWords: code });
  const steps = way === 'out' ? motions.map((m) => m.words) : motions.map((m) => m.refitWords).reverse();
  const lines = steps.length ? [sentence(steps.join(', then '))] : [];
  if (way === 'out' && part?.startAt) lines.push(`Start at the ${part.startAt}.`);
  if (way === 'out' && part?.tool && part.tool !== 'hand')
    lines.push(`With the ${toolFor(part.tool).name.toLowerCase()}.`);
  if (way === 'out' && part?.technique) lines.push(sentence(part.technique));
  if (way === 'in') lines.push('If a clip does not click, check and try again; do not hit harder.');
  return part?.note && way === 'out' ? [...lines, part.note] : lines;
}

function carriedLines(document: ProcedureDocument, index: ItemIndex, id: string): string[] {
  const riders = document.parts.filter((part) => part.on === id).map((part) => itemWords(index, part.id));
  return riders.length ? [`${capital(listed(riders))} ${riders.length > 1 ? 'stay' : 'stays'} in it.`] : [];
}
