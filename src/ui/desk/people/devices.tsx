'use client';
import { useRouter } from 'next/navigation';
import Button from 'react-bootstrap/Button';
import Table from 'react-bootstrap/Table';
import type { DeviceView, PersonView } from '@/contracts/views';
import { Trouble, useDates, useSend } from '../../design';

export type { DeviceView } from '@/contracts/views';

/** Tablets that were let in: PINs work on these, and nowhere else. */
export function Devices({ devices, people }: { devices: DeviceView[]; people: PersonView[] }) {
  const nameOf = (id: string) => people.find((person) => person.id === id)?.name ?? id;
  return (
    <section className="sheet" aria-label="Enrolled tablets">
      <h2>Enrolled tablets</h2>
      <p className="quiet">
        PINs work on these only. A tablet is enrolled on its own sign-in screen, with the password of a lead or owner.
      </p>
      {devices.length === 0 ? (
        <p className="empty">
          None yet. While Pezzo is served on this machine only, its own browsers count as enrolled.
        </p>
      ) : (
        <Table responsive>
          <thead>
            <tr>
              <th>Tablet</th>
              <th>Enrolled</th>
              <th>Last sign-in</th>
              <th>
                <span className="visually-hidden">Access</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {devices.map((device) => (
              <DeviceRow key={device.id} device={device} by={nameOf(device.enrolledBy)} />
            ))}
          </tbody>
        </Table>
      )}
    </section>
  );
}

function DeviceRow({ device, by }: { device: DeviceView; by: string }) {
  const { day } = useDates();
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const shutOut = async () => {
    await run('DELETE', `/api/devices/${device.id}`);
    router.refresh();
  };
  return (
    <tr>
      <td>
        {device.name}
        <Trouble text={trouble} />
      </td>
      <td>
        {day(device.enrolledAt)} by {by}
      </td>
      <td>{day(device.seenAt)}</td>
      <td>
        {device.revokedAt ? (
          `removed ${day(device.revokedAt)}`
        ) : (
          <Button variant="outline-danger" size="sm" disabled={busy} onClick={shutOut}>
            Remove access
          </Button>
        )}
      </td>
    </tr>
  );
}
