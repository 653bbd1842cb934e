'use client';
import { useRouter } from 'next/navigation';
import { useRef, useState, type ChangeEvent } from 'react';
import type { DeliveryView } from '@/contracts/views';
import { sendBytes, troubleWords } from '../../../device/http';
import { Trouble } from '../../design';

/** Books a delivery from the supplier's file; what stores do not know is named and asked about. */
export function Delivery() {
  const router = useRouter();
  const file = useRef<HTMLInputElement>(null);
  const [done, setDone] = useState<DeliveryView | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const [chosen] = event.target.files ?? [];
    event.target.value = '';
    if (!chosen) return;
    setTrouble(null);
    try {
      setDone(await sendBytes<DeliveryView>('PUT', '/api/stores/delivery.csv', chosen));
      router.refresh();
    } catch (error) {
      setTrouble(troubleWords(error));
    }
  };
  return (
    <>
      <Trouble text={trouble} />
      {done && (
        <span role="status">
          {done.booked} {done.booked === 1 ? 'line' : 'lines'} booked
          {done.unknown.length > 0 &&
            `; not known, so not booked: ${done.unknown.map(({ line, kind }) => `${kind} (line ${line})`).join(', ')}`}
          {done.bad.length > 0 &&
            `; not read: ${done.bad.map(({ line, message }) => `line ${line}: ${message}`).join(' ')}`}
        </span>
      )}
      <button type="button" className="btn btn-outline-dark" onClick={() => file.current?.click()}>
        Delivery (CSV)
      </button>
      <input ref={file} type="file" accept=".csv,text/csv" hidden aria-label="Delivery as CSV" onChange={take} />
    </>
  );
}
