'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { SupplyOrderView } from '@/contracts/views';
import { moneyWords } from '@/core/shop';
import { Trouble, useDates, useSend } from '../../design';

const STATES: Record<SupplyOrderView['state'], [words: string, look: string]> = {
  sent: ['Sent, no answer yet', ''],
  confirmed: ['Confirmed', 'now'],
  delayed: ['Delayed', 'halted'],
  received: ['All here', 'done'],
  cancelled: ['Cancelled', ''],
};
interface Shown {
  names: Record<string, string>;
  currency: string;
  mayMove: boolean;
}

/** What is ordered: what the supplier says to it, and what has come. */
export function Orders({ orders, ...shown }: Shown & { orders: SupplyOrderView[] }) {
  return (
    <div className="fill-scroll" tabIndex={0} role="region" aria-label="Orders">
      {orders.length === 0 && <p className="empty">Nothing is ordered. What runs low is offered under “To order”.</p>}
      {orders.map((order) => (
        <Order key={`${order.id} ${JSON.stringify(order.lines)}`} order={order} {...shown} />
      ))}
    </div>
  );
}

function Order({ order, names, currency, mayMove }: Shown & { order: SupplyOrderView }) {
  const dates = useDates();
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const rest = (kind: string) => {
    const line = order.lines.find((one) => one.kind === kind)!;
    return line.count - line.received - line.backOrdered;
  };
  const [came, setCame] = useState<Record<string, string>>(
    Object.fromEntries(order.lines.map(({ kind }) => [kind, String(rest(kind))])),
  );
  const [words, look] = STATES[order.state];
  const isOpen = mayMove && order.state !== 'received' && order.state !== 'cancelled';
  const sum = order.lines.reduce((all, { count, priceCents }) => all + count * (priceCents ?? 0), 0);
  const receive = async () => {
    const lines = Object.entries(came).map(([kind, count]) => ({ kind, count: Number(count) }));
    if ((await run('POST', `/api/stores/orders/${order.id}/receive`, { lines })) !== null) router.refresh();
  };
  return (
    <section className="sheet" aria-label={`Order ${order.number}`}>
      <h2>
        {order.number} {order.supplier} <span className={`stage ${look}`}>{words}</span>
      </h2>
      <p className="mb-2">
        {order.expectedOn && order.state !== 'received' && (
          <strong>Expected {dates.weekday(`${order.expectedOn}T12:00:00Z`)}. </strong>
        )}
        {order.words && `${order.words}. `}
        <span className="quiet">
          {names[order.sentBy] ?? order.sentBy}, {dates.moment(order.sentAt)}
          {sum > 0 && ` · ${moneyWords(sum, currency)}`}
        </span>
      </p>
      <table className="table ledger-table mb-2">
        <thead>
          <tr>
            <th>Item</th>
            <th className="n">Ordered</th>
            <th className="n">Back-ordered</th>
            <th className="n">Here</th>
            {isOpen && <th className="n">Came now</th>}
          </tr>
        </thead>
        <tbody>
          {order.lines.map((line) => (
            <tr key={line.kind}>
              <td>{line.name}</td>
              <td className="n">{line.count}</td>
              <td className="n">{line.backOrdered || '–'}</td>
              <td className="n">{line.received || '–'}</td>
              {isOpen && (
                <td className="n">
                  <input
                    className="form-control number-field"
                    inputMode="numeric"
                    aria-label={`${line.name}: came now`}
                    value={came[line.kind] ?? ''}
                    onChange={(event) => setCame({ ...came, [line.kind]: event.target.value })}
                  />
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      <Trouble text={trouble} />
      {isOpen && (
        <div className="d-flex gap-2 flex-wrap align-items-end">
          <button
            type="button"
            className="btn btn-primary"
            disabled={busy || !Object.values(came).every((one) => /^\d+$/.test(one.trim()))}
            onClick={() => void receive()}
          >
            Book what came
          </button>
          <Answer order={order} />
        </div>
      )}
    </section>
  );
}

/** What the supplier says to it, on the phone or by mail. */
function Answer({ order }: { order: SupplyOrderView }) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [expectedOn, setExpectedOn] = useState(order.expectedOn ?? '');
  const say = async (state: 'confirmed' | 'delayed' | 'cancelled') => {
    const body = { state, expectedOn: expectedOn || null, words: order.words };
    if ((await run('PUT', `/api/stores/orders/${order.id}`, body)) !== null) router.refresh();
  };
  return (
    <>
      <label className="ms-auto">
        Expected
        <input
          type="date"
          className="form-control"
          value={expectedOn}
          onChange={(event) => setExpectedOn(event.target.value)}
        />
      </label>
      {(['confirmed', 'delayed', 'cancelled'] as const).map((state) => (
        <button
          key={state}
          type="button"
          className="btn btn-outline-dark"
          disabled={busy}
          onClick={() => void say(state)}
        >
          {{ confirmed: 'Confirmed', delayed: 'Delayed', cancelled: 'Cancel it' }[state]}
        </button>
      ))}
      <Trouble text={trouble} />
    </>
  );
}
