import { makePlan } from '../src/core/telling';
import { checkProcedure } from '../src/core/planning';
import type { ProcedureDocument } from '../src/core/document';
import { printTable } from './support/measure';

const base = (id: string): ProcedureDocument => ({
  format: 'pezzo-procedure/1',
  id,
  title: id,
  applies: [{ make: 'Made', model: 'Up' }],
  zone: 'front-door',
  side: 'left',
  map: { width: 1000, height: 600, outline: 'front-door' },
  options: { a: ['1', '2'], b: ['1', '2'], c: ['1', '2'] },
  parts: [],
  fasteners: [],
  links: [],
  before: [],
  routes: [],
  recordedOrder: [],
});

/** A chain in which every part lies behind the one before it. */
function chain(parts: number): ProcedureDocument {
  const document = base('chain');
  for (let n = 0; n < parts; n += 1) {
    document.parts.push({
      id: `p${n}`,
      kind: 'cover',
      motions: ['pull-top'],
      behind: n ? [`p${n - 1}`] : [],
      when: n % 7 === 0 ? { a: ['1', '2'] } : undefined,
    });
    document.fasteners.push({ id: `f${n}`, holds: `p${n}`, kind: 'tab', count: 2 });
  }
  return document;
}

/** One panel under which everything lies side by side, each part with a route through either of two others. */
function wide(parts: number): ProcedureDocument {
  const document = base('wide');
  for (let n = 0; n < parts; n += 1) {
    document.parts.push({ id: `p${n}`, kind: 'cover', motions: ['pull-top'], behind: n ? ['p0'] : [] });
    document.fasteners.push({
      id: `f${n}`,
      holds: [`p${n}`, `p${(n + 1) % parts}`],
      kind: 'screw',
      drive: 'T20',
      length: 10 + (n % 3),
    });
    if (n > 2 && n % 20 === 0) document.routes!.push({ of: `p${n}`, anyOf: [[`p${n - 1}`], [`p${n - 2}`]] });
  }
  return document;
}

/** A ring: everything waits for itself. */
function ring(parts: number): ProcedureDocument {
  const document = { ...chain(parts), id: 'ring' };
  document.parts[0].behind = [`p${parts - 1}`];
  return document;
}

/** Checks and plans documents of 10 000 items; prints time and memory. */
export async function main(): Promise<void> {
  const rows = [chain(5000), wide(5000), ring(5000)].map((document) => {
    const items = document.parts.length + document.fasteners.length;
    const began = performance.now();
    const { remarks, coverage } = checkProcedure(document);
    const checked = performance.now() - began;
    const from = performance.now();
    const plan = makePlan({
      documents: [document],
      goals: [`p${document.id === 'chain' ? 400 : 4999}`],
      options: { a: '1', b: '1', c: '1' },
    });
    return [
      document.id,
      items,
      `${checked.toFixed(0)} ms`,
      `${coverage.sets} of ${coverage.of}`,
      remarks.length,
      `${(performance.now() - from).toFixed(0)} ms`,
      plan.ok ? 'planned' : plan.problems[0].code,
      `${Math.round(process.memoryUsage().rss / 1e6)} MB`,
    ];
  });
  printTable(['document', 'items', 'check', 'option sets', 'remarks', 'plan', 'result', 'memory'], rows);
}
