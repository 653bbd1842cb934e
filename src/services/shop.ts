import { DEFAULT_COST_FORM, DEFAULT_QUOTES, type SettingsForm } from '../contracts/views';
import { BASE_CATALOGUE, extendCatalogue, type Catalogue } from '../core/hardware';
import { DEFAULT_SCHOOLS } from '../core/procedure';
import { db, findShop, getKit, updateKit, updateShopSettings, type Actor } from '../data';
import { demand } from './permission';
import { writeSecurityLine } from './security-log';

const DEFAULTS: SettingsForm = {
  schools: DEFAULT_SCHOOLS,
  srsWaitSeconds: null,
  srsWaitSource: '',
  srsWaits: [],
  costs: DEFAULT_COST_FORM,
  trayBins: 12,
  spareLevel: 0.9,
  labourPerHour: null,
  currency: '',
  quotes: DEFAULT_QUOTES,
  ownKinds: [],
  keepingMonths: null,
  bays: ['Bay 1', 'Bay 2'],
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
};

/** The shop's name and settings, with the defaults of a new shop for what was never set. */
export async function readShop(): Promise<{ name: string; settings: SettingsForm }> {
  const shop = await findShop(db);
  const kept = Object.entries(shop?.settings ?? {}).filter(([key]) => key in DEFAULTS);
  // The first versions asked only whether the battery always goes off.
  const schools = shop?.settings.batteryAlways ? { ...DEFAULT_SCHOOLS, battery: 'always' as const } : DEFAULT_SCHOOLS;
  const settings = { ...DEFAULTS, schools, ...(Object.fromEntries(kept) as Partial<SettingsForm>) };
  return {
    name: shop?.name ?? '',
    settings: {
      ...settings,
      schools: { ...DEFAULT_SCHOOLS, ...settings.schools },
      quotes: { ...DEFAULT_QUOTES, ...settings.quotes },
    },
  };
}

/** Changes the shop's settings; what is not one of them (the mark of the demo) stays. */
export async function changeSettings(by: Actor, settings: SettingsForm): Promise<void> {
  demand(by, 'set-up');
  const shop = await findShop(db);
  await updateShopSettings(db, { ...shop?.settings, ...settings });
  writeSecurityLine('settings-changed', { by: by.id });
}

/** The catalogue with the shop's own kinds. */
export const shopCatalogue = async (): Promise<Catalogue> =>
  extendCatalogue(BASE_CATALOGUE, (await readShop()).settings.ownKinds);

/** The tool codes in a person's own kit. */
export const readKit = (by: Actor): Promise<string[]> => getKit(db, by.id);

/** Replaces a person's own kit. */
export const changeKit = (by: Actor, tools: string[]): Promise<void> => updateKit(db, by.id, tools);
