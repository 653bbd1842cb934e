import { readDeliveryCsv, type StockMoveForm } from '../contracts/schemas';
import type { DeliveryView, StoresView } from '../contracts/views';
import { conflict } from '../core/errors';
import { replacementsOf, sparesOf } from '../core/layout';
import type { RunPlan } from '../core/plan';
import { reorderOf, type StoreItem } from '../core/shop';
import {
  db,
  insertStockMove,
  listOpenRunPlans,
  listStock,
  listStockMoves,
  listStoreItems,
  listTaken,
  lockStock,
  transaction,
  upsertStoreItem,
  type Actor,
} from '../data';
import { csvOf } from './exchange';
import { shopHistory } from './history';
import { demand } from './permission';
import { lookAt } from './runs';
import { readShop, shopCatalogue } from './shop';

const MOVES_SHOWN = 30;
/** Open runs whose needs are counted at most. */
const MOST_RUNS = 200;
/** Days that use is looked back on, and days of a month. */
const [LOOK_BACK, MONTH] = [90, 30];
const UNKNOWN = { number: '', bin: '', supplier: '', mail: '', priceCents: null, minimum: 0, leadDays: 3 };

/** What there is of each kind, what open runs will need of it, what to order, and what moved lately. */
export async function viewStores(): Promise<StoresView> {
  const [stock, items, taken, reserved, moves, catalogue, { settings }] = await Promise.all([
    listStock(db),
    listStoreItems(db),
    listTaken(db, LOOK_BACK),
    reservedByRuns(),
    listStockMoves(db, MOVES_SHOWN),
    shopCatalogue(),
    readShop(),
  ]);
  const name = (kind: string) => catalogue.fasteners.get(kind)?.plural ?? kind;
  const counts = new Map(stock.map(({ kind, count }) => [kind, count]));
  const known = new Map(items.map((item) => [item.kind, item]));
  const kinds = [...new Set([...counts.keys(), ...known.keys(), ...reserved.keys()])];
  const rows = kinds.map((kind) => {
    const item = { ...UNKNOWN, ...known.get(kind), kind };
    const count = counts.get(kind) ?? 0;
    const perDay = (taken.get(kind) ?? 0) / LOOK_BACK;
    const needed = reserved.get(kind) ?? 0;
    const { order } = reorderOf(
      { count, reserved: needed, perDay, leadDays: item.leadDays, minimum: item.minimum },
      settings.spareLevel,
    );
    return {
      ...item,
      name: name(kind),
      count,
      reserved: needed,
      perMonth: Math.round(perDay * MONTH * 10) / 10,
      order,
    };
  });
  return {
    stock: rows.sort((a, b) => (a.name.toLowerCase() < b.name.toLowerCase() ? -1 : 1)),
    currency: settings.currency,
    moves: moves.map((move) => ({ ...move, name: name(move.kind) })),
  };
}

/** What open runs will probably need: spares at the shop's level, and what comes back as something else. */
async function reservedByRuns(): Promise<Map<string, number>> {
  const [plans, history, { settings }] = await Promise.all([
    listOpenRunPlans(db, MOST_RUNS),
    shopHistory(),
    readShop(),
  ]);
  const needs = new Map<string, number>();
  const add = (kind: string, count: number) => count > 0 && needs.set(kind, (needs.get(kind) ?? 0) + count);
  for (const plan of plans) {
    const { graph, removal } = actionsOf(plan);
    for (const { kind, spares } of sparesOf(graph, removal, settings.spareLevel, history)) add(kind, spares);
    for (const { material, count } of replacementsOf(graph, removal)) add(material, count);
  }
  return needs;
}

function actionsOf(plan: RunPlan) {
  const { basis } = lookAt(plan, []);
  const removal = plan.removal.flatMap((key) => {
    const id = basis.graph.idOf.get(key);
    return id === undefined ? [] : (basis.graph.nodes[id].action ?? []);
  });
  return { graph: basis.graph, removal };
}

/** Puts pieces in, or takes them out by hand. A conflict where there are not so many. */
export async function moveStock(by: Actor, { kind, change, reason }: StockMoveForm): Promise<void> {
  demand(by, 'record');
  await transaction(async (tx) => {
    const here = (await listStock(tx)).find((row) => row.kind === kind)?.count ?? 0;
    if (change < 0 && here + change < 0) throw conflict('not-so-many', `Only ${Math.max(0, here)} in stores.`);
    await insertStockMove(tx, { kind, change, reason, runId: null, by: by.id });
  });
}

/** Puts the count right after somebody looked: what it was off by is a move like any other. */
export async function countStock(by: Actor, { kind, count }: { kind: string; count: number }): Promise<void> {
  demand(by, 'record');
  await transaction(async (tx) => {
    await lockStock(tx);
    const here = (await listStock(tx)).find((row) => row.kind === kind)?.count ?? 0;
    if (here === count) return;
    await insertStockMove(tx, { kind, change: count - here, reason: 'counted', runId: null, by: by.id });
  }, 'read committed');
}

/** Keeps what is known of something in stores. */
export async function keepStoreItem(by: Actor, item: StoreItem): Promise<void> {
  demand(by, 'record');
  await upsertStoreItem(db, item, by.id);
}

/** Books a delivery: known kinds are put in, all together; unknown ones are named and nothing of them is booked. */
export async function takeDelivery(by: Actor, csv: string): Promise<DeliveryView> {
  demand(by, 'record');
  const { lines, bad } = readDeliveryCsv(csv);
  const catalogue = await shopCatalogue();
  return transaction(async (tx) => {
    await lockStock(tx);
    const [stock, items] = [await listStock(tx), await listStoreItems(tx)];
    const known = new Set([
      ...stock.map(({ kind }) => kind),
      ...items.map(({ kind }) => kind),
      ...catalogue.fasteners.keys(),
    ]);
    // Suppliers write their own numbers.
    const byNumber = new Map(items.filter(({ number }) => number).map(({ number, kind }) => [number, kind]));
    const unknown: DeliveryView['unknown'] = [];
    let booked = 0;
    for (const { line, kind: written, count } of lines) {
      const kind = known.has(written) ? written : byNumber.get(written);
      if (!kind) unknown.push({ line, kind: written });
      else {
        await insertStockMove(tx, { kind, change: count, reason: 'delivery', runId: null, by: by.id });
        booked += 1;
      }
    }
    return { booked, unknown: unknown.slice(0, 50), bad: bad.slice(0, 50) };
  }, 'read committed');
}

/** What to order, by supplier, as CSV. */
export async function exportReorder(by: Actor): Promise<Buffer> {
  demand(by, 'follow');
  const { stock } = await viewStores();
  const rows = stock
    .filter(({ order }) => order > 0)
    .sort((a, b) => (a.supplier < b.supplier ? -1 : a.supplier > b.supplier ? 1 : 0))
    .map((row) => [
      row.supplier,
      row.number,
      row.kind,
      row.name,
      row.order,
      row.priceCents === null ? null : (row.priceCents / 100).toFixed(2),
    ]);
  return Buffer.from(csvOf({ columns: ['supplier', 'number', 'kind', 'name', 'count', 'price'], rows }), 'utf8');
}
