import { beforeAll, describe, expect, it } from 'vitest';
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { asOwner } from '../support/database';
import { kiteJob, sharedKiteShop, REAR_SPEAKER } from '../support/kite-shop';
import {
  answerSupplyOrder,
  countStock,
  exportReorder,
  keepStoreItem,
  keepStoreKit,
  keepStorePhoto,
  moveStock,
  openJob,
  openRun,
  readStorePhoto,
  receiveSupplyOrder,
  removeStoreKit,
  sendSupplyOrder,
  SIMULATED_SUPPLIER,
  takeDelivery,
  takeStoreKit,
  viewStoreKits,
  viewStores,
  viewSupplyOrders,
} from '@/services';
import { readForm, storeItemSchema } from '@/contracts/schemas';
import { HOME, dbOf } from '@/data';

const db = dbOf(HOME);

const { people, shop } = sharedKiteShop();
let job: number;
beforeAll(() => {
  job = shop.job;
});

const row = async (kind: string) => (await viewStores(HOME)).stock.find((one) => one.kind === kind);
const ITEM = readForm(storeItemSchema, {
  kind: 'push-clip',
  number: 'Q-118',
  supplier: 'Quay Fixings',
  minimum: 20,
  priceCents: 12,
});

describe('stores', () => {
  it('know what an item costs, where it lies and who sends it; it is ordered below its minimum', async () => {
    await keepStoreItem(people.technician, ITEM);
    await keepStoreItem(people.technician, { ...ITEM, bin: 'C4' });
    expect(await row('push-clip')).toMatchObject({ name: 'push clips', bin: 'C4', count: 0, order: 20 });
    await moveStock(people.technician, { kind: 'push-clip', change: 25, reason: 'first' });
    expect(await row('push-clip')).toMatchObject({ count: 25, order: 0 });
    await expect(keepStoreItem(people.trainee, ITEM)).rejects.toMatchObject({ kind: 'forbidden' });
  });

  it('reserve what open runs will need', async () => {
    await openRun(people.technician, { job, ...REAR_SPEAKER });
    const clips = (await row('push-clip'))!;
    expect(clips.reserved).toBeGreaterThan(0);
    await countStock(people.technician, { kind: 'push-clip', count: 20 });
    expect((await row('push-clip'))!.order).toBeGreaterThanOrEqual(clips.reserved);
    expect((await exportReorder(people.trainee)).toString()).toContain('Quay Fixings,Q-118,push-clip,push clips,');
  });

  it('are put right by counting: the difference is a move, whoever counts at once', async () => {
    await Promise.all([7, 7, 7].map((count) => countStock(people.technician, { kind: 'push-clip', count })));
    expect((await row('push-clip'))!.count).toBe(7);
    expect((await viewStores(HOME)).moves[0]).toMatchObject({ change: -13, reason: 'counted' });
    await expect(countStock(people.trainee, { kind: 'push-clip', count: 1 })).rejects.toMatchObject({
      kind: 'forbidden',
    });
  });

  it('book a delivery by kind or by the supplier’s number; what is not known is named and not booked', async () => {
    const csv = ['kind,count', 'push-clip,50', 'Q-118,10', 'wing-nut-9,4', 'push-clip,many', ',3'].join('\n');
    const done = await takeDelivery(people.technician, csv);
    expect(done).toMatchObject({ booked: 2, unknown: [{ line: 4, kind: 'wing-nut-9' }] });
    expect(done.bad.map(({ line }) => line)).toEqual([5, 6]);
    expect((await row('push-clip'))!.count).toBe(67);
    expect(await row('wing-nut-9')).toBeUndefined();
    expect((await takeDelivery(people.technician, 'a,b\n1,2')).bad[0].message).toContain('no column');
  });

  it.each([
    ['a price below nothing', { priceCents: -1 }],
    ['a mail that is none', { mail: 'nobody' }],
    ['a minimum in halves', { minimum: 2.5 }],
    ['no kind', { kind: ' ' }],
  ])('refuse %s, in the database too where it guards', (_, change) => {
    expect(() => readForm(storeItemSchema, { ...ITEM, ...change })).toThrow();
  });

  it('cannot be made wrong past the forms', async () => {
    await expect(db.query(`update store_items set price_cents = -1 where kind = 'push-clip'`)).rejects.toThrow(
      /not one that can be kept/,
    );
  });

  it('are never below nothing, nor reserved twice for one run: the database refuses it', async () => {
    await expect(
      db.query(`insert into stock_moves (kind, change, moved_by, branch) values ('push-clip', -100000, 'owner', 1)`),
    ).rejects.toThrow(/not one that can be kept/);
    await expect(db.query(`update stock_levels set count = 5`)).rejects.toThrow(/permission/);
    const [{ id }] = await asOwner<{ id: string }>('select run_id as id from stock_reservations limit 1');
    await expect(
      db.query(`insert into stock_reservations (run_id, kind, count) values ($1, 'push-clip', 1)`, [id]),
    ).rejects.toThrow(/exists/);
  });

  it('ask where a run took more than there were, until somebody counts', async () => {
    await asOwner(`insert into stock_questions (kind, missing, branch) values ('push-clip', 4, 1)`);
    expect(await row('push-clip')).toMatchObject({ count: 67, missing: 4 });
    await countStock(people.technician, { kind: 'push-clip', count: 67 });
    expect(await row('push-clip')).toMatchObject({ missing: 0 });
  });

  it('let what stands in help out', async () => {
    const other = { ...ITEM, kind: 'press clip, grey', number: '', minimum: 0, anyOf: 'any 8 mm press clip' };
    await keepStoreItem(people.technician, { ...ITEM, minimum: 80, anyOf: 'any 8 mm press clip' });
    await keepStoreItem(people.technician, other);
    expect((await row('push-clip'))!.order).toBeGreaterThan(0);
    await moveStock(people.technician, { kind: 'press clip, grey', change: 60, reason: '' });
    const clips = (await row('push-clip'))!;
    expect([clips.order, clips.covered > 0]).toEqual([0, true]);
  });

  it('are found by every word', async () => {
    const found = async (text: string) => (await viewStores(HOME, text)).stock.map(({ kind }) => kind);
    expect(await found('grey press')).toEqual(['press clip, grey']);
    expect(await found('q-118')).toEqual(['push-clip', 'press clip, grey'].filter((kind) => kind === 'push-clip'));
    expect((await viewStores(HOME, 'nothing like it')).matching).toBe(0);
  });

  it('keep a picture of an item', async () => {
    const picture = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#445566' } })
      .png()
      .toBuffer();
    await keepStorePhoto(people.technician, 'push-clip', picture);
    const small = await sharp(await readStorePhoto(people.trainee, 'push-clip', true)).metadata();
    expect([small.format, small.width]).toEqual(['jpeg', 420]);
    await expect(keepStorePhoto(people.technician, 'push-clip', Buffer.from('no picture'))).rejects.toMatchObject({
      code: 'photo-unreadable',
    });
    await expect(readStorePhoto(people.trainee, 'none', true)).rejects.toMatchObject({ kind: 'not-found' });
  });
});

describe('an order', () => {
  const lines = [
    { kind: 'push-clip', count: 40 },
    { kind: 'wing nut', count: 10 },
  ];
  const sent = async (supplier: string, id: string = randomUUID()) => {
    await sendSupplyOrder(people.technician, { id, supplier, lines });
    return async () => (await viewSupplyOrders(people.trainee)).find((one) => one.id === id)!;
  };

  it('is answered by hand, comes in parts, and counts as coming until it is here', async () => {
    const order = await sent('Quay Fixings');
    const { id } = await order();
    expect(await order()).toMatchObject({ state: 'sent', expectedOn: null });
    await answerSupplyOrder(people.technician, id, { state: 'delayed', expectedOn: '2026-12-04', words: 'by phone' });
    expect(await order()).toMatchObject({ state: 'delayed', expectedOn: '2026-12-04' });
    expect(await row('push-clip')).toMatchObject({ count: 67, coming: 40 });
    await receiveSupplyOrder(people.technician, id, { lines: [{ kind: 'push-clip', count: 30 }] });
    expect(await row('push-clip')).toMatchObject({ count: 97, coming: 10 });
    const receive = (kind: string, count: number) =>
      receiveSupplyOrder(people.technician, id, { lines: [{ kind, count }] });
    await expect(receive('push-clip', 11)).rejects.toMatchObject({ code: 'more-than-ordered' });
    await expect(receive('butyl', 1)).rejects.toMatchObject({ code: 'not-ordered' });
    await receiveSupplyOrder(people.technician, id, {
      lines: [
        { kind: 'push-clip', count: 10 },
        { kind: 'wing nut', count: 10 },
      ],
    });
    expect(await order()).toMatchObject({ state: 'received' });
    await expect(receive('push-clip', 1)).rejects.toMatchObject({ code: 'order-done' });
    await expect(
      answerSupplyOrder(people.technician, id, { state: 'cancelled', expectedOn: null, words: '' }),
    ).rejects.toMatchObject({
      code: 'order-done',
    });
  });

  it('is sent once', async () => {
    const id = randomUUID();
    const two = await Promise.allSettled([sent('Quay Fixings', id), sent('Quay Fixings', id)]);
    expect(two.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  });

  it('is answered at once by the made-up supplier: confirmed, delayed or back-ordered, with a day', async () => {
    const order = await (await sent(SIMULATED_SUPPLIER, '00000000-0000-4000-8000-000000000005'))();
    expect(order).toMatchObject({ state: 'delayed', words: 'Delayed by 5 days' });
    expect(order.expectedOn).toMatch(/^\d{4}-\d\d-\d\d$/);
    expect(order.lines[0].backOrdered).toBeGreaterThan(0);
  });
});

describe('a kit', () => {
  const kit = {
    id: randomUUID(),
    name: 'Rear doors',
    make: 'Velden',
    model: 'Kite',
    lines: [{ kind: 'push-clip', count: 3 }],
  };
  it('is for its vehicle, and taken by a job once, whole or not at all', async () => {
    await keepStoreKit(people.technician, kit);
    await expect(
      keepStoreKit(people.technician, { ...kit, id: randomUUID(), name: 'rear doors' }),
    ).rejects.toMatchObject({
      kind: 'conflict',
    });
    expect(await viewStoreKits(people.trainee, { make: 'Soria', model: 'Lumen' })).toEqual([]);
    expect(await viewStoreKits(people.trainee, { make: 'velden', model: 'kite' })).toHaveLength(1);
    const here = (await row('push-clip'))!.count;
    const two = await Promise.allSettled([1, 2].map(() => takeStoreKit(people.technician, kit.id, job)));
    expect(two.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect((await row('push-clip'))!.count).toBe(here - 3);
    expect((await viewStores(HOME)).moves[0]).toMatchObject({ jobNumber: job, change: -3, reason: 'kit Rear doors' });
    const other = await openJob(people.technician, kiteJob('Another'));
    await keepStoreKit(people.technician, { ...kit, lines: [...kit.lines, { kind: 'moon dust', count: 1 }] });
    await expect(takeStoreKit(people.technician, kit.id, other)).rejects.toMatchObject({ code: 'not-so-many' });
    expect((await row('push-clip'))!.count).toBe(here - 3);
    await removeStoreKit(people.technician, kit.id);
    await expect(takeStoreKit(people.technician, kit.id, other)).rejects.toMatchObject({ kind: 'not-found' });
  });
});

describe('a shelf of ten thousand lines', () => {
  it('is booked in one delivery, shown in part, and searched whole', async () => {
    const csv = ['kind,count', ...Array.from({ length: 9999 }, (_, n) => `part ${n},2`)].join('\n');
    await asOwner(
      `insert into store_items (kind, changed_by, branch) select 'part ' || n, 'owner', 1 from generate_series(0, 9998) n`,
    );
    expect(await takeDelivery(people.technician, csv)).toEqual({ booked: 9999, unknown: [], bad: [] });
    const all = await viewStores(HOME);
    expect([all.stock.length, all.total > 9999]).toEqual([300, true]);
    expect((await viewStores(HOME, 'part 9998')).stock).toMatchObject([{ kind: 'part 9998', count: 2 }]);
  });
});
