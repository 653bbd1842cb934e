import type { BaySheet, SheetStep, TrayLabel } from '../../contracts/views';
import {
  numbersOf,
  peelSteps,
  sceneOf,
  countedWords,
  indexItems,
  layersOf,
  mirror,
  mirroredSide,
  type ProcedureDocument,
  recordedId,
} from '../../core/document';
import { notFound, unavailable } from '../../core/errors';
import { wiresOf } from '../../core/exchange';
import { type Catalogue, toolFor, capital, listed, applicabilityWords } from '../../core/trade';
import type { Plan, PlannedStep } from '../../core/telling';
import { dbOf, findCurrentRevision, findDraft, listVerifiedOn, type Actor, type Branch } from '../../data';
import { doHeavy, TooHard } from '../heavy';
import { demand } from '../permission';
import { readShop, shopCatalogue } from '../shop';
import { planOfAll } from './export';

/** How long planning and drawing a sheet may take, milliseconds. */
const [PLAN_LIMIT_MS, DRAW_LIMIT_MS] = [2000, 15_000];
const MOST_VEHICLES = 3;
type Paper = 'a4' | 'letter';

/** A procedure, or the other side of it ("kite-rear-door@right"), as a sheet for the bay. `origin` is where its page is found. Throws not-found. */
export async function baySheet(by: Actor, id: string, paper: Paper, origin: string): Promise<Buffer> {
  demand(by, 'follow');
  const sheet = await sheetOf(by.branch, id, origin);
  return drawn('drawSheet', { sheet, paper });
}

/** Labels for the bins of its tray. Throws not-found. */
export async function trayLabelSheet(by: Actor, id: string, paper: Paper): Promise<Buffer> {
  demand(by, 'follow');
  const { document, revision } = await standing(by.branch, id);
  const plan = await planOfAll(document, PLAN_LIMIT_MS);
  const of = `${document.title}, ${document.side}${revision === null ? '' : `, revision ${revision}`}`;
  const labels: TrayLabel[] = plan ? binsOf(plan).map(({ name, label }) => ({ bin: name, label, of })) : [];
  return drawn('drawLabels', { labels, paper });
}

async function drawn(name: string, input: object): Promise<Buffer> {
  const pdf = await doHeavy<Uint8Array>('draw', name, input, DRAW_LIMIT_MS).catch((error: unknown) => {
    throw error instanceof TooHard ? unavailable('too-hard', 'This sheet takes too long to draw.', error) : error;
  });
  return Buffer.from(pdf);
}

async function standing(
  branch: Branch,
  asked: string,
): Promise<{ document: ProcedureDocument; revision: number | null }> {
  const db = dbOf(branch);
  const id = recordedId(asked);
  const current = await findCurrentRevision(db, id);
  const document = current?.document ?? (await findDraft(db, id))?.document;
  if (!document) throw notFound('procedure-unknown', `There is no procedure “${id}”.`);
  const wantsOther = asked !== id && mirroredSide(asked) !== document.side;
  return { document: wantsOther ? mirror(document) : document, revision: current?.revision ?? null };
}

async function sheetOf(branch: Branch, asked: string, origin: string): Promise<BaySheet> {
  const db = dbOf(branch);
  const { document, revision } = await standing(branch, asked);
  const id = recordedId(asked);
  const [{ name, settings }, catalogue, on, plan] = await Promise.all([
    readShop(branch),
    shopCatalogue(),
    listVerifiedOn(db, id, MOST_VEHICLES),
    planOfAll(document, PLAN_LIMIT_MS),
  ]);
  const isMirrored = document.id !== id;
  const numbers = numbersOf(document);
  return {
    shop: name,
    title: document.title,
    side: document.side === 'centre' ? 'Centre' : `${capital(document.side)} side${isMirrored ? ', mirrored' : ''}`,
    vehicles: document.applies.map(applicabilityWords),
    revision,
    madeAt: new Date().toISOString(),
    timeZone: settings.timeZone,
    address: `${origin}/procedures/${encodeURIComponent(id)}`,
    // A mirrored side may have more switches and plugs: that one was run, not this.
    verified: on.length && !isMirrored ? `Verified on ${listed(on.map(({ vehicle }) => vehicle))}.` : null,
    minutes: plan && {
      likely: Math.ceil(plan.time.likelySeconds / 60),
      safe: Math.ceil(plan.time.safeSeconds / 60),
    },
    cautions: plan?.cautions.map(({ text }) => text) ?? ['The vehicle maker’s manual comes first.'],
    tools: plan?.tools.map(({ plate, name: tool, notes }) => ({ plate, name: tool, notes })) ?? [],
    have: plan ? haveOf(plan) : [],
    layers: layersDrawn(document, catalogue),
    noSteps: plan ? null : 'Its steps cannot be planned: look at what the checker says.',
    removal: plan ? plan.steps.removal.map((step) => stepOf(numbers, step)) : [],
    refit: plan ? plan.steps.refit.map((step) => stepOf(numbers, step)) : [],
    bins: plan ? binsOf(plan) : [],
    wires: wiresOf(document),
  };
}

const stepOf = (
  numbers: ReadonlyMap<string, number>,
  { title, where, detail, tool, bins, kind, actions }: PlannedStep,
): SheetStep => ({
  title,
  where,
  detail,
  tool: tool && tool !== 'hand' ? toolFor(tool).plate : '',
  bins,
  // An action's key ends in its item: "release:kite-rear-door/s1".
  numbers: [
    ...new Set(actions.flatMap((key) => numbers.get(key.replace(/^.*[/:]/, '').replace(/[@#].*$/, '')) ?? [])),
  ].sort((a, b) => a - b),
  isGate: kind === 'gate',
});

const binsOf = ({ tray, taped }: Plan): BaySheet['bins'] => [
  ...tray.map(({ bin, label }) => ({ name: `Bin ${bin}`, label })),
  ...taped.map(({ label }) => ({ name: 'Taped', label })),
];

const haveOf = ({ spares, replacements, materials }: Plan): string[] => [
  ...spares.filter((one) => one.spares > 0).map((one) => `${one.spares} spare ${one.name}`),
  ...replacements.map(({ count, material }) => `${count} × ${material}`),
  ...materials.map(({ name, uses }) => `${name}, for ${listed(uses)}`),
];

/** Each layer as it comes into sight, with what is new in it. */
function layersDrawn(document: ProcedureDocument, catalogue: Catalogue): BaySheet['layers'] {
  const layers = layersOf(document);
  const numbers = numbersOf(document);
  const index = indexItems(document);
  const count = peelSteps(document);
  return Array.from({ length: count }, (_, peel) => {
    const items = [...numbers]
      .filter(([id]) => (layers.get(id) ?? 0) === peel)
      .map(([id, n]) => ({ n, words: capital(countedWords(index, id, catalogue)) }));
    const own = new Map([...numbers].filter(([id]) => (layers.get(id) ?? 0) === peel));
    const scene = sceneOf(document, layers, peel, own, catalogue);
    const isDrawn = scene.strokes.some((stroke) => stroke.what === 'words' && stroke.isOnInk);
    return { title: `Layer ${peel + 1} of ${count}`, scene: isDrawn ? scene : null, items };
  }).filter(({ items }) => items.length > 0);
}
