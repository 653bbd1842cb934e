import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { kiteShop, REAR_SPEAKER } from '../support/kite-shop';
import { countStock, exportReorder, keepStoreItem, moveStock, openRun, takeDelivery, viewStores } from '@/services';
import { readForm, storeItemSchema } from '@/contracts/schemas';
import { db, type Actor } from '@/data';

let drop: () => Promise<void>;
let people: Record<'owner' | 'lead' | 'technician' | 'trainee', Actor>;
let job: number;
beforeAll(async () => {
  ({ drop, people, job } = await kiteShop());
});
afterAll(() => drop());

const row = async (kind: string) => (await viewStores()).stock.find((one) => one.kind === kind);
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
    expect((await viewStores()).moves[0]).toMatchObject({ change: -13, reason: 'counted' });
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
      /not allowed|check/,
    );
  });
});
