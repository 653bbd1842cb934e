import type { PlanView } from '@/contracts/views';
import { indexItems, itemKey, itemWords } from '@/core/document';
import { CABLE_WORDS, cableKit, cableText, JOINTS, newPartId, parseCable, parseFit } from '@/core/bench';
import { listed, zoneName } from '@/core/trade';
import { membersOf, readGoal, type Asked, type Wish } from './plan-address';

const WISH_WORDS: Record<Wish, string> = {
  kit: 'fitted',
  done: 'done',
  out: 'out',
  free: 'free',
  reach: 'within reach',
  keep: 'kept fitted',
};

/** The new part that a goal is about, where it is about one. */
export const fitOf = ({ fits }: Asked, { procedure, item }: { procedure: string; item: string }) =>
  fits.flatMap((text) => parseFit(text) ?? []).find((fit) => fit.procedure === procedure && newPartId(fit.of) === item);

export const fitWords = (asked: Asked, goal: { procedure: string; item: string }) => {
  const fit = fitOf(asked, goal);
  return (
    fit &&
    `${fit.speaker} goes in, ${JOINTS[fit.joint].words}${fit.crossover ? ', with a crossover' : ''}${fit.frame ? ', frame kept' : ''}`
  );
};

/** The cable that a goal is about, as it is said and as it stands in the address; null where it is about none. */
export function cableOf(view: PlanView, { fits }: Asked, { wish, item }: { wish: Wish; item: string }) {
  if (wish !== 'kit') return null;
  const run = fits.flatMap((text) => parseCable(text) ?? []).find((one) => cableKit(one) === item);
  if (!run) return null;
  const zones = run.legs.map(({ procedure }) => zoneOf(view, procedure));
  return { text: cableText(run), words: `${CABLE_WORDS[run.kind]} through the ${listed(zones)}` };
}

/** The stated set that a new part belongs to; null where it goes in by itself. */
function setOf(asked: Asked, goal: ReturnType<typeof readGoal>): string | null {
  const fit = goal?.wish === 'kit' && fitOf(asked, goal);
  const key = fit && itemKey({ procedure: fit.procedure, item: fit.of });
  return (key && asked.sets?.find((set) => membersOf(set).includes(key))) || null;
}

/** Goals in their order, new parts of one set together: a set of two or more is one thing that is wanted. */
export function inSets<G extends { read: ReturnType<typeof readGoal> }>(
  asked: Asked,
  goals: G[],
): { set: string | null; goals: G[] }[] {
  const groups: { set: string | null; goals: G[] }[] = [];
  for (const goal of goals) {
    const set = setOf(asked, goal.read);
    const together = set && groups.find((group) => group.set === set);
    if (together) together.goals.push(goal);
    else groups.push({ set, goals: [goal] });
  }
  return groups.map((group) => (group.goals.length > 1 ? group : { ...group, set: null }));
}

/** The goals as they are said: "door speaker out". What goes in as a set is one of them. */
export function goalLines(view: PlanView, asked: Asked): string[] {
  const goals = asked.goals.map((text) => ({ text, read: readGoal(text, view.documents[0].id) }));
  return inSets(asked, goals).map(({ set, goals: own }) => {
    const lines = own.map((goal) => lineOf(view, asked, goal));
    return set ? `a set: ${listed(lines)}` : lines[0];
  });
}

function lineOf(
  view: PlanView,
  asked: Asked,
  { text, read }: { text: string; read: ReturnType<typeof readGoal> },
): string {
  const document = view.documents.find(({ id }) => id === read?.procedure);
  if (!read || !document) return text;
  const side = view.documents.length > 1 && document.side !== 'centre' ? `, ${document.side}` : '';
  const cable = cableOf(view, asked, read);
  if (cable) return cable.words;
  const fit = read.wish === 'kit' && fitOf(asked, read);
  if (fit) return `${fit.speaker} in place of the ${itemWords(indexItems(document), fit.of)}${side}`;
  const isWork = document.work?.some(({ id }) => id === read.item);
  const wish = isWork && read.wish === 'out' ? 'done' : read.wish;
  return `${itemWords(indexItems(document), read.item)} ${WISH_WORDS[wish]}${side}`;
}

/** "front door, left" */
export const zoneOf = (view: PlanView, procedure: string) => {
  const document = view.documents.find((one) => one.id === procedure);
  return document ? `${zoneName(document.zone)}, ${document.side}` : procedure;
};
