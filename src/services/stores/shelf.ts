import type { ReadDelivery, StockMoveForm } from '../../contracts/schemas';
import type { DeliveryView, StoreRowView, StoresView } from '../../contracts/views';
import { conflict, notFound } from '../../core/errors';
import { reorderOf, type Stocked, type StoreItem, withSubstitutes } from '../../core/shop';
import {
  dbOf,
  findStorePhoto,
  insertStockMove,
  insertStockMoves,
  listComing,
  listReserved,
  listStock,
  listStockMoves,
  listStockQuestions,
  listStoreItems,
  listTaken,
  lockStock,
  settleStockQuestions,
  stockOf,
  transaction,
  upsertStoreItem,
  upsertStorePhoto,
  type Actor,
  type Branch,
} from '../../data';
import { csvOf } from '../exchange';
import { demand } from '../permission';
import { readSentTable } from '../read-table';
import { convertedPhoto } from '../photos';
import { readShop, shopCatalogue, stockName } from '../shop';
import { reserveForOlder } from './reserve';

const MOVES_SHOWN = 30;
/** Days that use is looked back on, and days of a month. */
const [LOOK_BACK, MONTH] = [90, 30];
const UNKNOWN = {
  size: '',
  ownNumber: '',
  number: '',
  bin: '',
  supplier: '',
  mail: '',
  priceCents: null,
  minimum: 0,
  leadDays: 3,
  anyOf: '',
  hasPhoto: false,
};

/** Rows of the shelf that a page shows. */
const MOST_ROWS = 300;

/** What there is of each kind, what open runs will need of it, what to order, and what moved lately; of all, or of what holds every word. */
export async function viewStores(branch: Branch, text = ''): Promise<StoresView> {
  const db = dbOf(branch);
  await reserveForOlder(branch);
  const [stock, items, taken, reserved, coming, questions, moves, catalogue, { settings }] = await Promise.all([
    listStock(db, branch),
    listStoreItems(db, branch),
    listTaken(db, branch, LOOK_BACK),
    listReserved(db, branch),
    listComing(db, branch),
    listStockQuestions(db, branch),
    listStockMoves(db, branch, MOVES_SHOWN),
    shopCatalogue(),
    readShop(branch),
  ]);
  const name = (kind: string) => stockName(catalogue, kind);
  const counts = new Map(stock.map(({ kind, count }) => [kind, count]));
  const known = new Map(items.map((item) => [item.kind, item]));
  const kinds = [...new Set([...counts.keys(), ...known.keys(), ...reserved.keys()])];
  const perDay = (kind: string) => (taken.get(kind) ?? 0) / LOOK_BACK;
  const shelfOf = (kind: string) => ({
    count: counts.get(kind) ?? 0,
    reserved: reserved.get(kind) ?? 0,
    coming: coming.get(kind) ?? 0,
  });
  // Thousands of items are looked through; only those that are shown are written out in full.
  const ordered = withSubstitutes(
    kinds.map((kind): Stocked => {
      const { leadDays, minimum, anyOf } = known.get(kind) ?? UNKNOWN;
      const { free, point, order } = reorderOf(
        { ...shelfOf(kind), perDay: perDay(kind), leadDays, minimum },
        settings.spareLevel,
      );
      return { kind, anyOf, free, point, order };
    }),
  );
  const rowOf = ({ kind, order, covered }: Stocked & { covered: number }): StoreRowView => {
    const item = known.get(kind) ?? { ...UNKNOWN, kind };
    return {
      ...item,
      ...shelfOf(kind),
      name: [name(kind), item.size].filter(Boolean).join(', '),
      missing: questions.get(kind) ?? 0,
      perMonth: Math.round(perDay(kind) * MONTH * 10) / 10,
      order,
      covered,
    };
  };
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const keyed = ordered
    .filter(
      ({ kind }) => words.length === 0 || holdsAll(wordsOf(name(kind), known.get(kind) ?? { ...UNKNOWN, kind }), words),
    )
    .map((one) => ({
      one,
      key: `${questions.has(one.kind) ? 0 : one.order > 0 ? 1 : 2} ${name(one.kind).toLowerCase()}`,
    }))
    .sort((a, b) => (a.key < b.key ? -1 : 1));
  return {
    stock: keyed.slice(0, MOST_ROWS).map(({ one }) => rowOf(one)),
    matching: keyed.length,
    total: kinds.length,
    toOrder: ordered.filter(({ order }) => order > 0).map(rowOf),
    currency: settings.currency,
    moves: moves.map((move) => ({ ...move, name: name(move.kind) })),
  };
}

const holdsAll = (text: string, words: readonly string[]) => words.every((word) => text.includes(word));

const wordsOf = (name: string, { kind, size, ownNumber, number, bin, supplier, anyOf }: StoreItem): string =>
  `${kind} ${name} ${size} ${ownNumber} ${number} ${bin} ${supplier} ${anyOf}`.toLowerCase();

/** Puts pieces in, or takes them out by hand. A conflict where there are not so many. */
export async function moveStock(by: Actor, { kind, change, reason }: StockMoveForm): Promise<void> {
  demand(by, 'keep-stores');
  await transaction(
    by,
    async (tx) => {
      await lockStock(tx);
      const here = await stockOf(tx, by.branch, kind);
      if (here + change < 0) throw conflict('not-so-many', `Only ${here} in stores. Count what is there first.`);
      await insertStockMove(tx, { kind, change, reason, runId: null, by: by.id }, by.branch);
    },
    'read committed',
  );
}

/** Puts the count right after somebody looked: what it was off by is a move like any other, and what was asked about it is settled. */
export async function countStock(by: Actor, { kind, count }: { kind: string; count: number }): Promise<void> {
  demand(by, 'keep-stores');
  await transaction(
    by,
    async (tx) => {
      await lockStock(tx);
      const here = await stockOf(tx, by.branch, kind);
      await settleStockQuestions(tx, by.branch, kind, by.id);
      if (here === count) return;
      await insertStockMove(tx, { kind, change: count - here, reason: 'counted', runId: null, by: by.id }, by.branch);
    },
    'read committed',
  );
}

/** Keeps what is known of something in stores. */
export async function keepStoreItem(by: Actor, item: StoreItem): Promise<void> {
  demand(by, 'keep-stores');
  const db = dbOf(by);
  await upsertStoreItem(db, by.branch, item, by.id);
}

/** Books a delivery: known kinds are put in, all together; unknown ones are named and nothing of them is booked. */
export async function takeDelivery(by: Actor, csv: string): Promise<DeliveryView> {
  demand(by, 'keep-stores');
  const { lines, bad } = await readSentTable<ReadDelivery>('readDelivery', csv);
  const catalogue = await shopCatalogue();
  return transaction(
    by,
    async (tx) => {
      await lockStock(tx);
      const [stock, items] = [await listStock(tx, by.branch), await listStoreItems(tx, by.branch)];
      const known = new Set([
        ...stock.map(({ kind }) => kind),
        ...items.map(({ kind }) => kind),
        ...catalogue.fasteners.keys(),
      ]);
      // Suppliers write their own numbers.
      const byNumber = new Map(
        items.flatMap(({ number, ownNumber, kind }) => [number, ownNumber].filter(Boolean).map((one) => [one, kind])),
      );
      const unknown: DeliveryView['unknown'] = [];
      const counts = new Map<string, number>();
      let booked = 0;
      for (const { line, kind: written, count } of lines) {
        const kind = known.has(written) ? written : byNumber.get(written);
        if (!kind) unknown.push({ line, kind: written });
        else {
          counts.set(kind, (counts.get(kind) ?? 0) + count);
          booked += 1;
        }
      }
      const moves = [...counts].map(([kind, change]) => ({ kind, change }));
      if (moves.length) await insertStockMoves(tx, moves, { reason: 'delivery', by: by.id, branch: by.branch });
      return { booked, unknown: unknown.slice(0, 50), bad: bad.slice(0, 50) };
    },
    'read committed',
  );
}

/** What to order, by supplier, as CSV. */
export async function exportReorder(by: Actor): Promise<Buffer> {
  demand(by, 'follow');
  const { toOrder } = await viewStores(by.branch);
  const rows = [...toOrder]
    .sort((a, b) => (a.supplier < b.supplier ? -1 : a.supplier > b.supplier ? 1 : 0))
    .map((row) => [
      row.supplier,
      row.number,
      row.kind,
      row.name,
      row.order,
      row.priceCents === null ? null : (row.priceCents / 100).toFixed(2),
    ]);
  return Buffer.from(csvOf({ columns: ['supplier', 'number', 'kind', 'name', 'count', 'price'], rows }), 'utf8');
}

/** Keeps the picture of an item. Throws `invalid` where it is none that can be read. */
export async function keepStorePhoto(by: Actor, kind: string, bytes: Buffer): Promise<void> {
  demand(by, 'keep-stores');
  const db = dbOf(by);
  const { picture, small, sha256 } = await convertedPhoto(bytes);
  await upsertStorePhoto(db, { kind, picture, small, sha256, by: by.id }, by.branch);
}

/** The picture of an item, small or whole. Throws not-found. */
export async function readStorePhoto(by: Actor, kind: string, isSmall: boolean): Promise<Buffer> {
  demand(by, 'follow');
  const db = dbOf(by);
  const picture = await findStorePhoto(db, by.branch, kind, isSmall);
  if (!picture) throw notFound('photo-unknown', 'There is no picture of it.');
  return picture;
}
