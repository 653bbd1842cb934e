'use client';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { v4 as uuid } from 'uuid';
import type { QuotesView } from '@/contracts/views';
import { centsIn, labourLine, lineCents, moneyWords, type QuoteLine, spanWords, totalsOf } from '@/core/shop';
import { Trouble, useSend } from '../../design';

/** A line as it is typed: its numbers are read when they can be. */
interface Typed extends Omit<QuoteLine, 'quantity' | 'unitCents'> {
  quantity: string;
  price: string;
}

const NONE: ReadonlySet<string> = new Set();
const KINDS: [QuoteLine['kind'], string][] = [
  ['labour', 'labour'],
  ['part', 'part'],
  ['material', 'material'],
  ['other', 'other'],
];

const typed = ({ quantity, unitCents, ...line }: QuoteLine): Typed => ({
  ...line,
  quantity: String(quantity),
  price: unitCents ? (unitCents / 100).toFixed(2) : '',
});

/** What is wrong with a line, or the line. */
function read({ quantity, price, ...line }: Typed): QuoteLine | string {
  const count = Number(quantity.replace(',', '.'));
  const unitCents = centsIn(price || '0');
  if (!line.words.trim()) return 'Say what each line is for.';
  if (!quantity.trim() || !(count >= 0) || count > 10_000) return `“${quantity}” is no quantity (${line.words}).`;
  if (unitCents === null) return `“${price}” is no price: write 12.50 or 12,50 (${line.words}).`;
  return { ...line, words: line.words.trim(), quantity: count, unitCents };
}

/** The next quote: labour from what was planned, parts and materials, options that may be left out; what it comes to while one types. */
export function NewQuote({
  job,
  view: { labour, terms, runs, queueSeconds, quotes },
  planned,
}: {
  job: number;
  view: QuotesView;
  planned: { title: string; procedures: string[]; likelySeconds: number; safeSeconds: number } | null;
}) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const id = useRef(uuid());
  const [lines, setLines] = useState<Typed[]>(() =>
    planned ? [typed(labourLine({ id: 'planned', ...planned }, labour))] : [],
  );
  const [words, setWords] = useState('');
  const [promises, setPromises] = useState(true);
  const readLines = useMemo(() => lines.map(read), [lines]);
  const fault = readLines.find((one) => typeof one === 'string');
  const good = readLines.filter((one) => typeof one !== 'string');
  const totals = totalsOf(good, NONE, terms);
  const work = good.reduce((sum, line) => sum + (line.safeSeconds ?? 0), 0);
  const money = (cents: number) => moneyWords(cents, terms.currency);
  const add = (line: Typed) => setLines([...lines, line]);
  const change = (at: number, patch: Partial<Typed>) =>
    setLines(lines.map((line, n) => (n === at ? { ...line, ...patch } : line)));
  const blank = (kind: QuoteLine['kind']): Typed => ({
    id: uuid(),
    kind,
    words: '',
    quantity: '1',
    price: '',
    isOption: false,
  });
  const send = async () => {
    const done = await run<{ number: number }>('POST', `/api/jobs/${job}/quotes`, {
      id: id.current,
      lines: good,
      words,
      promises,
    });
    if (!done) return;
    id.current = uuid();
    setLines([]);
    setWords('');
    router.replace(`/jobs/${job}/quote`);
    router.refresh();
  };
  const left = runs.filter(({ id: of }) => !lines.some((line) => line.id === of));
  return (
    <>
      <h2>{quotes.length ? 'Another quote, for extra work' : 'New quote'}</h2>
      <div className="d-flex flex-wrap gap-2 mb-2">
        {left.map((one) => (
          <button
            key={one.id}
            type="button"
            className="btn btn-sm btn-outline-dark"
            onClick={() => add(typed(labourLine(one, labour)))}
          >
            + Labour: {one.title}, {spanWords(one.likelySeconds)}
          </button>
        ))}
        {KINDS.map(([kind, name]) => (
          <button key={kind} type="button" className="btn btn-sm btn-outline-dark" onClick={() => add(blank(kind))}>
            + {name}
          </button>
        ))}
      </div>
      {lines.length === 0 && (
        <p className="empty">
          Add what was planned, parts and materials. From a plan, “Into the quote” brings its labour.
        </p>
      )}
      {lines.length > 0 && (
        <table className="table quote-table">
          <thead>
            <tr>
              <th>What</th>
              <th>Quantity</th>
              <th>Each</th>
              <th>Sum</th>
              <th>Option</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {lines.map((line, at) => {
              const one = readLines[at];
              return (
                <tr key={line.id}>
                  <td>
                    <input
                      className="form-control"
                      aria-label={`Line ${at + 1}: what`}
                      placeholder={line.kind}
                      maxLength={200}
                      value={line.words}
                      onChange={(event) => change(at, { words: event.target.value })}
                    />
                    {line.safeSeconds !== undefined && (
                      <span className="quiet">
                        likely {spanWords(line.likelySeconds ?? 0)}, safely {spanWords(line.safeSeconds)}
                      </span>
                    )}
                  </td>
                  <td>
                    <input
                      className="form-control number-field"
                      aria-label={`Line ${at + 1}: quantity`}
                      inputMode="decimal"
                      value={line.quantity}
                      onChange={(event) => change(at, { quantity: event.target.value })}
                    />
                  </td>
                  <td>
                    <input
                      className="form-control number-field"
                      aria-label={`Line ${at + 1}: price`}
                      inputMode="decimal"
                      value={line.price}
                      onChange={(event) => change(at, { price: event.target.value })}
                    />
                  </td>
                  <td className="n">{typeof one === 'string' ? '–' : money(lineCents(one))}</td>
                  <td>
                    <input
                      type="checkbox"
                      aria-label={`Line ${at + 1}: the customer may leave it out`}
                      checked={line.isOption}
                      onChange={(event) => change(at, { isOption: event.target.checked })}
                    />
                  </td>
                  <td>
                    <button
                      type="button"
                      className="btn btn-sm btn-outline-dark"
                      aria-label={`Take out line ${at + 1}`}
                      onClick={() => setLines(lines.filter((_, n) => n !== at))}
                    >
                      ×
                    </button>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {lines.length > 0 && (
        <>
          <p className="quote-total">
            {money(totals.gross)}{' '}
            <span className="quiet">
              {terms.taxPercent > 0
                ? `${terms.isTaxIncluded ? 'with' : 'and'} ${terms.taxPercent} % tax, ${money(totals.tax)}`
                : 'no tax set'}
            </span>
          </p>
          <textarea
            className="form-control mb-2"
            rows={2}
            maxLength={1000}
            aria-label="Words to the customer"
            placeholder="what is done, what is not"
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
          {work > 0 && (
            <label className="d-flex gap-2 align-items-center mb-2">
              <input type="checkbox" checked={promises} onChange={(event) => setPromises(event.target.checked)} />
              say when it will be ready: {spanWords(work)} of work after {spanWords(queueSeconds)} of other jobs
            </label>
          )}
          {fault && <p className="trouble">{fault}</p>}
          <button
            type="button"
            className="btn btn-primary"
            disabled={busy || !!fault || good.length === 0}
            onClick={() => void send()}
          >
            Send quote
          </button>
          <Trouble text={trouble} />
        </>
      )}
    </>
  );
}
