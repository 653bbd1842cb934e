import type { ProcedureView } from '@/contracts/views';
import { useDates } from '../../design';

/** Every revision, newest first: what changed and why, by whom. */
export function Revisions({ view, names }: { view: ProcedureView; names: Record<string, string> }) {
  const dates = useDates();
  const who = (id: string) => names[id] ?? id;
  if (view.revisions.length === 0) return <p className="quiet">Never published yet.</p>;
  return (
    <ul className="rows">
      {view.revisions.map((one) => (
        <li key={one.revision} className="py-2">
          <strong>{one.revision}</strong> {one.note}
          <br />
          <span className="quiet">
            recorded by {who(one.madeBy)}, published by {who(one.approvedBy)}, {dates.day(one.approvedAt)}
          </span>
        </li>
      ))}
    </ul>
  );
}
