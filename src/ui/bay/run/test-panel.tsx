'use client';
import type { RefitStep, WordedCheck } from '@/core/wording';
import { hasFailedTest, testResult, type TestResult } from '@/core/run';
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

/** The test sheet before something closes: every function answered. A failed one keeps the gate shut until it is mended or a lead decides. */
export function TestPanel({ bay, step }: { bay: Bay; step: RefitStep }) {
  const { plan, state, record } = bay.handle;
  const resultOf = (check: WordedCheck) => testResult(state, step.key, check);
  const failed = hasFailedTest(state, step.key);
  const all = step.checks.every((check) => resultOf(check));
  const document = plan.documents.find((one) => one.id === step.procedure);
  const faults = bay.faults.filter(
    ({ line }) => !document || line.startsWith(`${document.zone}.${document.side}/`) || line.startsWith('vehicle/'),
  );
  const others = step.checks.filter((check) => !resultOf(check));
  return (
    <section className="run-panel gate-panel" aria-live="polite">
      <div className="run-scroll" tabIndex={0}>
        <GateHead bay={bay} step={step} />
        {faults.length > 0 && (
          <p className="caution mild">
            Noted at check-in:{' '}
            {faults
              .map(
                (fault) =>
                  `${fault.words}: ${fault.arrival?.result === 'fails' ? 'does not work' : (fault.arrival?.condition ?? 'now and then')}`,
              )
              .join('; ')}
          </p>
        )}
        {step.checks.map((check) => (
          <div key={check.id} className="test-line" role="group" aria-label={check.text}>
            <span>{check.text}</span>
            <span className="answers">
              {RESULTS.map(([result, words]) => (
                <button
                  key={result}
                  type="button"
                  aria-pressed={resultOf(check) === result}
                  className={result}
                  disabled={result === 'was-already-so' && faults.length === 0}
                  title={
                    result === 'was-already-so' && faults.length === 0
                      ? 'Nothing was noted here at check-in'
                      : undefined
                  }
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
      {others.length > 1 && others.length === step.checks.length && (
        <button
          type="button"
          className="second-bar"
          onClick={() =>
            record(
              ...others.map((check) => ({
                type: 'test' as const,
                gate: step.key,
                check: check.id,
                result: 'pass' as const,
              })),
            )
          }
        >
          All {others.length} work
        </button>
      )}
      <button
        type="button"
        className="done-bar"
        disabled={!all || failed}
        onClick={() => record({ type: 'gatePassed', gate: step.key })}
      >
        {failed ? 'Shut: a test failed' : all ? 'Tested: close it' : `${others.length} to test`}
      </button>
      <RunFoot bay={bay} />
    </section>
  );
}
