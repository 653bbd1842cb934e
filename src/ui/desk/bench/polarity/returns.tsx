'use client';
import { useState } from 'react';
import { sharedReturns } from '@/core/bench';
import { listed } from '@/core/trade';
import { KeepOnJob } from '../keep-on-job';
import { SaidLine } from '../said-line';
import { SPEAKERS } from './speakers';

/** Whether each speaker has a return of its own. */
export function Returns() {
  const [tests, setTests] = useState<{ speaker: string; return: string }[]>([]);
  const [speaker, setSpeaker] = useState(SPEAKERS[0]);
  const [wire, setWire] = useState('');
  const shared = sharedReturns(tests);
  const said = shared.length
    ? {
        standing: 'no' as const,
        words: `${shared.map((one) => `${one.return} is shared by ${listed(one.speakers)}`).join('; ')}: give each its own return before this head unit is connected.`,
      }
    : tests.length
      ? { standing: 'sure' as const, words: 'Each has its own return as far as it was tried.' }
      : { standing: 'no' as const, words: 'Nothing was tried yet.' };
  return (
    <div className="bench-two">
      <section className="sheet" aria-label="The test">
        <p>
          Join one feed. Touch one ground wire at a time: the speaker that plays tells whose it is. A head unit with
          bridged outputs crackles on a shared return and can die of it; older cars have one.
        </p>
        <div className="d-flex gap-2">
          <select
            className="form-select"
            aria-label="Speaker that plays"
            value={speaker}
            onChange={(event) => setSpeaker(event.target.value)}
          >
            {SPEAKERS.map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
          <input
            className="form-control"
            aria-label="Return wire"
            placeholder="return wire: BN"
            maxLength={30}
            value={wire}
            onChange={(event) => setWire(event.target.value)}
          />
          <button
            type="button"
            className="btn btn-outline-dark"
            disabled={!wire.trim()}
            onClick={() =>
              setTests([...tests.filter((one) => one.speaker !== speaker), { speaker, return: wire.trim() }])
            }
          >
            It plays
          </button>
        </div>
      </section>
      <section className="sheet" aria-label="Answer" aria-live="polite">
        <SaidLine said={said} />
        <ul>
          {tests.map((one) => (
            <li key={one.speaker}>
              {one.speaker}: {one.return}
            </li>
          ))}
        </ul>
        {tests.length > 0 && (
          <KeepOnJob
            tool="Returns"
            given={Object.fromEntries(tests.map((one) => [one.speaker, one.return]))}
            said={said}
          />
        )}
      </section>
    </div>
  );
}
