import type { StoreItem } from '../core/shop';
import type { Db } from './pool';

export interface StockRow {
  kind: string;
  count: number;
}

export interface StockMove {
  kind: string;
  change: number;
  reason: string;
  runId: string | null;
  jobNumber: number | null;
  by: string;
  at: Date;
}

/** What there is of each kind that ever moved. */
export async function listStock(db: Db): Promise<StockRow[]> {
  const { rows } = await db.query<StockRow>(
    'select kind, sum(change)::int as count from stock_moves group by kind order by kind',
  );
  return rows;
}

/** The newest moves. */
export async function listStockMoves(db: Db, limit: number): Promise<StockMove[]> {
  const { rows } = await db.query<StockMove>(
    `select m.kind, m.change, m.reason, m.run_id as "runId", r.job_number as "jobNumber", m.moved_by as by, m.moved_at as at
       from stock_moves m left join runs r on r.id = m.run_id order by m.id desc limit $1`,
    [limit],
  );
  return rows;
}

/** Puts in (positive) or takes out (negative). A run takes each kind once; a second time changes nothing. */
export async function insertStockMove(
  db: Db,
  move: { kind: string; change: number; reason: string; runId: string | null; by: string },
): Promise<void> {
  await db.query(
    `insert into stock_moves (kind, change, reason, run_id, moved_by) values ($1, $2, $3, $4, $5)
     on conflict (run_id, kind) where run_id is not null do nothing`,
    [move.kind, move.change, move.reason, move.runId, move.by],
  );
}

/** Everything that is known of what is in stores. */
export async function listStoreItems(db: Db): Promise<StoreItem[]> {
  const { rows } = await db.query<Omit<StoreItem, 'priceCents'> & { priceCents: string | null }>(
    `select kind, number, bin, supplier, mail, price_cents::text as "priceCents", minimum, lead_days as "leadDays" from store_items order by kind`,
  );
  return rows.map((row) => ({ ...row, priceCents: row.priceCents === null ? null : Number(row.priceCents) }));
}

/** Keeps what is known of something in stores. */
export async function upsertStoreItem(db: Db, item: StoreItem, by: string): Promise<void> {
  await db.query(
    `insert into store_items (kind, number, bin, supplier, mail, price_cents, minimum, lead_days, changed_by) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)
     on conflict (kind) do update set number = $2, bin = $3, supplier = $4, mail = $5, price_cents = $6, minimum = $7, lead_days = $8, changed_by = $9, changed_at = now()`,
    [item.kind, item.number, item.bin, item.supplier, item.mail, item.priceCents, item.minimum, item.leadDays, by],
  );
}

/** Pieces of each kind that runs took over so many days. */
export async function listTaken(db: Db, days: number): Promise<Map<string, number>> {
  const { rows } = await db.query<{ kind: string; taken: number }>(
    `select kind, -sum(change)::int as taken from stock_moves
      where run_id is not null and change < 0 and moved_at > now() - make_interval(days => $1) group by kind`,
    [days],
  );
  return new Map(rows.map(({ kind, taken }) => [kind, taken]));
}

/** Waits until nobody else counts or books, for as long as the transaction lasts. */
export const lockStock = (db: Db) => db.query('select pg_advisory_xact_lock(4700471)');
