'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { JobView } from '@/contracts/views';
import { TextFields, Trouble, useSend } from '../../design';

const FIELDS = [
  ['customer', 'Name'],
  ['phone', 'Phone'],
  ['label', 'Plate or note'],
] as const;
const CONSENT = { yes: true, no: false, unasked: null } as const;
const consentOf = (consent: boolean | null) => (consent === null ? 'unasked' : consent ? 'yes' : 'no');

/** Name, phone and plate, and whether the customer agrees to be found again; erased data is only said to be. */
export function CustomerCard({ job, mayChange }: { job: JobView; mayChange: boolean }) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [typed, setTyped] = useState({
    customer: job.customer,
    phone: job.phone,
    label: job.vehicle.label,
    consent: consentOf(job.consent) as keyof typeof CONSENT,
    keepMonths: job.keepMonths === null ? '' : String(job.keepMonths),
  });
  const save = async () => {
    const { customer, phone, label, consent, keepMonths } = typed;
    const body = {
      customer,
      phone,
      label,
      consent: CONSENT[consent],
      keepMonths: keepMonths.trim() ? Number(keepMonths) : null,
    };
    if ((await run('PUT', `/api/jobs/${job.number}/customer`, body)) !== null) router.refresh();
  };
  if (job.redactedAt) return <p className="quiet">The customer’s data of this job was erased.</p>;
  return (
    <details className="sheet">
      <summary>
        <strong>Customer</strong>{' '}
        <span className="quiet">
          {[
            job.customer || 'no name',
            job.phone,
            { yes: 'may be kept for later visits', no: 'not to be kept', unasked: 'not asked whether to keep' }[
              consentOf(job.consent)
            ],
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </summary>
      {mayChange && (
        <>
          <div className="field-grid mt-2">
            <TextFields fields={FIELDS} typed={typed} onType={(change) => setTyped({ ...typed, ...change })} />
            <label>
              Kept for later visits
              <select
                className="form-select"
                value={typed.consent}
                onChange={(event) => setTyped({ ...typed, consent: event.target.value as keyof typeof CONSENT })}
              >
                <option value="unasked">not asked</option>
                <option value="yes">the customer agrees</option>
                <option value="no">the customer does not</option>
              </select>
            </label>
            <label>
              Months, empty as the shop
              <input
                className="form-control"
                inputMode="numeric"
                value={typed.keepMonths}
                onChange={(event) => setTyped({ ...typed, keepMonths: event.target.value })}
              />
            </label>
          </div>
          <Trouble text={trouble} />
          <button type="button" className="btn btn-outline-dark mt-2" disabled={busy} onClick={() => void save()}>
            Save customer
          </button>
        </>
      )}
    </details>
  );
}
