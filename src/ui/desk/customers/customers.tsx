'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import Table from 'react-bootstrap/Table';
import type { CustomerView } from '@/contracts/views';
import { PageHead, Trouble, useSend } from '../../design';

/** What the shop holds of its customers: seen, handed out, and erased after the keeping time. */
export function Customers({ customers, keepingMonths }: { customers: CustomerView[]; keepingMonths: number | null }) {
  const due = customers.filter((row) => row.isDue);
  const rule =
    keepingMonths === null
      ? 'No keeping time is set, so nothing is due.'
      : `Kept ${keepingMonths} ${keepingMonths === 1 ? 'month' : 'months'} after the vehicle was given back.`;
  return (
    <>
      <PageHead title="Customers" under="What jobs hold of names, plates, VINs, signatures and photos" />
      <p className="quiet">
        {rule} <Link href="/settings">Change it in Settings</Link>
      </p>
      {due.length > 0 && (
        <Erase
          label={`Erase ${due.length} due`}
          title={`Erase the customer data of ${due.length} ${due.length === 1 ? 'job' : 'jobs'}?`}
          address="/api/customers"
        />
      )}
      <section className="sheet">
        {customers.length === 0 ? (
          <p className="empty">No jobs yet.</p>
        ) : (
          <Table responsive>
            <thead>
              <tr>
                <th>Job</th>
                <th>Customer</th>
                <th>Vehicle</th>
                <th>Plate or label</th>
                <th>VIN</th>
                <th>Signatures</th>
                <th>Photos</th>
                <th>May be kept</th>
                <th>State</th>
                <th>
                  <span className="visually-hidden">What to do</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {customers.map((row) => (
                <CustomerRow key={row.jobNumber} row={row} />
              ))}
            </tbody>
          </Table>
        )}
      </section>
    </>
  );
}

const stateWords = ({ redactedAt, closedAt, isDue }: CustomerView) =>
  redactedAt ? 'erased' : isDue ? 'due' : closedAt ? 'given back' : 'vehicle here';

const keptWords = ({ consent, keepMonths }: CustomerView) =>
  [consent === null ? 'not asked' : consent ? 'agreed' : 'no', keepMonths !== null && `${keepMonths} months`]
    .filter(Boolean)
    .join(', ');

function CustomerRow({ row }: { row: CustomerView }) {
  return (
    <tr>
      <td>
        <Link href={`/jobs/${row.jobNumber}`}>{row.jobNumber}</Link>
      </td>
      <td>{row.customer || '–'}</td>
      <td>{row.vehicle}</td>
      <td>{row.plate || '–'}</td>
      <td>{row.vin ?? '–'}</td>
      <td>{row.redactedAt ? '–' : row.signatures}</td>
      <td>{row.photos}</td>
      <td>{keptWords(row)}</td>
      <td>{stateWords(row)}</td>
      <td className="text-nowrap">
        <a className="btn btn-sm btn-outline-dark" href={`/api/customers/${row.jobNumber}/export`} download>
          Export
        </a>{' '}
        {row.closedAt && !row.redactedAt && (
          <Erase
            label="Erase"
            title={`Erase the customer data of job ${row.jobNumber}?`}
            address={`/api/customers/${row.jobNumber}`}
          />
        )}
      </td>
    </tr>
  );
}

function Erase({ label, title, address }: { label: string; title: string; address: string }) {
  const [open, setOpen] = useState(false);
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const erase = async () => {
    if (!(await run('DELETE', address))) return;
    setOpen(false);
    router.refresh();
  };
  return (
    <>
      <Button variant="outline-danger" size="sm" onClick={() => setOpen(true)}>
        {label}
      </Button>
      <Modal show={open} onHide={() => setOpen(false)} centered>
        <Modal.Header closeButton>
          <Modal.Title>{title}</Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <p>
            Name, plate, VIN, signatures and photos are erased for good. What was done to the vehicle, by whom and when,
            stays. Export it first if the customer asked for it.
          </p>
          <Trouble text={trouble} />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="danger" disabled={busy} onClick={erase}>
            Erase for good
          </Button>
        </Modal.Footer>
      </Modal>
    </>
  );
}
