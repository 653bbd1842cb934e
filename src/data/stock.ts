import type { StoreItem } from '../core/shop';
import type { Branch, Db } from './pool';

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
export async function listStock(db: Db, branch: Branch): Promise<StockRow[]> {
  const { rows } = await db.query<StockRow>('select kind, count from stock_levels where branch = $1 order by kind', [
    branch,
  ]);
  return rows;
}

/** How many there are of one kind; 0 where it never moved. */
export async function stockOf(db: Db, branch: Branch, kind: string): Promise<number> {
  const { rows } = await db.query<{ count: number }>('select count from stock_levels where kind = $1 and branch = $2', [
    kind,
    branch,
  ]);
  return rows[0]?.count ?? 0;
}

/** The newest moves. */
export async function listStockMoves(db: Db, branch: Branch, limit: number): Promise<StockMove[]> {
  const { rows } = await db.query<StockMove>(
    `select m.kind, m.change, case when m.run_id is null then m.reason else 'fitted' end as reason, m.run_id as "runId", coalesce(m.job_number, r.job_number) as "jobNumber", m.moved_by as by, m.moved_at as at
       from stock_moves m left join runs r on r.id = m.run_id where m.branch = $2 order by m.id desc limit $1`,
    [limit, branch],
  );
  return rows;
}

/** Puts in (positive) or takes out (negative). A run takes each kind once; a second time changes nothing. */
export async function insertStockMove(
  db: Db,
  move: { kind: string; change: number; reason: string; runId: string | null; jobNumber?: number | null; by: string },
  branch: Branch,
): Promise<void> {
  await db.query(
    `insert into stock_moves (kind, change, reason, run_id, job_number, moved_by, branch) values ($1, $2, $3, $4, $5, $6, $7)
     on conflict (run_id, kind) where run_id is not null do nothing`,
    [move.kind, move.change, move.reason, move.runId, move.jobNumber ?? null, move.by, branch],
  );
}

/** Puts in several kinds at once. */
export async function insertStockMoves(
  db: Db,
  moves: { kind: string; change: number }[],
  { reason, by, branch }: { reason: string; by: string; branch: Branch },
): Promise<void> {
  await db.query(
    `insert into stock_moves (kind, change, reason, moved_by, branch) select kind, change, $3, $4, $5 from unnest($1::text[], $2::int[]) as m(kind, change)`,
    [moves.map(({ kind }) => kind), moves.map(({ change }) => change), reason, by, branch],
  );
}

/** Asks what became of pieces that were taken though by the count they were not there. */
export async function insertStockQuestion(
  db: Db,
  question: { kind: string; missing: number; runId: string | null },
  branch: Branch,
): Promise<void> {
  await db.query(
    `insert into stock_questions (kind, missing, run_id, branch) select $1, $2, $3, $4
      where $3::uuid is null or not exists (select 1 from stock_questions where run_id = $3 and kind = $1)`,
    [question.kind, question.missing, question.runId, branch],
  );
}

/** Pieces of each kind that were taken though by the count they were not there, not settled yet. */
export async function listStockQuestions(db: Db, branch: Branch): Promise<Map<string, number>> {
  const { rows } = await db.query<{ kind: string; missing: number }>(
    'select kind, sum(missing)::int as missing from stock_questions where settled_at is null and branch = $1 group by kind',
    [branch],
  );
  return new Map(rows.map(({ kind, missing }) => [kind, missing]));
}

/** Settles what was asked about a kind: somebody counted. */
export async function settleStockQuestions(db: Db, branch: Branch, kind: string, by: string): Promise<void> {
  await db.query(
    'update stock_questions set settled_by = $2, settled_at = now() where kind = $1 and settled_at is null and branch = $3',
    [kind, by, branch],
  );
}

/** Everything that is known of what is in stores. */
export async function listStoreItems(db: Db, branch: Branch): Promise<(StoreItem & { hasPhoto: boolean })[]> {
  const { rows } = await db.query<Omit<StoreItem, 'priceCents'> & { priceCents: string | null; hasPhoto: boolean }>(
    `select i.kind, size, own_number as "ownNumber", number, bin, supplier, mail, price_cents::text as "priceCents", minimum, lead_days as "leadDays", any_of as "anyOf",
            p.kind is not null as "hasPhoto"
       from store_items i left join store_photos p on p.kind = i.kind and p.branch = i.branch where i.branch = $1 order by i.kind`,
    [branch],
  );
  return rows.map((row) => ({ ...row, priceCents: row.priceCents === null ? null : Number(row.priceCents) }));
}

/** Keeps what is known of something in stores. */
export async function upsertStoreItem(db: Db, branch: Branch, item: StoreItem, by: string): Promise<void> {
  await db.query(
    `insert into store_items (kind, size, own_number, number, bin, supplier, mail, price_cents, minimum, lead_days, any_of, changed_by, branch)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)
     on conflict (branch, kind) do update set size = $2, own_number = $3, number = $4, bin = $5, supplier = $6, mail = $7, price_cents = $8, minimum = $9,
       lead_days = $10, any_of = $11, changed_by = $12, changed_at = now()`,
    [
      item.kind,
      item.size,
      item.ownNumber,
      item.number,
      item.bin,
      item.supplier,
      item.mail,
      item.priceCents,
      item.minimum,
      item.leadDays,
      item.anyOf,
      by,
      branch,
    ],
  );
}

/** Pieces of each kind that runs took over so many days. */
export async function listTaken(db: Db, branch: Branch, days: number): Promise<Map<string, number>> {
  const { rows } = await db.query<{ kind: string; taken: number }>(
    `select kind, -sum(change)::int as taken from stock_moves
      where (run_id is not null or job_number is not null) and change < 0 and moved_at > now() - make_interval(days => $1) and branch = $2 group by kind`,
    [days, branch],
  );
  return new Map(rows.map(({ kind, taken }) => [kind, taken]));
}

/** Waits until nobody else counts or books, for as long as the transaction lasts. */
export const lockStock = (db: Db) => db.query('select pg_advisory_xact_lock(4700471)');

/** What a run will probably need, once: a second time is refused by the database. */
export async function insertReservations(db: Db, runId: string, needs: ReadonlyMap<string, number>): Promise<void> {
  const kinds = [...needs.keys()].sort();
  await db.query(
    `insert into stock_reservations (run_id, kind, count) select $1, kind, count from unnest($2::text[], $3::int[]) as n(kind, count)`,
    [runId, kinds, kinds.map((kind) => needs.get(kind))],
  );
  await db.query('update runs set reserved = true where id = $1', [runId]);
}

/** Gives up what a run had reserved. */
export const deleteReservations = (db: Db, runId: string) =>
  db.query('delete from stock_reservations where run_id = $1', [runId]);

/** Pieces of each kind that open runs have reserved. */
export async function listReserved(db: Db, branch: Branch): Promise<Map<string, number>> {
  const { rows } = await db.query<{ kind: string; count: number }>(
    `select s.kind, sum(s.count)::int as count from stock_reservations s join runs r on r.id = s.run_id join jobs j on j.number = r.job_number
      where j.branch = $1 group by s.kind`,
    [branch],
  );
  return new Map(rows.map(({ kind, count }) => [kind, count]));
}

/** Keeps the picture of an item; the one before is replaced. */
export async function upsertStorePhoto(
  db: Db,
  photo: { kind: string; picture: Buffer; small: Buffer; sha256: Buffer; by: string },
  branch: Branch,
): Promise<void> {
  await db.query(
    `insert into store_photos (kind, picture, small, sha256, taken_by, branch) values ($1, $2, $3, $4, $5, $6)
     on conflict (branch, kind) do update set picture = $2, small = $3, sha256 = $4, taken_by = $5, taken_at = now()`,
    [photo.kind, photo.picture, photo.small, photo.sha256, photo.by, branch],
  );
}

/** The small picture of an item, or the whole one; null where there is none. */
export async function findStorePhoto(db: Db, branch: Branch, kind: string, isSmall: boolean): Promise<Buffer | null> {
  const { rows } = await db.query<{ picture: Buffer }>(
    `select ${isSmall ? 'small' : 'picture'} as picture from store_photos where kind = $1 and branch = $2`,
    [kind, branch],
  );
  return rows[0]?.picture ?? null;
}
