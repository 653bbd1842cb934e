import type { StockMoveForm } from '../contracts/schemas';
import type { StoresView } from '../contracts/views';
import { conflict } from '../core/errors';
import { db, insertStockMove, listStock, listStockMoves, transaction, type Actor } from '../data';
import { demand } from './permission';
import { shopCatalogue } from './shop';

const MOVES_SHOWN = 30;

/** What there is of each kind, and what moved lately. */
export async function viewStores(): Promise<StoresView> {
  const [stock, moves, catalogue] = await Promise.all([
    listStock(db),
    listStockMoves(db, MOVES_SHOWN),
    shopCatalogue(),
  ]);
  const name = (kind: string) => catalogue.fasteners.get(kind)?.plural ?? kind;
  return {
    stock: stock.map((row) => ({ ...row, name: name(row.kind) })),
    moves: moves.map((move) => ({ ...move, name: name(move.kind) })),
  };
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
