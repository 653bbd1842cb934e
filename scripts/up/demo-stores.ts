import { v7 as uuid } from 'uuid';
import { keepStoreItem, keepStoreKit, moveStock, sendSupplyOrder, SIMULATED_SUPPLIER } from '../../src/services';
import { actorOf } from './actor';

const ITEM = {
  size: '',
  ownNumber: '',
  number: '',
  bin: '',
  supplier: SIMULATED_SUPPLIER,
  mail: '',
  priceCents: null,
  minimum: 0,
  leadDays: 3,
  anyOf: '',
};

/** What is on the demo's shelf, from a supplier whose answers are made up. */
export async function loadStores(): Promise<void> {
  const lead = await actorOf('tomas-varga');
  const press = { anyOf: 'any 8 mm press clip', size: '8 mm' };
  const items = [
    {
      ...ITEM,
      ...press,
      kind: 'push-clip',
      ownNumber: 'S-101',
      number: 'HF 2208',
      bin: 'C4',
      priceCents: 18,
      minimum: 40,
    },
    { ...ITEM, ...press, kind: 'press clip, grey', ownNumber: 'S-102', number: 'HF 2211', bin: 'C5', priceCents: 16 },
    { ...ITEM, kind: 'push-pin', ownNumber: 'S-110', number: 'HF 0640', bin: 'C6', priceCents: 22, minimum: 12 },
    {
      ...ITEM,
      kind: 'M5 rivet nut',
      size: 'M5',
      ownNumber: 'S-140',
      number: 'HF 5500',
      bin: 'D1',
      priceCents: 35,
      minimum: 20,
      leadDays: 5,
    },
    {
      ...ITEM,
      kind: 'butyl cord',
      size: '8 mm × 6 m',
      ownNumber: 'S-210',
      number: 'HF 9001',
      bin: 'E2',
      priceCents: 640,
      minimum: 2,
    },
    {
      ...ITEM,
      kind: 'blade terminals 4.8 mm',
      ownNumber: 'S-160',
      number: 'HF 4810',
      bin: 'D6',
      priceCents: 9,
      minimum: 50,
    },
  ];
  for (const item of items) await keepStoreItem(lead, item);
  const put = (kind: string, change: number, reason: string) => moveStock(lead, { kind, change, reason });
  await put('push-clip', 60, 'delivery');
  await put('press clip, grey', 35, 'delivery');
  await put('push-pin', 24, 'delivery');
  await put('M5 rivet nut', 2, 'counted');
  await put('butyl cord', 3, 'delivery');
  await put('blade terminals 4.8 mm', 20, 'counted');
  await keepStoreKit(lead, {
    id: uuid(),
    name: 'Rear-door intercom kit',
    make: 'Velden',
    model: 'Kite',
    lines: [
      { kind: 'blade terminals 4.8 mm', count: 4 },
      { kind: 'push-clip', count: 2 },
    ],
  });
  // An id whose made-up answer is late and lacks something.
  await sendSupplyOrder(lead, {
    id: '00000000-0000-4000-8000-000000000005',
    supplier: SIMULATED_SUPPLIER,
    lines: [
      { kind: 'blade terminals 4.8 mm', count: 100 },
      { kind: 'M5 rivet nut', count: 10 },
    ],
  });
}
