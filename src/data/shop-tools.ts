import { notFound } from '../core/errors';
import type { Branch, Db } from './pool';

/** A piece of a tool of which the shop has only so many. */
export interface ShopToolRow {
  id: string;
  /** As plans name it. */
  tool: string;
  label: string;
  /** Who has it; null while it hangs in its place. */
  holder: string | null;
  heldSince: Date | null;
  dueWhat: 'calibration' | 'charge' | 'service' | null;
  /** YYYY-MM-DD. */
  dueOn: string | null;
  note: string;
}

/** The shop's tools, by what they are. */
export async function listShopTools(db: Db, branch: Branch): Promise<ShopToolRow[]> {
  const { rows } = await db.query<ShopToolRow>(
    `select id, tool, label, holder, held_since as "heldSince", due_what as "dueWhat", to_char(due_on, 'YYYY-MM-DD') as "dueOn", note
       from shop_tools where not is_out and branch = $1 order by tool, lower(label)`,
    [branch],
  );
  return rows;
}

/** Adds a tool, or changes what is known of it; who has it stays. Throws not-found where the id is another branch's. */
export async function upsertShopTool(
  db: Db,
  branch: Branch,
  tool: Pick<ShopToolRow, 'id' | 'tool' | 'label' | 'dueWhat' | 'dueOn' | 'note'>,
  by: string,
): Promise<void> {
  const { rowCount } = await db.query(
    `insert into shop_tools (id, tool, label, due_what, due_on, note, changed_by, branch) values ($1, $2, $3, $4, $5, $6, $7, $8)
     on conflict (id) do update set tool = $2, label = $3, due_what = $4, due_on = $5, note = $6, changed_by = $7, changed_at = now() where shop_tools.branch = $8`,
    [tool.id, tool.tool, tool.label, tool.dueWhat, tool.dueOn, tool.note, by, branch],
  );
  if (rowCount === 0) throw gone();
}

/** Notes who has a tool now, null for its place. Throws not-found. */
export async function handTool(db: Db, branch: Branch, id: string, holder: string | null, by: string): Promise<void> {
  const { rowCount } = await db.query(
    `update shop_tools set holder = $2, held_since = case when $2::text is null then null else now() end, changed_by = $3, changed_at = now() where id = $1 and not is_out and branch = $4`,
    [id, holder, by, branch],
  );
  if (rowCount === 0) throw gone();
}

/** Takes a tool off the list: it is broken or sold. Throws not-found. */
export async function takeOutTool(db: Db, branch: Branch, id: string, by: string): Promise<void> {
  const { rowCount } = await db.query(
    'update shop_tools set is_out = true, holder = null, held_since = null, changed_by = $2, changed_at = now() where id = $1 and not is_out and branch = $3',
    [id, by, branch],
  );
  if (rowCount === 0) throw gone();
}

const gone = () => notFound('tool-unknown', 'That tool is not on the list any more.');
