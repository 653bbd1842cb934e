'use client';
import { useRouter } from 'next/navigation';
import type { StoreKitView } from '@/contracts/views';
import { Trouble, useSend } from '../../design';

/** Kits for this vehicle, to be taken out of stores; nothing where there is none. */
export function JobKits({ kits, job, mayTake }: { kits: StoreKitView[]; job: number; mayTake: boolean }) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  if (kits.length === 0) return null;
  const take = async (id: string) => {
    if ((await run('POST', `/api/stores/kits/${id}/take`, { job })) !== null) router.refresh();
  };
  return (
    <section className="sheet" aria-label="Kits">
      <h2>Kits for this vehicle</h2>
      <ul className="rows">
        {kits.map(({ id, name, lines, takenBy }) => {
          const short = lines.filter(({ count, there }) => there < count);
          return (
            <li key={id} className="py-2 d-flex gap-2 align-items-start">
              <span className="me-auto">
                <strong>{name}</strong>{' '}
                <span className="quiet">{lines.map((line) => `${line.count} ${line.name}`).join(', ')}</span>
                {!takenBy.includes(job) && short.length > 0 && (
                  <span className="trouble d-block">
                    {short.map((line) => `only ${line.there} ${line.name} in stores`).join(', ')}
                  </span>
                )}
              </span>
              {takenBy.includes(job) ? (
                <span className="good">✓ Taken</span>
              ) : (
                mayTake && (
                  <button
                    type="button"
                    className="btn btn-sm btn-outline-dark"
                    disabled={busy || short.length > 0}
                    onClick={() => void take(id)}
                  >
                    Take kit
                  </button>
                )
              )}
            </li>
          );
        })}
      </ul>
      <Trouble text={trouble} />
    </section>
  );
}
