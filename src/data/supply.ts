import { conflict, notFound } from '../core/errors';
import type { Branch, Db } from './pool';

export type OrderState = 'sent' | 'confirmed' | 'delayed' | 'received' | 'cancelled';

export interface OrderLineRow {
  kind: string;
  count: number;
  backOrdered: number;
  received: number;
  priceCents: number | null;
}
export interface SupplyOrderRow {
  id: string;
  number: number;
  supplier: string;
  state: OrderState;
  /** YYYY-MM-DD. */
  expectedOn: string | null;
  words: string;
  sentBy: string;
  sentAt: Date;
  lines: OrderLineRow[];
}

const ORDER = `o.id, o.number, o.supplier, o.state, to_char(o.expected_on, 'YYYY-MM-DD') as "expectedOn", o.words, o.sent_by as "sentBy", o.sent_at as "sentAt",
  (select json_agg(json_build_object('kind', kind, 'count', count, 'backOrdered', back_ordered, 'received', received, 'priceCents', price_cents) order by kind)
     from supply_order_lines where order_id = o.id) as lines`;

/** Orders, open ones first, then the newest. */
export async function listSupplyOrders(db: Db, branch: Branch, limit: number): Promise<SupplyOrderRow[]> {
  const { rows } = await db.query<SupplyOrderRow>(
    `select ${ORDER} from supply_orders o where o.branch = $2 order by o.state in ('received', 'cancelled'), o.number desc limit $1`,
    [limit, branch],
  );
  return rows;
}

/** One order, held until the transaction ends. Throws not-found. */
export async function lockSupplyOrder(db: Db, branch: Branch, id: string): Promise<SupplyOrderRow> {
  await db.query('select 1 from supply_orders where id = $1 for update', [id]);
  const { rows } = await db.query<SupplyOrderRow>(
    `select ${ORDER} from supply_orders o where o.id = $1 and o.branch = $2`,
    [id, branch],
  );
  if (!rows[0]) throw notFound('order-unknown', 'There is no such order.');
  return rows[0];
}

/** Keeps an order that was sent. Throws a conflict where it was kept already. */
export async function insertSupplyOrder(
  db: Db,
  order: {
    id: string;
    supplier: string;
    by: string;
    lines: { kind: string; count: number; priceCents: number | null }[];
  },
  branch: Branch,
): Promise<void> {
  const { rowCount } = await db.query(
    'insert into supply_orders (id, supplier, sent_by, branch) values ($1, $2, $3, $4) on conflict do nothing',
    [order.id, order.supplier, order.by, branch],
  );
  if (rowCount === 0) throw conflict('sent-already', 'This order was sent already.');
  await db.query(
    `insert into supply_order_lines (order_id, kind, count, price_cents) select $1, kind, count, price from unnest($2::text[], $3::int[], $4::bigint[]) as l(kind, count, price)`,
    [
      order.id,
      order.lines.map(({ kind }) => kind),
      order.lines.map(({ count }) => count),
      order.lines.map(({ priceCents }) => priceCents),
    ],
  );
}

/** Notes what a supplier says to an order. */
export async function updateSupplyOrder(
  db: Db,
  id: string,
  said: { state: OrderState; expectedOn: string | null; words: string },
): Promise<void> {
  await db.query(
    'update supply_orders set state = $2, expected_on = $3, words = $4, changed_at = now() where id = $1',
    [id, said.state, said.expectedOn, said.words],
  );
}

/** Notes how much of a line comes later, or has come. */
export async function updateOrderLine(
  db: Db,
  id: string,
  line: Pick<OrderLineRow, 'kind' | 'backOrdered' | 'received'>,
): Promise<void> {
  await db.query('update supply_order_lines set back_ordered = $3, received = $4 where order_id = $1 and kind = $2', [
    id,
    line.kind,
    line.backOrdered,
    line.received,
  ]);
}

/** Pieces of each kind that are ordered and have not come. */
export async function listComing(db: Db, branch: Branch): Promise<Map<string, number>> {
  const { rows } = await db.query<{ kind: string; count: number }>(
    `select l.kind, sum(l.count - l.received)::int as count from supply_orders o join supply_order_lines l on l.order_id = o.id
      where o.state not in ('received', 'cancelled') and o.branch = $1 group by l.kind having sum(l.count - l.received) > 0`,
    [branch],
  );
  return new Map(rows.map(({ kind, count }) => [kind, count]));
}

/** What a job of some vehicle takes together. */
export interface StoreKitRow {
  id: string;
  name: string;
  /** Empty for any. */
  make: string;
  model: string;
  lines: { kind: string; count: number }[];
  /** Jobs that took it, newest first. */
  takenBy: number[];
}

/** Kits by name. */
export async function listStoreKits(db: Db, branch: Branch): Promise<StoreKitRow[]> {
  const { rows } = await db.query<StoreKitRow>(
    `select id, name, make, model, lines,
            coalesce((select array_agg(job_number order by taken_at desc) from store_kit_takes t where t.kit_id = k.id), '{}') as "takenBy"
       from store_kits k where not is_out and branch = $1 order by lower(name)`,
    [branch],
  );
  return rows;
}

/** Keeps a kit, or changes it. Throws not-found where the id is another branch's. */
export async function upsertStoreKit(
  db: Db,
  branch: Branch,
  kit: Omit<StoreKitRow, 'takenBy'>,
  by: string,
): Promise<void> {
  const { rowCount } = await db.query(
    `insert into store_kits (id, name, make, model, lines, changed_by, branch) values ($1, $2, $3, $4, $5, $6, $7)
     on conflict (id) do update set name = $2, make = $3, model = $4, lines = $5, changed_by = $6, changed_at = now() where store_kits.branch = $7`,
    [kit.id, kit.name, kit.make, kit.model, JSON.stringify(kit.lines), by, branch],
  );
  if (rowCount === 0) throw notFound('kit-unknown', 'There is no such kit any more.');
}

/** Takes a kit off the list. Throws not-found. */
export async function dropStoreKit(db: Db, branch: Branch, id: string, by: string): Promise<void> {
  const { rowCount } = await db.query(
    'update store_kits set is_out = true, changed_by = $2, changed_at = now() where id = $1 and not is_out and branch = $3',
    [id, by, branch],
  );
  if (rowCount === 0) throw notFound('kit-unknown', 'There is no such kit any more.');
}

/** Notes that a job took a kit. Throws a conflict where it did already. */
export async function insertKitTake(db: Db, kitId: string, jobNumber: number, by: string): Promise<void> {
  const { rowCount } = await db.query(
    'insert into store_kit_takes (kit_id, job_number, taken_by) values ($1, $2, $3) on conflict do nothing',
    [kitId, jobNumber, by],
  );
  if (rowCount === 0) throw conflict('taken-already', `Job ${jobNumber} has taken this kit already.`);
}
