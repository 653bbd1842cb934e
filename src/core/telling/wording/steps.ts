import { findAction, handsOf, readStepKey, type HandStep } from '../../planning';
import { capital, ended, hasArticle, lowerFirst, say, unended, type Sentence } from '../../trade';
import { gateWords } from './gates';
import { linkStep } from './link-words';
import { fit, offer, screws, seat } from './refit-words';
import { letGo, pull, turn } from './removal-words';
import type { Draft, Site, StepWords, WordingBasis } from './step-site';
import { vehicleWords } from './vehicle';
import { workStep } from './work-words';

/** Puts a step into words. */
export function handStepWords(basis: WordingBasis, step: HandStep): StepWords {
  const { clauses: _, ...words } = completeStep(basis, step);
  return words;
}

function completeStep(basis: WordingBasis, step: HandStep): Completed {
  const [first] = step.actions;
  const index = step.procedure === null ? undefined : basis.graph.indexes.get(step.procedure);
  if (step.kind === 'gate' || !index) return complete(step, vehicleStep(basis, step, first));
  const pieces = step.actions.map((key) => readStepKey(key)!);
  const draft = draftOf({ ...basis, step, index, pieces });
  const together = handsOf(basis.graph, step) === 2 ? ['two people: nobody does this alone'] : [];
  return complete(step, { ...draft, lines: [...together, ...(draft.lines ?? [])] });
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

/** One thing a step says under its title: as a line of its own, and as it goes on behind a title that needs telling apart. */
interface Clause {
  /** Null where it stands beside the lines, as the place does. */
  line: Sentence | null;
  behind: string;
}

type Completed = StepWords & { clauses: Clause[] };

const complete = (step: HandStep, draft: Draft): Completed => {
  const { verb, thing, plate = null, count = null, where = '', holds, lines = [], notes = [] } = draft;
  const isOne = (plate !== null || count === 1) && !hasArticle(thing);
  const several = count !== null && count > 1 ? String(count) : isOne ? 'the' : '';
  const clauses: Clause[] = [
    ...(where ? [{ line: null, behind: `, ${lowerFirst(where)}` }] : []),
    ...(holds
      ? [{ line: say(`${count === 1 ? 'It holds' : 'They hold'} ${holds}.`), behind: ` holding ${holds}` }]
      : []),
    ...lines.map((line) => ({ line: say(capital(ended(line))), behind: `, ${lowerFirst(unended(line))}` })),
  ];
  const own = clauses.flatMap(({ line }) => line ?? []);
  return {
    verb,
    thing,
    plate,
    count,
    title: say([verb, several, plate, thing].filter(Boolean).join(' ')),
    where: say(where),
    lines: own,
    beside: own,
    notes: notes.map(say),
    done: draft.done ?? 'Done',
    clauses,
  };
};

/**
 * The words of a whole list, told apart: where two titles would be the same, what differs is added (where it is, else its length and thread). Sides are named
 * whenever the list touches more than one.
 */
export function wordSteps(basis: WordingBasis, steps: HandStep[]): StepWords[] {
  const words = steps.map((step) => completeStep(basis, step));
  const sideOf = ({ procedure }: HandStep) => (procedure ? basis.graph.documents.get(procedure)?.side : undefined);
  const sides = new Set(steps.map(sideOf).filter((side) => side === 'left' || side === 'right'));
  const sided = words.map((one, at) => {
    const side = sides.size > 1 ? sideOf(steps[at]) : undefined;
    return side && side !== 'centre' ? { ...one, title: say(`${one.title}, ${side}`) } : one;
  });
  return sided.map((one, at) => {
    const { clauses, ...words } = one;
    const same = sided.filter((other, n) => n !== at && other.title === one.title);
    const apart = same.length
      ? clauses.find(({ behind }) => !same.some((other) => other.clauses.some((theirs) => theirs.behind === behind)))
      : undefined;
    if (!apart) return words;
    return {
      ...words,
      title: say(`${one.title}${apart.behind}`),
      beside: clauses.flatMap((clause) => (clause === apart ? [] : (clause.line ?? []))),
    };
  });
}
