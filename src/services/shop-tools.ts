import type { ShopToolForm } from '../contracts/schemas';
import type { ShopToolView } from '../contracts/views';
import { invalid } from '../core/errors';
import { toolFor } from '../core/trade';
import { dbOf, handTool, listShopTools, takeOutTool, tellDay, upsertShopTool, type Actor } from '../data';
import { worksHere } from './people';
import { demand } from './permission';
import { readShop } from './shop';
import { dayIn } from './working-time';

/** The shop's tools: which there are, who has them, what is due to be calibrated or charged. */
export async function viewShopTools(by: Actor, now = new Date()): Promise<ShopToolView[]> {
  demand(by, 'follow');
  const db = dbOf(by);
  const [tools, { settings }] = await Promise.all([listShopTools(db, by.branch), readShop(by.branch)]);
  const today = dayIn(settings.timeZone, null, now).toISODate()!;
  return tools.map(({ heldSince, ...tool }) => ({
    ...tool,
    name: toolFor(tool.tool).name,
    heldSince: heldSince?.toISOString() ?? null,
    isDue: tool.dueOn !== null && tool.dueOn < today,
  }));
}

/** Adds a tool, or changes what is known of it. Throws a conflict where another has its label. */
export async function keepShopTool(by: Actor, form: ShopToolForm): Promise<void> {
  demand(by, 'keep-stores');
  const db = dbOf(by);
  await upsertShopTool(db, by.branch, form, by.id);
  await tellDay(db);
}

/** Notes who has a tool now; null hangs it back. Throws not-found, `invalid` where that person does not work here. */
export async function giveTool(by: Actor, id: string, holder: string | null): Promise<void> {
  demand(by, 'follow');
  const db = dbOf(by);
  if (holder !== null && !(await worksHere(db, by, holder)))
    throw invalid('person-inactive', 'That person does not work here any more.');
  await handTool(db, by.branch, id, holder, by.id);
}

/** Takes a tool off the list for good. Throws not-found. */
export async function dropShopTool(by: Actor, id: string): Promise<void> {
  demand(by, 'keep-stores');
  const db = dbOf(by);
  await takeOutTool(db, by.branch, id, by.id);
  await tellDay(db);
}
