'use client';
import type { CheckFact, GateKind } from '@/core/planning';
import type { RefitStep, WordedCheck } from '@/core/telling';
import { useEffect, useRef, useState } from 'react';
import { arrivalLineOf, hasFailedTest, testResult, type TestResult, type CheckedLine } from '@/core/bay';
import { RunFoot } from './foot';
import { GateHead } from './gate-head';
import { LeadDecides } from './lead-decides';
import { OpenAgain } from './open-again';
import type { Bay } from './bay';

const RESULTS: [TestResult, string][] = [
  ['pass', 'Works'],
  ['fail', 'Fails'],
  ['was-already-so', 'Same on arrival'],
];
const YES_OR_NO: [TestResult, string][] = [
  ['pass', 'Yes'],
  ['fail', 'No'],
];
/** Lines that say how something stands, rather than what works: yes or no, and never the same as on arrival. */
const STANDS: ReadonlySet<CheckFact> = new Set([
  'srs-locked',
  'latch-free',
  'glass-path-clear',
  'key-out',
  'nobody-inside',
  'lamp-on',
  'lamp-out',
]);
/** What the bar says once every line is answered. */
const ALL_ANSWERED: Partial<Record<GateKind, string>> = {
  'before-power': 'Clear: battery on',
  'airbag-lamp': 'Lamp out: go on',
};
/** Where a person may be hurt no line is answered along with others. */
const ALONE: ReadonlySet<CheckFact> = new Set(['srs-joined', 'srs-locked', 'nobody-inside', 'lamp-on', 'lamp-out']);

/** The test sheet before something closes: every function answered. A failed one keeps the gate shut until it is mended or a lead decides. */
export function TestPanel({ bay, step }: { bay: Bay; step: RefitStep }) {
  const { graph, plan, state, record } = bay.handle;
  const resultOf = (check: WordedCheck) => testResult(state, step.key, check);
  const failed = hasFailedTest(state, step.key);
  const all = step.checks.every((check) => resultOf(check));
  /** What was noted at check-in of the very thing a line asks; undefined where nothing was. */
  const faultOf = (check: WordedCheck) => {
    const line = arrivalLineOf(graph, plan, state, check);
    return line === null ? undefined : bay.faults.find((fault) => fault.line === line);
  };
  const open = step.checks.filter((check) => !resultOf(check));
  const { seen, watch } = useSeen();
  // One tap answers only for what was read: never an airbag line, never one that was not in view.
  const together = open.filter((check) => !ALONE.has(check.fact) && seen.has(check.id));
  const areWell = together.some((check) => STANDS.has(check.fact)) ? 'are all right' : 'work';
  return (
    <section className="run-panel gate-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <GateHead bay={bay} step={step} />
        {step.checks.map((check) => (
          <div key={check.id} ref={watch(check.id)} className="test-line" role="group" aria-label={check.text}>
            <span>
              {check.text}
              <Noted fault={faultOf(check)} />
            </span>
            <span className="answers">
              {(STANDS.has(check.fact) ? YES_OR_NO : RESULTS).map(([result, words]) => (
                <button
                  key={result}
                  type="button"
                  aria-pressed={resultOf(check) === result}
                  className={result}
                  disabled={result === 'was-already-so' && !faultOf(check)}
                  title={result === 'was-already-so' && !faultOf(check) ? 'This was not noted at check-in' : undefined}
                  onClick={() => record({ type: 'test', gate: step.key, check: check.id, result })}
                >
                  {words}
                </button>
              ))}
            </span>
          </div>
        ))}
        {failed && <OpenAgain bay={bay} step={step} />}
        {failed && (
          <LeadDecides bay={bay} about={{ gate: step.key }} title="Mend it and test again, or a lead decides." />
        )}
      </div>
      {together.length > 1 && (
        <button
          type="button"
          className="second-bar"
          onClick={() =>
            record(
              ...together.map((check) => ({
                type: 'test' as const,
                gate: step.key,
                check: check.id,
                result: 'pass' as const,
              })),
            )
          }
        >
          {together.length === open.length
            ? `All ${open.length} ${areWell}`
            : `These ${together.length} in view ${areWell}`}
        </button>
      )}
      <button
        type="button"
        className="done-bar"
        disabled={!all || failed}
        onClick={() => record({ type: 'gatePassed', gate: step.key })}
      >
        {failed
          ? 'Shut: a test failed'
          : all
            ? (ALL_ANSWERED[step.gate!] ?? (step.procedure === null || step.late ? 'Tested' : 'Tested: close it'))
            : `${open.length} to ${step.gate === 'test' ? 'test' : 'answer'}`}
      </button>
      <RunFoot bay={bay} />
    </section>
  );
}

/** What was noted at check-in of the very same thing. */
function Noted({ fault }: { fault: CheckedLine | undefined }) {
  if (!fault) return null;
  const how = fault.arrival?.result === 'fails' ? 'did not work' : `only ${fault.arrival?.condition ?? 'now and then'}`;
  return <span className="quiet d-block">On arrival: {how}</span>;
}

/** Which lines have been in view as a whole; `watch` names one. */
function useSeen(): { seen: ReadonlySet<string>; watch: (id: string) => (element: HTMLElement | null) => void } {
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set());
  const lines = useRef(new Map<string, HTMLElement>());
  const watcher = useRef<IntersectionObserver | null>(null);
  useEffect(() => {
    const made = new IntersectionObserver(
      (entries) => {
        const ids = entries
          .filter(({ isIntersecting }) => isIntersecting)
          .map(({ target }) => (target as HTMLElement).dataset.line!);
        if (ids.length) setSeen((now) => new Set([...now, ...ids]));
      },
      { threshold: 0.9 },
    );
    watcher.current = made;
    for (const [id, element] of lines.current) {
      element.dataset.line = id;
      made.observe(element);
    }
    return () => made.disconnect();
  }, []);
  const watch = (id: string) => (element: HTMLElement | null) => {
    if (!element) return void lines.current.delete(id);
    if (lines.current.get(id) === element) return;
    element.dataset.line = id;
    lines.current.set(id, element);
    watcher.current?.observe(element);
  };
  return { seen, watch };
}
