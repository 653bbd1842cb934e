'use client';
import { useRouter } from 'next/navigation';
import type { DeliveryView } from '@/contracts/views';
import { CsvUpload } from '../../design';

/** Books a delivery from the supplier's file; what stores do not know is named and asked about. */
export function Delivery() {
  const router = useRouter();
  return (
    <CsvUpload<DeliveryView>
      url="/api/stores/delivery.csv"
      button="Delivery (CSV)"
      label="Delivery as CSV"
      onDone={() => router.refresh()}
      said={({ booked, unknown, bad }) => (
        <>
          {booked} {booked === 1 ? 'line' : 'lines'} booked
          {unknown.length > 0 &&
            `; not known, so not booked: ${unknown.map(({ line, kind }) => `${kind} (line ${line})`).join(', ')}`}
          {bad.length > 0 && `; not read: ${bad.map(({ line, message }) => `line ${line}: ${message}`).join(' ')}`}
        </>
      )}
    />
  );
}
