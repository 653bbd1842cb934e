import type { StoreKitForm } from '../../contracts/schemas';
import type { StoreKitView } from '../../contracts/views';
import { conflict, notFound } from '../../core/errors';
import {
  dbOf,
  dropStoreKit,
  getJob,
  insertKitTake,
  insertStockMove,
  listStock,
  listStoreKits,
  lockStock,
  stockOf,
  transaction,
  upsertStoreKit,
  type Actor,
} from '../../data';
import { demand } from '../permission';
import { shopCatalogue, stockName } from '../shop';

/** Kits, with what of each there is in stores; for one vehicle only those that are for it. */
export async function viewStoreKits(
  by: Actor,
  vehicle: { make: string; model: string } | null,
): Promise<StoreKitView[]> {
  demand(by, 'follow');
  const db = dbOf(by);
  const [kits, stock, catalogue] = await Promise.all([
    listStoreKits(db, by.branch),
    listStock(db, by.branch),
    shopCatalogue(),
  ]);
  const there = new Map(stock.map(({ kind, count }) => [kind, count]));
  const same = (own: string, wanted: string) => !own || own.toLowerCase() === wanted.toLowerCase();
  return kits
    .filter((kit) => !vehicle || (same(kit.make, vehicle.make) && same(kit.model, vehicle.model)))
    .map((kit) => ({
      ...kit,
      lines: kit.lines.map((line) => ({
        ...line,
        name: stockName(catalogue, line.kind),
        there: there.get(line.kind) ?? 0,
      })),
    }));
}

/** Keeps a kit, or changes it. Throws a conflict where another has its name. */
export async function keepStoreKit(by: Actor, form: StoreKitForm): Promise<void> {
  demand(by, 'keep-stores');
  const db = dbOf(by);
  await upsertStoreKit(db, by.branch, form, by.id);
}

/** Takes a kit off the list. Throws not-found. */
export async function removeStoreKit(by: Actor, id: string): Promise<void> {
  demand(by, 'keep-stores');
  const db = dbOf(by);
  await dropStoreKit(db, by.branch, id, by.id);
}

/** Takes a kit out of stores for a job, whole or not at all, and once. Throws a conflict where it was taken already or something of it is not there. */
export async function takeStoreKit(by: Actor, id: string, jobNumber: number): Promise<void> {
  demand(by, 'keep-stores');
  await transaction(
    by,
    async (tx) => {
      await lockStock(tx);
      const [, kit] = [
        await getJob(tx, by.branch, jobNumber),
        (await listStoreKits(tx, by.branch)).find((one) => one.id === id),
      ];
      if (!kit) throw notFound('kit-unknown', 'There is no such kit any more.');
      await insertKitTake(tx, id, jobNumber, by.id);
      for (const { kind, count } of kit.lines) {
        const here = await stockOf(tx, by.branch, kind);
        if (here < count)
          throw conflict('not-so-many', `Only ${here} of ${count} “${kind}” in stores: nothing was taken.`);
        await insertStockMove(
          tx,
          { kind, change: -count, reason: `kit ${kit.name}`, runId: null, jobNumber, by: by.id },
          by.branch,
        );
      }
    },
    'read committed',
  );
}
