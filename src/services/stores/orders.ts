import type { OrderAnswerForm, OrderForm, ReceiveForm } from '../../contracts/schemas';
import type { SupplyOrderView } from '../../contracts/views';
import { conflict, invalid } from '../../core/errors';
import {
  dbOf,
  insertStockMoves,
  insertSupplyOrder,
  listStoreItems,
  listSupplyOrders,
  lockStock,
  lockSupplyOrder,
  transaction,
  updateOrderLine,
  updateSupplyOrder,
  type Actor,
} from '../../data';
import { demand } from '../permission';
import { readShop, shopCatalogue, stockName } from '../shop';
import { dayIn } from '../working-time';
import { SIMULATED_SUPPLIER, simulatedAnswer } from './supplier';

const MOST_SHOWN = 60;

/** Orders: open ones first, with what comes when. */
export async function viewSupplyOrders(by: Actor): Promise<SupplyOrderView[]> {
  demand(by, 'follow');
  const db = dbOf(by);
  const [orders, catalogue] = await Promise.all([listSupplyOrders(db, by.branch, MOST_SHOWN), shopCatalogue()]);
  return orders.map(({ sentAt, lines, ...order }) => ({
    ...order,
    sentAt: sentAt.toISOString(),
    lines: lines.map((line) => ({ ...line, name: stockName(catalogue, line.kind) })),
  }));
}

/** Keeps an order that goes to a supplier; the made-up one of the demo answers at once. Throws a conflict where it was sent already. */
export async function sendSupplyOrder(by: Actor, form: OrderForm, now = new Date()): Promise<void> {
  demand(by, 'keep-stores');
  const { settings } = await readShop(by.branch);
  await transaction(by, async (tx) => {
    const items = new Map((await listStoreItems(tx, by.branch)).map((item) => [item.kind, item]));
    const lines = form.lines.map(({ kind, count }) => ({
      kind,
      count,
      priceCents: items.get(kind)?.priceCents ?? null,
    }));
    await insertSupplyOrder(tx, { id: form.id, supplier: form.supplier, by: by.id, lines }, by.branch);
    if (form.supplier !== SIMULATED_SUPPLIER) return;
    const said = simulatedAnswer({
      id: form.id,
      lines: form.lines.map((line) => ({ ...line, leadDays: items.get(line.kind)?.leadDays ?? 3 })),
    });
    const expectedOn = dayIn(settings.timeZone, null, now).plus({ days: said.days }).toISODate();
    await updateSupplyOrder(tx, form.id, { state: said.state, expectedOn, words: said.words });
    for (const [kind, backOrdered] of said.backOrdered)
      await updateOrderLine(tx, form.id, { kind, backOrdered, received: 0 });
  });
}

/** Notes what a supplier says to an order: confirmed or delayed, for when; or that it is cancelled. Throws a conflict where it is done with. */
export async function answerSupplyOrder(by: Actor, id: string, form: OrderAnswerForm): Promise<void> {
  demand(by, 'keep-stores');
  await transaction(
    by,
    async (tx) => {
      openOnly(await lockSupplyOrder(tx, by.branch, id));
      await updateSupplyOrder(tx, id, form);
    },
    'read committed',
  );
}

/** Books what came of an order. Throws `invalid` where more came than was ordered, a conflict where it is done with. */
export async function receiveSupplyOrder(by: Actor, id: string, { lines }: ReceiveForm): Promise<void> {
  demand(by, 'keep-stores');
  await transaction(
    by,
    async (tx) => {
      await lockStock(tx);
      const order = openOnly(await lockSupplyOrder(tx, by.branch, id));
      const came = new Map(lines.map(({ kind, count }) => [kind, count]));
      const unknown = lines.find(({ kind }) => !order.lines.some((line) => line.kind === kind));
      if (unknown) throw invalid('not-ordered', `“${unknown.kind}” is not on this order: book it as a delivery.`);
      const after = order.lines.map((line) => ({ ...line, received: line.received + (came.get(line.kind) ?? 0) }));
      const over = after.find((line) => line.received > line.count);
      if (over)
        throw invalid(
          'more-than-ordered',
          `More of “${over.kind}” than was ordered: count it, then book the rest as a delivery.`,
        );
      for (const line of after)
        await updateOrderLine(tx, id, { ...line, backOrdered: Math.min(line.backOrdered, line.count - line.received) });
      const moves = lines.filter(({ count }) => count > 0).map(({ kind, count }) => ({ kind, change: count }));
      if (moves.length)
        await insertStockMoves(tx, moves, { reason: `order ${order.number}`, by: by.id, branch: by.branch });
      if (after.every((line) => line.received === line.count))
        await updateSupplyOrder(tx, id, { ...order, state: 'received' });
    },
    'read committed',
  );
}

function openOnly<T extends { state: string; number: number }>(order: T): T {
  if (order.state === 'received' || order.state === 'cancelled')
    throw conflict('order-done', `Order ${order.number} is ${order.state} already.`);
  return order;
}
