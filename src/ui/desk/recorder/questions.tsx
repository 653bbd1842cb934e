'use client';
import type { CheckResult, Remark } from '@/core/planning';
import type { Edit } from '@/core/document';

/** What the checker asks or found: each selects what it is about, and where it can be answered, one tap does. */
export function Questions({
  check,
  onSelect,
  onEdit,
  about,
}: {
  check: CheckResult;
  onSelect: (id: string) => void;
  onEdit: (edit: Edit) => void;
  /** Only what is about this item; all of it without one. */
  about?: string;
}) {
  const remarks = about === undefined ? check.remarks : check.remarks.filter(({ items }) => items.includes(about));
  const { coverage } = check;
  return (
    <div className="questions">
      {about === undefined && remarks.length === 0 && <p className="good mb-1">No problems found.</p>}
      {remarks.map((remark) => (
        <Question key={`${remark.code} ${remark.message}`} remark={remark} onSelect={onSelect} onEdit={onEdit} />
      ))}
      {about === undefined && coverage.of > 1 && (
        <p className="quiet mt-2 mb-0">
          Checked for {coverage.exhaustive ? `all ${coverage.of}` : `${coverage.sets} of ${coverage.of}`} combinations
          of options.
        </p>
      )}
    </div>
  );
}

function Question({
  remark: { level, items, message, repair, answers },
  onSelect,
  onEdit,
}: {
  remark: Remark;
  onSelect: (id: string) => void;
  onEdit: (edit: Edit) => void;
}) {
  return (
    <div className={`question ${level}`}>
      <button type="button" className="question-words" onClick={() => items[0] && onSelect(items[0])}>
        <b>
          {level === 'error' && 'Error: '}
          {message}
        </b>{' '}
        {repair}
      </button>
      {answers && (
        <div className="chips">
          {answers.map(({ words, edit }) => (
            <button key={words} type="button" onClick={() => onEdit(edit)}>
              {words}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}
