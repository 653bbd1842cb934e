'use client';
import { useRouter } from 'next/navigation';
import { Trouble, useSend } from '../../design';

/** Starts a recording for the job's vehicle from a relative's procedure. */
export function RecordFrom({ from, job }: { from: string; job: number }) {
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const start = async () => {
    const made = await run<{ id: string }>('POST', '/api/procedures/derive', { from, job });
    if (made) router.push(`/procedures/${encodeURIComponent(made.id)}/edit`);
  };
  return (
    <>
      <button type="button" className="btn btn-sm btn-outline-dark" disabled={busy} onClick={start}>
        Record from this
      </button>
      <Trouble text={trouble} />
    </>
  );
}
