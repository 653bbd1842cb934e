import { parseDrive, toolFor, capital, listed, lowerFirst } from '../trade';
import { gateWords, handStepWords } from '../telling';
import { type Ground, lookUp, piecesOf } from './ground';
import { piecesIn } from './let-go';
import type { Outcome } from './move';
import { type Base, damageWords, isItem, isSeveral, reasonWords } from './names';
import type { Rehearsal } from './state';

/** A tool in running text: "T20", "plastic trim tool". */
export const toolName = (code: string) => {
  const { plate, name } = toolFor(code);
  return parseDrive(code) ? plate : name.toLowerCase();
};

/** What a move came to, said as somebody beside you would. Empty where there is nothing to say. */
export function outcomeWords(ground: Ground, state: Rehearsal, outcome: Outcome): string {
  const { went, item, because, damage, more } = outcome;
  const broke = damage.map((one) => `${damageWords(ground, one)}.`).join(' ');
  const why = listed(because.slice(0, 3).map((key) => reasonWords(ground, key)));
  const s = because.length > 1 || isSeveral(ground, because[0] ?? '') ? '' : 's';
  const name = item && isItem(ground, item) ? reasonWords(ground, item) : '';
  switch (went) {
    case 'done':
      return doneWords(ground, state, item);
    case 'part-way':
      return partWayWords(ground, state, item!);
    case 'not-yet':
      return `Not yet: ${why} still to come out.`;
    case 'covered':
      return `You can’t get at ${name} yet: ${why} ${because.length > 1 ? 'are' : 'is'} in the way.`;
    case 'too-early':
      return tooEarlyWords(ground, state, outcome, why);
    case 'held':
      return `Stop pulling. ${capital(why)} still hold${s} it.`;
    case 'broke':
      return `${broke} ${more === 'wrong-way' ? `It doesn’t come that way: ${why} hold${s} it.` : `${capital(why)} still held it.`}`;
    case 'tore':
      return `${broke} ${capital(why)} ${s ? 'was' : 'were'} still joined.`;
    case 'wrong-way':
      return `It doesn’t come that way.${why ? ` ${capital(why)} hold${s} it.` : ''}`;
    case 'marked':
      return `${broke} Pry with plastic.`;
    case 'slipped':
      return `${capital(toolName(state.tool))} slips in ${name}. It takes ${toolName(more!)}.`;
    case 'rounded':
      return `${broke} It takes ${toolName(more!)}.`;
    case 'wrong-tool':
      return `Not with that: ${name} ${isSeveral(ground, item!) ? 'take' : 'takes'} ${toolName(more!)}.`;
    case 'srs':
      return `Stop. ${capital(name)} ${item && ground.graph.idOf.has(`free:${item}`) ? 'has an airbag lead on it' : 'belongs to the airbag system'} and the battery is on: it could fire. Battery off first, then wait as the vehicle maker’s manual says.`;
    case 'mixed-up':
      return mixedUpWords(ground, because, more);
    case 'overlooked':
      return item ? overlookedWords(state, outcome) : `Pick up ${why} too, before it gets lost.`;
    case 'gate':
      return gateFirst(ground, state, because[0]);
    case 'told':
    case 'nothing':
      return '';
  }
}

function doneWords(ground: Ground, state: Rehearsal, item: string | null): string {
  if (!item || !isItem(ground, item)) return 'Done.';
  const { index, item: id } = lookUp(ground, item);
  const name = capital(reasonWords(ground, item));
  if (!index.parts.has(id)) return `${name}: ${index.links.has(id) ? 'undone' : index.works.has(id) ? 'done' : 'out'}.`;
  const { graph } = ground;
  if (state.isDone.has(graph.idOf.get(`takeOff:${item}`) ?? -1)) return `${name} is off.`;
  if (!state.isDone.has(graph.idOf.get(`free:${item}`) ?? -1)) return `${name} is peeled back there.`;
  return `${name} is free, but still hangs by something.`;
}

function partWayWords(ground: Ground, state: Rehearsal, item: string): string {
  const { index, item: id } = lookUp(ground, item);
  if (index.parts.has(id)) return `${capital(reasonWords(ground, item))} gives. Go on.`;
  const of = piecesOf(ground, item);
  return `${of - piecesIn(ground, state, item)} of ${of} out.`;
}

function tooEarlyWords(ground: Ground, state: Rehearsal, { item, because, more }: Outcome, why: string): string {
  const first = because[0] ?? '';
  if (item && !isItem(ground, item)) return `Not yet: ${backActionWords(ground, state, first)} first.`;
  const rule = item === null ? '' : more ? `: ${more}` : '';
  return `First ${why}${rule}.`;
}

/** A step of the way back by one of its actions, in running text. */
function backActionWords(ground: Ground, { back }: Rehearsal, key: string): string {
  const found = back?.steps.find(({ actions }) => actions.includes(key));
  if (!found) return 'something else';
  return lowerFirst(stepTitle(ground, back, found));
}

/** What a step is called, either way. */
export function stepTitle(ground: Base, back: Rehearsal['back'], step: Parameters<typeof handStepWords>[1]): string {
  return handStepWords({ graph: ground.graph, waysTaken: {}, ...(back ? { refit: back.actions } : {}) }, step).title;
}

function gateFirst(ground: Ground, { back }: Rehearsal, key: string): string {
  const gate = back?.actions.get(key);
  return gate ? `Not closed yet: “${gateTitle(ground, gate)}” comes first.` : 'Something has to be looked at first.';
}

const gateTitle = (ground: Base, gate: Parameters<typeof gateWords>[1]) =>
  gateWords([...ground.graph.documents.values()], gate);

/** What was passed though it was not as it should be; else what was stopped at though it was. */
function overlookedWords({ back }: Rehearsal, { item, because, more }: Outcome): string {
  const texts = back?.actions.get(item ?? '')?.checks.filter(({ id }) => because.includes(id)) ?? [];
  const lines = texts.map(({ text }) => `“${text}”`).join(', ');
  return more === 'passed'
    ? `Passed, and not fine: ${lines}. Put right for you; on a real job the panel comes off again.`
    : `That was fine: ${lines}.`;
}

function mixedUpWords(ground: Ground, because: readonly string[], more: string | undefined): string {
  const names = listed(because.map((key) => reasonWords(ground, key)));
  if (more === 'wire') return `Plus and minus are swapped at ${names}: thin bass. Put right for you.`;
  return `Wrong screws for ${names}: too long dents the skin or reaches the glass, too short does not hold. Put right for you.`;
}
