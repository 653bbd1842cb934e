'use client';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { v4 as uuid } from 'uuid';
import type { ProcedureView } from '@/contracts/views';
import { indexItems, itemWords } from '@/core/document';
import { capital } from '@/core/trade';
import { Trouble, useDates, useSend } from '../../design';

/** What people say of this procedure or of the item that is selected, until somebody settles it. */
export function Comments({
  view,
  names,
  selected,
  maySettle,
  onSelect,
}: {
  view: ProcedureView;
  names: Record<string, string>;
  selected: string | null;
  maySettle: boolean;
  onSelect: (id: string) => void;
}) {
  const dates = useDates();
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [words, setWords] = useState('');
  // What is sent twice on a slow network is kept once.
  const id = useRef(uuid());
  const index = useMemo(() => indexItems(view.document), [view.document]);
  const name = (item: string) =>
    index.typeOf.has(item) ? capital(itemWords(index, item)) : 'What is not in it any more';
  const url = `/api/procedures/${encodeURIComponent(view.row.id)}/comments`;
  const say = async () => {
    const done = await run('POST', url, {
      id: id.current,
      words: words.trim(),
      ...(selected ? { item: selected } : {}),
    });
    if (done === null) return;
    id.current = uuid();
    setWords('');
    router.refresh();
  };
  const settle = async (comment: string) => {
    if ((await run('POST', `${url}/${comment}`)) !== null) router.refresh();
  };
  return (
    <section aria-label="Comments">
      <label className="w-100">
        <span className="quiet">
          {selected ? `On ${name(selected)}` : 'On the whole procedure; select an item to speak of it'}
        </span>
        <textarea
          className="form-control"
          rows={2}
          maxLength={1000}
          aria-label="Comment"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </label>
      <button
        type="button"
        className="btn btn-sm btn-primary mt-1"
        disabled={busy || !words.trim()}
        onClick={() => void say()}
      >
        Comment
      </button>
      <Trouble text={trouble} />
      <ul className="rows mt-2">
        {view.comments.map((one) => (
          <li key={one.id} className={`py-2 ${one.settledAt ? 'quiet' : ''}`}>
            {one.item && (
              <button type="button" className="finding-row fw-semibold" onClick={() => onSelect(one.item!)}>
                {name(one.item)}
              </button>
            )}
            <span className="d-block">{one.words}</span>
            <span className="quiet">
              {names[one.by] ?? one.by}, {dates.day(one.at)}
              {one.settledAt && ` · settled by ${names[one.settledBy!] ?? one.settledBy}, ${dates.day(one.settledAt)}`}
            </span>
            {maySettle && !one.settledAt && (
              <button
                type="button"
                className="btn btn-sm btn-outline-dark ms-2"
                disabled={busy}
                onClick={() => void settle(one.id)}
              >
                Settled
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
