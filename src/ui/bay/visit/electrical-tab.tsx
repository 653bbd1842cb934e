'use client';
import { v4 as uuid } from 'uuid';
import {
  RESULT_WORDS,
  resultWords,
  comparedLines,
  CONDITIONS,
  type CheckedLine,
  type CheckResult,
  type ComparedLine,
} from '@/core/bay';
import { capital, doorWords, ZONE_SIDES } from '@/core/trade';
import { Chips } from '../../design';
import { FrozenLine } from './later-records';
import { VinField } from './vin-field';
import type { VisitHandle } from './handle';

/** The electrical check, line by line; on the way out each line shows what it was on arrival. */
export function ElectricalTab({ visit, next }: { visit: VisitHandle; next: () => void }) {
  const { lines, state, walk, record } = visit;
  const all = comparedLines(lines, state);
  const groups = [...new Set(all.map((line) => line.group))];
  // What was fitted new is not “as on arrival”: it is asked by itself.
  const isNew = ({ line }: CheckedLine) => visit.start.fittedNew.includes(line);
  const checked = ({ line, group, words }: CheckedLine, result: CheckResult, condition?: string | null) => ({
    type: 'checked' as const,
    line,
    group,
    words,
    walk,
    result,
    ...(condition ? { condition } : {}),
  });
  return (
    <section className="visit-body" tabIndex={0}>
      <FrozenLine visit={visit} />
      {walk === 'arrival' && <VinField visit={visit} />}
      {groups.map((group) => {
        const rows = all.filter((line) => line.group === group);
        const open = rows.filter((line) => !line[walk]);
        // On the way out one tap answers what has an answer from the way in, and only where nothing has, that all works.
        const known = walk === 'departure' ? open.filter((line) => line.arrival && !isNew(line)) : [];
        const rest = known.length ? known : open.filter((line) => !isNew(line));
        const answerRest = () =>
          record(...rest.map((line) => checked(line, line.arrival?.result ?? 'works', line.arrival?.condition)));
        return (
          <section key={group} className="check-group" aria-label={group}>
            <header>
              <h2>{group}</h2>
              {rest.length > 1 && (
                <button type="button" className="btn btn-outline-dark" onClick={answerRest}>
                  The other {rest.length} {known.length ? 'as on arrival' : 'work'}
                </button>
              )}
            </header>
            {rows.map((line) => (
              <Line key={line.line} visit={visit} line={line} onAnswer={(...answer) => record(checked(...answer))} />
            ))}
          </section>
        );
      })}
      {walk === 'arrival' && <MoreLines visit={visit} />}
      <button type="button" className="done-bar" onClick={next}>
        {all.every((line) => line[walk]) ? 'All checked: body and trim' : 'Next: body and trim'}
      </button>
    </section>
  );
}

function Line({
  visit,
  line,
  onAnswer,
}: {
  visit: VisitHandle;
  line: ComparedLine;
  onAnswer: (line: CheckedLine, result: CheckResult, condition?: string) => void;
}) {
  const { walk } = visit;
  const now = line[walk];
  return (
    <div className={`check-row ${walk === 'departure' ? line.comparison : ''}`} role="group" aria-label={line.words}>
      <span className="what">
        {line.words}
        {walk === 'departure' && line.arrival && (
          <span className="quiet"> · on arrival: {resultWords(line.arrival)}</span>
        )}
      </span>
      <span className="answers">
        {RESULT_WORDS.map(([result, words]) => (
          <button
            key={result}
            type="button"
            className={result}
            aria-pressed={now?.result === result}
            onClick={() => onAnswer(line, result)}
          >
            {words}
          </button>
        ))}
      </span>
      {now?.result === 'intermittent' && (
        <Chips
          label="When?"
          value={now.condition}
          options={CONDITIONS}
          onPick={(condition) => onAnswer(line, 'intermittent', condition)}
        />
      )}
    </div>
  );
}

/** A zone that no run opens yet, or a line of one's own. */
function MoreLines({ visit }: { visit: VisitHandle }) {
  const text = visit.drafts.line;
  const setText = (line: string) => visit.changeDrafts({ line });
  const add = () => {
    visit.record({
      type: 'checked',
      line: `own/${uuid()}`,
      group: 'Also',
      words: text.trim(),
      walk: 'arrival',
      result: 'works',
    });
    setText('');
  };
  return (
    <div className="check-group more-lines">
      <select
        className="form-select"
        aria-label="Check another zone"
        value=""
        onChange={(event) => {
          const [zone, side] = event.target.value.split('|');
          if (zone) visit.record({ type: 'zone', zone, side: side as 'left' });
        }}
      >
        <option value="">Check another zone…</option>
        {ZONE_SIDES.map((one) => (
          <option key={doorWords(one)} value={`${one.zone}|${one.side}`}>
            {capital(doorWords(one))}
          </option>
        ))}
      </select>
      <input
        className="form-control"
        aria-label="A line of your own"
        placeholder="A line of your own"
        maxLength={300}
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <button type="button" className="btn btn-outline-dark" disabled={!text.trim()} onClick={add}>
        Add line
      </button>
    </div>
  );
}
