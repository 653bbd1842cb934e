import type { SettingsForm } from '../contracts';
import type { ShopPolicy } from '../core/plan';
import { db, findShop, updateShopSettings, type Person } from '../data';
import { demand } from './permission';

const DEFAULTS: SettingsForm = { batteryAlways: false, srsWaitSeconds: null, srsWaitSource: '' };

/** The shop's name and settings, with the defaults of a new shop for what was never set. */
export async function readShop(): Promise<{ name: string; settings: SettingsForm }> {
  const shop = await findShop(db);
  return { name: shop?.name ?? '', settings: { ...DEFAULTS, ...(shop?.settings as Partial<SettingsForm> | undefined) } };
}

/** Changes the shop's settings. */
export async function changeSettings(by: Person, settings: SettingsForm): Promise<void> {
  demand(by, 'set-up');
  await updateShopSettings(db, { ...settings });
}

/** What the planner needs to know of the shop. */
export async function shopPolicy(): Promise<ShopPolicy> {
  const { settings } = await readShop();
  return { batteryAlways: settings.batteryAlways, srsWaitSeconds: settings.srsWaitSeconds };
}

/** Throws `unavailable` where the database does not answer. */
export async function checkHealth(): Promise<void> {
  await findShop(db);
}
