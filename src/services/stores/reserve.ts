import { replacementsOf, sparesOf, type ShopHistory } from '../../core/planning';
import type { RunPlan } from '../../core/telling';
import { dbOf, insertReservations, listUnreserved, transaction, type Branch, type Db } from '../../data';
import { shopHistory } from '../history';
import { lookAt } from '../run-view';
import { readShop } from '../shop';

/** Open runs of an older version whose needs are worked out in one go. */
const MOST_RUNS = 50;

/** What a run will probably need: spares at the shop's level, and what comes back as something else. */
function needsOf(plan: RunPlan, level: number, history: ShopHistory): Map<string, number> {
  const { basis } = lookAt(plan, []);
  const removal = plan.removal.flatMap((key) => {
    const id = basis.graph.idOf.get(key);
    return id === undefined ? [] : (basis.graph.nodes[id].action ?? []);
  });
  const needs = new Map<string, number>();
  const add = (kind: string, count: number) => count > 0 && needs.set(kind, (needs.get(kind) ?? 0) + count);
  for (const { kind, spares } of sparesOf(basis.graph, removal, level, history)) add(kind, spares);
  for (const { material, count } of replacementsOf(basis.graph, removal)) add(material, count);
  return needs;
}

/** Reserves what a run that is just opened will probably need. */
export async function reserveFor(tx: Db, branch: Branch, runId: string, plan: RunPlan): Promise<void> {
  const [history, { settings }] = [await shopHistory(branch), await readShop(branch)];
  await insertReservations(tx, runId, needsOf(plan, settings.spareLevel, history));
}

/** Reserves for open runs that an older version opened. */
export async function reserveForOlder(branch: Branch): Promise<void> {
  const db = dbOf(branch);
  if ((await listUnreserved(db, 1)).length === 0) return;
  await transaction(branch, async (tx) => {
    for (const { id, plan } of await listUnreserved(tx, MOST_RUNS)) await reserveFor(tx, branch, id, plan);
  });
}
