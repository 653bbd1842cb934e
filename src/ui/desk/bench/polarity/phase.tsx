'use client';
import { useState } from 'react';
import { phaseOf, type PhaseCheck, sayPhase } from '@/core/bench';
import { KeepOnJob } from '../keep-on-job';
import { SaidLine } from '../said-line';
import { SPEAKERS } from './speakers';

/** Whether the speakers of the car move together: compared two by two. */
export function Phase() {
  const [checks, setChecks] = useState<PhaseCheck[]>([]);
  const [pair, setPair] = useState({ a: SPEAKERS[0], b: SPEAKERS[1] });
  const said = sayPhase(phaseOf(checks));
  const add = (inPhase: boolean) =>
    setChecks([
      ...checks.filter(({ a, b }) => ![a, b].every((one) => one === pair.a || one === pair.b)),
      { ...pair, inPhase },
    ]);
  return (
    <div className="bench-two">
      <section className="sheet" aria-label="The test">
        <p>Mono bass on two speakers alone, close to both. Swap one pair’s wires and listen again.</p>
        <div className="d-flex gap-2 mb-2">
          {(['a', 'b'] as const).map((end) => (
            <select
              key={end}
              className="form-select"
              aria-label={end === 'a' ? 'One speaker' : 'The other'}
              value={pair[end]}
              onChange={(event) => setPair({ ...pair, [end]: event.target.value })}
            >
              {SPEAKERS.map((name) => (
                <option key={name}>{name}</option>
              ))}
            </select>
          ))}
        </div>
        {pair.a === pair.b ? (
          <p className="caution">Choose two different speakers.</p>
        ) : (
          <div className="d-flex gap-2">
            <button type="button" className="btn btn-outline-dark" onClick={() => add(true)}>
              More bass as wired: in phase
            </button>
            <button type="button" className="btn btn-outline-dark" onClick={() => add(false)}>
              More bass swapped: out of phase
            </button>
          </div>
        )}
      </section>
      <section className="sheet" aria-label="Answer" aria-live="polite">
        <SaidLine said={said} />
        <ul>
          {checks.map((check) => (
            <li key={`${check.a} ${check.b}`}>
              {check.a} and {check.b}: {check.inPhase ? 'in phase' : 'out of phase'}{' '}
              <button
                type="button"
                className="btn btn-sm btn-outline-dark"
                aria-label={`Take out ${check.a} and ${check.b}`}
                onClick={() => setChecks(checks.filter((one) => one !== check))}
              >
                ×
              </button>
            </li>
          ))}
        </ul>
        {checks.length > 0 && (
          <KeepOnJob
            tool="Phase"
            given={Object.fromEntries(
              checks.map(({ a, b, inPhase }) => [`${a} – ${b}`.slice(0, 40), inPhase ? 'in phase' : 'out of phase']),
            )}
            said={said}
          />
        )}
      </section>
    </div>
  );
}
