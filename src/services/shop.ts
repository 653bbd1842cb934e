import { DEFAULT_COST_FORM, DEFAULT_QUOTES, type SettingsForm } from '../contracts/views';
import { BASE_CATALOGUE, extendCatalogue, type Catalogue, type OwnKind } from '../core/trade';
import { DEFAULT_SCHOOLS } from '../core/document';
import {
  dbOf,
  doorDb,
  getKit,
  getShop,
  listBranches,
  listOwnKinds,
  updateKit,
  updateShopSettings,
  type Actor,
  type Branch,
  type ShopRow,
} from '../data';
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
  labourPerHourCents: null,
  currency: '',
  quotes: DEFAULT_QUOTES,
  ownKinds: [],
  keepingMonths: null,
  testersBeforePublishing: 0,
  bays: ['Bay 1', 'Bay 2'],
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
};

/** A branch's name and settings, with the defaults of a new shop for what was never set. */
export async function readShop(branch: Branch): Promise<{ name: string; settings: SettingsForm }> {
  const db = dbOf(branch);
  return withDefaults(await getShop(db, branch));
}

/** The name of the first shop, as the sign-in screen has it; empty before it is set up. */
export const firstShopName = async (): Promise<string> => (await listBranches(doorDb))[0]?.name ?? '';

function withDefaults(shop: ShopRow): { name: string; settings: SettingsForm } {
  const kept = Object.entries(shop.settings).filter(([key]) => key in DEFAULTS);
  // The first versions asked only whether the battery always goes off.
  const schools = shop.settings.batteryAlways ? { ...DEFAULT_SCHOOLS, battery: 'always' as const } : DEFAULT_SCHOOLS;
  const settings = { ...DEFAULTS, schools, ...(Object.fromEntries(kept) as Partial<SettingsForm>) };
  return {
    name: shop.name,
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
  const db = dbOf(by);
  const shop = await getShop(db, by.branch);
  await updateShopSettings(db, by.branch, { ...shop.settings, ...settings });
  writeSecurityLine('settings-changed', { by: by.id });
}

/** Kinds of its own that any branch has: the library is one, so they are known in all of them. The first to use a code keeps it. */
export async function chainKinds(): Promise<OwnKind[]> {
  const kinds = ((await listOwnKinds(doorDb)) as OwnKind[][]).flat();
  return [...new Map(kinds.reverse().map((kind) => [kind.code, kind])).values()].reverse();
}

/** The catalogue with the chain's own kinds. */
export const shopCatalogue = async (): Promise<Catalogue> => extendCatalogue(BASE_CATALOGUE, await chainKinds());

/** What something in stores is called: a kind of the catalogue by its plural, a material as it is. */
export const stockName = (catalogue: Catalogue, kind: string): string => catalogue.fasteners.get(kind)?.plural ?? kind;

/** The tool codes in a person's own kit. */
export const readKit = (by: Actor): Promise<string[]> => getKit(dbOf(by), by.id);

/** Replaces a person's own kit. */
export const changeKit = (by: Actor, tools: string[]): Promise<void> => updateKit(dbOf(by), by.id, tools);
