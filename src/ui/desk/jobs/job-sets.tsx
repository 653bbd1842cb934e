'use client';
import { useRouter } from 'next/navigation';
import Button from 'react-bootstrap/Button';
import { Trouble, useSend } from '../../design';

/** What is tried as one on this job, whatever zones it is in. It is set where the work is planned; here it is seen, and taken off again. */
export function JobSets({
  job: { number, sets },
  mayChange,
}: {
  job: { number: number; sets: readonly string[] };
  mayChange: boolean;
}) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  if (sets.length === 0) return null;
  const remove = async (set: string) => {
    const done = await run('PUT', `/api/jobs/${number}/sets`, { sets: sets.filter((one) => one !== set) });
    if (done !== null) router.refresh();
  };
  return (
    <section className="sheet" aria-label="Tried as one">
      <h2>Tried as one</h2>
      <ul className="rows">
        {sets.map((set) => (
          <li key={set} className="py-1 d-flex justify-content-between gap-2">
            <span>{set.replaceAll('/', ': ').replaceAll('-', ' ').replaceAll(',', ' with ')}</span>
            {mayChange && (
              <Button size="sm" variant="outline-dark" disabled={busy} onClick={() => void remove(set)}>
                Each by itself
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Trouble text={trouble} />
    </section>
  );
}
