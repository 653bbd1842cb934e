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
