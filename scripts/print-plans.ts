import { mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { makePlan, wholeGoals, type Plan } from '../src/core/telling';
import type { ProcedureDocument } from '../src/core/document';
import { ROOT, say } from './support/project';

const DEMO = join(ROOT, 'demo/procedures');
const OUT = join(ROOT, 'docs/plans');

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
    `All of it off${options.length ? `, with ${options.join(', ')}` : ''}. Made by \`npx tsx scripts/print-plans.ts\` from the demo; nothing here is of a real vehicle.`,
    '',
    ...lines,
    '',
  ].join('\n');
}

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
  for (const [name, text] of waysBack()) writeFileSync(join(OUT, name), text);
  say(`${waysBack().size} ways back are printed into docs/plans.`);
}
