'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Modal from 'react-bootstrap/Modal';
import type { DaySuggestionView, DayView } from '@/contracts/views';
import { Trouble, useDates, useSend } from '../../design';

/** Proposes the order that keeps the most promises; taken on whole, or left. */
export function Suggestion({ day, mayMove }: { day: DayView; mayMove: boolean }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="btn btn-primary" onClick={() => setOpen(true)}>
        Suggest an order
      </button>
      {isOpen && <SuggestionPanel day={day} mayMove={mayMove} onClose={() => setOpen(false)} />}
    </>
  );
}

function SuggestionPanel({ day, mayMove, onClose }: { day: DayView; mayMove: boolean; onClose: () => void }) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [without, setWithout] = useState<string[]>([]);
  const [order, setOrder] = useState<DaySuggestionView | null>(null);
  const hands = day.people.filter(({ isHere }) => isHere);
  const ask = async () => setOrder(await run<DaySuggestionView>('POST', '/api/day/order', { without }));
  const take = async () => {
    const places = order!.places
      .filter(({ isMoved }) => isMoved)
      .map(({ job, person, bay, startsAt, version }) => ({ job, person, bay, startsAt, version }));
    if ((await run('PUT', '/api/day/order', { places })) === null) return;
    router.refresh();
    onClose();
  };
  return (
    <Modal show onHide={onClose} size="lg" aria-labelledby="order-title" scrollable>
      <Modal.Header closeButton>
        <Modal.Title id="order-title">An order that keeps the most promises</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <fieldset className="d-flex flex-wrap gap-3 mb-2">
          <legend className="label">Who is here</legend>
          {hands.map(({ id, name }) => (
            <label key={id} className="form-check">
              <input
                type="checkbox"
                className="form-check-input"
                checked={!without.includes(id)}
                onChange={(event) => {
                  setWithout(event.target.checked ? without.filter((one) => one !== id) : [...without, id]);
                  setOrder(null);
                }}
              />{' '}
              {name}
            </label>
          ))}
        </fieldset>
        <p className="quiet">
          What is in hand stays where it is. Every job holds its person, bay and tools for its safe time.
        </p>
        <Trouble text={trouble} />
        {order && <Order order={order} names={new Map(day.people.map(({ id, name }) => [id, name]))} />}
      </Modal.Body>
      <Modal.Footer>
        {!order && (
          <button
            type="button"
            className="btn btn-primary"
            disabled={busy || without.length === hands.length}
            onClick={() => void ask()}
          >
            {busy ? 'Looking for it…' : 'Find the order'}
          </button>
        )}
        {order && mayMove && (
          <button
            type="button"
            className="btn btn-primary"
            disabled={busy || !order.places.some(({ isMoved }) => isMoved)}
            onClick={() => void take()}
          >
            {order.places.some(({ isMoved }) => isMoved) ? 'Use this order' : 'That is the order already'}
          </button>
        )}
      </Modal.Footer>
    </Modal>
  );
}

function Order({
  order: { places, late, left, kept, promised, most },
  names,
}: {
  order: DaySuggestionView;
  names: Map<string, string>;
}) {
  const dates = useDates();
  return (
    <>
      <p className="mb-2" role="status">
        <strong>
          {promised === 0
            ? 'Nothing is promised yet.'
            : `Keeps ${kept} of ${promised} ${promised === 1 ? 'promise' : 'promises'}.`}
        </strong>{' '}
        <span className="quiet">
          {kept === most ? promised > 0 && 'Proved: no order keeps more.' : `No order keeps more than ${most}.`}
        </span>
      </p>
      {late.map((one) => (
        <p key={one.job} className="caution mild mb-2">
          Not kept: {one.job} {one.title}, for {dates.moment(one.dueAt)}: {one.words}
          {one.end && `. Done by ${dates.moment(one.end)}`}
        </p>
      ))}
      {left.map((one) => (
        <p key={one.job} className="quiet mb-1">
          Not placed: {one.job} {one.title}: {one.words}
        </p>
      ))}
      <table className="table mb-0">
        <thead>
          <tr>
            <th>Starts</th>
            <th>Job</th>
            <th>Who</th>
            <th>Bay</th>
            <th>Likely done</th>
          </tr>
        </thead>
        <tbody>
          {places.map((one) => (
            <tr key={one.job}>
              <td>{dates.moment(one.startsAt)}</td>
              <td>
                {one.job} {one.title} {one.isMoved && <span className="quiet">moved</span>}
              </td>
              <td>{names.get(one.person) ?? one.person}</td>
              <td>{one.bay}</td>
              <td>{dates.moment(one.likelyEnd)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </>
  );
}
