'use client';
import { useRouter } from 'next/navigation';
import type { BranchView, ProcedureRowView } from '@/contracts/views';
import { Trouble, useSend } from '../../design';

/** Whose a procedure is, and whether the other branches see it; nothing where there is only one shop. */
export function Sharing({
  row,
  branches,
  mayShare,
}: {
  row: ProcedureRowView;
  branches: BranchView[];
  mayShare: boolean;
}) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  if (branches.length < 2) return null;
  const owner = branches.find(({ id }) => id === row.branch);
  const share = async () => {
    if (
      (await run('PUT', `/api/procedures/${encodeURIComponent(row.id)}/shared`, { isShared: !row.isShared })) !== null
    )
      router.refresh();
  };
  return (
    <p className="mb-0">
      {owner?.isOurs ? 'Ours' : `From ${owner?.name ?? 'another branch'}`},{' '}
      {row.isShared ? 'shared with all branches' : 'not shared'}{' '}
      {owner?.isOurs && mayShare && (
        <button type="button" className="btn btn-sm btn-outline-dark" disabled={busy} onClick={() => void share()}>
          {row.isShared ? 'Keep to us' : 'Share it'}
        </button>
      )}
      <Trouble text={trouble} />
    </p>
  );
}
