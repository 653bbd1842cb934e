import { findAction, readStepKey, type HandStep } from '../../planning';
import { lowerFirst } from '../../trade';
import { gateWords } from './gates';
import { linkStep } from './link-words';
import { fit, offer, screws, seat } from './refit-words';
import { letGo, pull, turn } from './removal-words';
import type { Draft, Site, StepWords, WordingBasis } from './step-site';
import { vehicleWords } from './vehicle';
import { workStep } from './work-words';

/** Puts a step into words. */
export function handStepWords(basis: WordingBasis, step: HandStep): StepWords {
  const [first] = step.actions;
  const index = step.procedure === null ? undefined : basis.graph.indexes.get(step.procedure);
  if (step.kind === 'gate' || !index) return complete(step, vehicleStep(basis, step, first));
  const pieces = step.actions.map((key) => readStepKey(key)!);
  return complete(step, draftOf({ ...basis, step, index, pieces }));
}

function vehicleStep({ graph, refit, wait }: WordingBasis, step: HandStep, key: string): Draft {
  const gate = refit?.get(key);
  if (step.kind === 'gate' && gate) {
    const title = gateWords([...graph.documents.values()], gate);
    return { verb: title, thing: '', lines: gate.checks.map(({ text }) => text), notes: gate.notes, done: 'Passed' };
  }
  const action = findAction(graph, key) ?? refit?.get(key);
  return vehicleWords(action?.type ?? 'gate', action?.item ?? key, wait);
}

function draftOf(site: Site): Draft {
  switch (site.step.kind) {
    case 'pull':
      return site.pieces.some(({ type }) => type === 'free' || type === 'peel' || type === 'takeOff')
        ? pull(site)
        : letGo(site);
    case 'work':
      return workStep(site);
    case 'turn':
      return turn(site);
    case 'unplug':
      return linkStep(site, 'out');
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
      return linkStep(site, 'in');
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
    const apart = [lowerFirst(one.where), ...one.lines.map((line) => lowerFirst(line.replace(/\.$/, '')))].find(
      (text) =>
        text &&
        !same.some((other) =>
          [lowerFirst(other.where), ...other.lines.map((line) => lowerFirst(line.replace(/\.$/, '')))].includes(text),
        ),
    );
    return apart ? { ...one, title: `${one.title}${besideTitle(apart)}` } : one;
  });
}

/** What tells a title apart, as it goes on: "4 T25 screws holding the left speaker", "2 T20 screws, behind the cap". */
const besideTitle = (apart: string) =>
  /^(?:it holds|they hold) /.test(apart) ? apart.replace(/^(?:it holds|they hold)/, ' holding') : `, ${apart}`;

/** What is said beside a title: nothing that the title itself says already. */
export const linesBeside = ({ title, lines }: Pick<StepWords, 'title' | 'lines'>) =>
  lines.filter((line) => !title.endsWith(besideTitle(lowerFirst(line.replace(/\.$/, '')))));
