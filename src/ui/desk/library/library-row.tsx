import Link from 'next/link';
import type { BranchView, LibraryRowView } from '@/contracts/views';
import { zoneName } from '@/core/trade';
import { takesWords } from '@/core/telling';
import { useDates } from '../../design';
import { PanelThumb } from '../../map';

/** How a procedure stands: "Published, revision 3, in review". */
function standingWords({ revision, hasDraft, inReview, retiredAt }: LibraryRowView): string {
  if (retiredAt) return 'Retired';
  const draft = inReview ? 'in review' : hasDraft ? 'being edited' : '';
  if (revision === null) return inReview ? 'Draft, in review' : 'Draft';
  return [`Published, revision ${revision}`, draft].filter(Boolean).join(', ');
}

/** Whose it is: "ours", "ours, shared", "from Harbour branch". */
function whoseWords({ branch, isShared }: LibraryRowView, branches: BranchView[]): string {
  const owner = branches.find(({ id }) => id === branch);
  return owner?.isOurs ? (isShared ? 'ours, shared' : 'ours') : `from ${owner?.name ?? 'another branch'}`;
}

/** One procedure, to be known without reading: its panel, what it takes, when it was last done, how it stands. */
export function LibraryRow({
  row,
  names,
  branches,
  isActive,
}: {
  row: LibraryRowView;
  names: Record<string, string>;
  branches: BranchView[];
  isActive: boolean;
}) {
  const dates = useDates();
  const { summary, lastDone } = row;
  return (
    <li className={isActive ? 'active' : ''}>
      <Link className="row-link library-row" href={`/procedures/${encodeURIComponent(row.id)}`}>
        {summary ? (
          <PanelThumb map={summary.map} shapes={summary.shapes} side={row.side} />
        ) : (
          <span className="panel-thumb" />
        )}
        <span className="main">
          <span className="title">{row.title}</span>
          <span className="quiet">
            {zoneName(row.zone)}
            {row.side !== 'centre' && `, ${row.side}`} · {row.applies}
            {branches.length > 1 && ` · ${whoseWords(row, branches)}`}
          </span>
        </span>
        <span className="takes">
          {summary && takesWords(summary)}
          {summary?.hasSrs && <span className="srs-chip">SRS</span>}
          <span className="quiet">
            {lastDone
              ? `Last done ${dates.day(lastDone.at)}, ${names[lastDone.person] ?? lastDone.person}`
              : 'Not done yet'}
          </span>
        </span>
        <span className={`stage ${row.revision && !row.retiredAt ? 'done' : ''}`}>{standingWords(row)}</span>
      </Link>
    </li>
  );
}
