import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { FIXING_WORDS, placeNewParts } from '../src/core/bench';
import { indexItems, itemWords, type ProcedureDocument } from '../src/core/document';
import { spanWords } from '../src/core/shop';
import { makePlan, type Plan, type PlannedStep, wholeGoals } from '../src/core/telling';
import { ROOT, say } from './support/project';

const DEMO = join(ROOT, 'demo/procedures');
const OUT = join(ROOT, 'docs/plans');

const MADE = 'Made by `npx tsx scripts/print-plans.ts` from the demo; nothing here is of a real vehicle.';

/** All procedures of the demo, by id. */
const documents = readdirSync(DEMO)
  .filter((name) => name.endsWith('.json'))
  .sort()
  .map((name) => JSON.parse(readFileSync(join(DEMO, name), 'utf8')) as ProcedureDocument);

/** The plan that takes all of a procedure apart and back, with the first value of every option; null where there is none. */
function planOf(document: ProcedureDocument): Plan | null {
  const options = Object.fromEntries(Object.entries(document.options ?? {}).map(([name, [first]]) => [name, first]));
  for (const goals of wholeGoals(document)) {
    const planned = makePlan({ documents: [document], goals, options });
    if (planned.ok) return planned.plan;
  }
  return null;
}

/** The way back of a procedure, to be read aloud: what is done, what a gate asks, what has to be minded. */
export function wayBackText(document: ProcedureDocument): string | null {
  const plan = planOf(document);
  if (!plan) return null;
  const actions = new Map(plan.refit.map((action) => [action.key, action]));
  const options = Object.entries(document.options ?? {}).map(([name, [first]]) => `${name} ${first}`);
  const lines = plan.steps.refit.flatMap(({ title, detail, kind, actions: keys }, at) => {
    const gate = kind === 'gate' ? actions.get(keys[0]) : undefined;
    const under = gate ? [...gate.checks.map(({ text }) => text), ...gate.notes] : detail ? [detail] : [];
    return [`${at + 1}. ${gate ? `**${title}**` : title}`, ...under.map((line) => `   - ${line}`)];
  });
  return [
    `# ${document.title}: the way back`,
    '',
    `All of it off${options.length ? `, with ${options.join(', ')}` : ''}. ${MADE}`,
    '',
    ...lines,
    '',
  ].join('\n');
}

/** A new speaker in one place of a procedure, by the two best ways of fixing it: what is made ready, and the way back down to its test. */
function newPartText(document: ProcedureDocument, of: string): string {
  const wish = { procedure: document.id, of, speaker: null };
  const [asked] = placeNewParts([document], [{ ...wish, fixing: null }]).questions;
  const parts = asked.choices.slice(0, 2).flatMap(({ way, because }) => {
    const { documents: fitted, goals } = placeNewParts([document], [{ ...wish, fixing: way }]);
    const planned = makePlan({ documents: fitted, goals, options: {} });
    if (!planned.ok) throw new Error(planned.problems[0].message);
    const { steps, time } = planned.plan;
    const last = steps.refit.findIndex(({ actions: [key] }) => key.startsWith('gate:test:'));
    const told = (list: PlannedStep[]) =>
      list.flatMap(({ title, detail }, at) => [`${at + 1}. ${title}`, ...(detail ? [`   - ${detail}`] : [])]);
    return [
      `## ${FIXING_WORDS[way].name}`,
      '',
      `${because} ${spanWords(time.likelySeconds)} of work.`,
      '',
      ...told(steps.fit),
      '',
      'Then back:',
      '',
      ...told(steps.refit.slice(0, last + 1)),
      '',
    ];
  });
  const name = itemWords(indexItems(document), of);
  return [
    `# ${document.title}: a new ${name}`,
    '',
    ['The two best ways of fixing it, down to its test.', asked.lacks, MADE].filter(Boolean).join(' '),
    '',
    ...parts,
  ].join('\n');
}

/** The texts of new speakers by file name: one place of each procedure that has some. */
export const newParts = (): Map<string, string> =>
  new Map(
    documents.flatMap((document) => {
      const place = document.parts.find(({ kind }) => kind === 'speaker' || kind === 'tweeter');
      return place ? [[`${document.id}-new-${place.id}.md`, newPartText(document, place.id)] as const] : [];
    }),
  );

/** The texts by file name. */
export const waysBack = (): Map<string, string> =>
  new Map(
    documents.flatMap((document) => {
      const text = wayBackText(document);
      return text === null ? [] : [[`${document.id}.md`, text] as const];
    }),
  );

if (process.argv[1]?.endsWith('print-plans.ts')) {
  rmSync(OUT, { recursive: true, force: true });
  mkdirSync(OUT, { recursive: true });
  const texts = [...waysBack(), ...newParts()];
  for (const [name, text] of texts) writeFileSync(join(OUT, name), text);
  say(`${texts.length} plans are printed into docs/plans.`);
}
