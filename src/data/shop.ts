import type { Db } from './pool';

export interface ShopRow {
  name: string;
  settings: Record<string, unknown>;
}

/** The shop, or null before it is set up. */
export async function findShop(db: Db): Promise<ShopRow | null> {
  const { rows } = await db.query<ShopRow>('select name, settings from shop where id = 1');
  return rows[0] ?? null;
}

/** Creates the shop. Fails with a conflict where there is one. */
export async function insertShop(db: Db, name: string): Promise<void> {
  await db.query('insert into shop (name) values ($1)', [name]);
}

/** Replaces the shop's settings. */
export async function updateShopSettings(db: Db, settings: Record<string, unknown>): Promise<void> {
  await db.query('update shop set settings = $1 where id = 1', [settings]);
}
