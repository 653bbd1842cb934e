'use client';
import { useState } from 'react';
import type { MountView } from '@/contracts/views';
import {
  BLADES_MM,
  observe,
  POLARITY_TESTS,
  type PolarityEvidence,
  type PolarityMethod,
  polarityOf,
  sayPolarity,
  type SimulatedSpeaker,
  SURE_ENOUGH,
} from '@/core/bench';
import { listed } from '@/core/trade';
import { Chips } from '../../../design';
import { ConeDrawing } from '../drawings/cone-drawing';
import { placeWords } from '../from-door';
import { KeepOnJob } from '../keep-on-job';
import { SaidLine } from '../said-line';
import { Practice, randomSpeaker } from './practice';
import { WritePair } from './write-pair';

const METHODS = POLARITY_TESTS.map(({ code, name }): [PolarityMethod, string] => [code, name]);

/** Which wire of a pair is plus: tests whose evidence adds up; a simulated speaker to practise on. */
export function Pair({ mounts }: { mounts: MountView[] }) {
  const [known, setKnown] = useState(false);
  const [method, setMethod] = useState<PolarityMethod>('cell');
  const [evidence, setEvidence] = useState<PolarityEvidence[]>([]);
  const [wires, setWires] = useState({ first: '', second: '' });
  const [place, setPlace] = useState<MountView | null>(null);
  const [practice, setPractice] = useState<SimulatedSpeaker | null>(null);
  const [shown, setShown] = useState<string | null>(null);
  const test = POLARITY_TESTS.find(({ code }) => code === method)!;
  const found = polarityOf(evidence);
  const wireWords = (wire: 'first' | 'second') => `${wires[wire].trim() || wire} wire`;
  const said = sayPolarity(found, { first: wireWords('first'), second: wireWords('second') });
  const takePlace = (mount: MountView | undefined) => {
    setPlace(mount ?? null);
    const pair = mount?.pair;
    if (pair) setWires({ first: pair.plus.colour ?? '', second: pair.minus.colour ?? '' });
  };
  const start = (speaker: SimulatedSpeaker | null) => {
    setPractice(speaker);
    setEvidence([]);
    setShown(null);
  };
  const choose = (next: PolarityMethod) => {
    setMethod(next);
    setShown(null);
  };
  return (
    <div className="bench-two">
      <section className="sheet" aria-label="The test">
        <label className="check-line">
          <input
            type="checkbox"
            checked={known || !!practice}
            disabled={!!practice}
            onChange={(event) => setKnown(event.target.checked)}
          />
          These two wires are known to be the speaker’s. Never probe a pair that nobody has identified: airbags share
          the door.
        </label>
        {known || practice ? (
          <>
            {mounts.length > 0 && !practice && (
              <select
                className="form-select mt-2"
                aria-label="Which speaker"
                value={place ? mounts.indexOf(place) : ''}
                onChange={(event) => takePlace(mounts[Number(event.target.value)])}
              >
                <option value="">which speaker…</option>
                {mounts.map((mount, n) => (
                  <option key={`${mount.procedure} ${mount.of}`} value={n}>
                    {placeWords(mount)}
                  </option>
                ))}
              </select>
            )}
            {place?.pair && (
              <p className="quiet mb-0">
                Known so far: {place.pair.plus.colour ?? place.pair.plus.cavity} is plus
                {place.pair.verified?.length
                  ? `, by ${listed(place.pair.verified.map(({ how }) => how))}`
                  : ', not verified'}
                .
              </p>
            )}
            <div className="d-flex gap-2 my-2">
              {(['first', 'second'] as const).map((wire) => (
                <input
                  key={wire}
                  className="form-control"
                  aria-label={`Colour of the ${wire} wire`}
                  placeholder={`${wire} wire: GY/PK`}
                  maxLength={30}
                  value={wires[wire]}
                  onChange={(event) => setWires({ ...wires, [wire]: event.target.value })}
                />
              ))}
            </div>
            <Chips label="Test" value={method} options={METHODS} onPick={choose} />
            <ol className="mt-2">
              {test.steps.map((step) => (
                <li key={step}>{step}</li>
              ))}
            </ol>
            <ConeDrawing method={method} seen={shown ?? evidence.find((one) => one.method === method)?.seen ?? null} />
            {practice && (
              <button
                type="button"
                className="btn btn-outline-dark mb-2"
                onClick={() => setShown(observe(practice, method))}
              >
                Make the test
              </button>
            )}
            <Chips
              label="What do you see?"
              value={evidence.find((one) => one.method === method)?.seen ?? null}
              options={test.seen.map(({ code, words: seen }): [string, string] => [code, seen])}
              onPick={(seen) => setEvidence([...evidence.filter((one) => one.method !== method), { method, seen }])}
            />
          </>
        ) : (
          <p className="caution">
            Find the pair first: at the speaker’s own plug, or by the wiring table of this vehicle.
          </p>
        )}
      </section>
      <section className="sheet" aria-label="Answer" aria-live="polite">
        <SaidLine said={said} />
        {found.contradicted && <p className="caution">One test says this, another that: make the cell test again.</p>}
        <table className="table mb-2">
          <tbody>
            {evidence.map(({ method: one, seen }) => {
              const of = POLARITY_TESTS.find(({ code }) => code === one)!;
              return (
                <tr key={one}>
                  <td>{of.name}</td>
                  <td>{of.seen.find(({ code }) => code === seen)!.words}</td>
                  <td>{Math.round(of.reliability * 100)} %</td>
                </tr>
              );
            })}
          </tbody>
        </table>
        {practice ? (
          <Practice
            practice={practice}
            found={found}
            onAgain={() => start(randomSpeaker())}
            onEnd={() => start(null)}
          />
        ) : (
          <>
            {found.plus && (
              <>
                <KeepOnJob
                  isFact
                  tool="Polarity"
                  given={{ ...wires, ...Object.fromEntries(evidence.map(({ method: one, seen }) => [one, seen])) }}
                  said={said}
                />
              </>
            )}
            {place && found.plus && found.sure >= SURE_ENOUGH && (
              <WritePair
                place={place}
                plus={wires[found.plus].trim()}
                minus={wires[found.plus === 'first' ? 'second' : 'first'].trim()}
                evidence={evidence}
              />
            )}
            <button type="button" className="btn btn-outline-dark mt-2" onClick={() => start(randomSpeaker())}>
              Practise on a simulated speaker
            </button>
          </>
        )}
        <details className="bench-formula">
          <summary>How this is worked out</summary>
          <p>
            Each test counts by how often it is right: its log odds ln(r / (1 − r)) are added. From {SURE_ENOUGH * 100}{' '}
            % on it is taken as known.
          </p>
          <p className="quiet mb-0">
            + on the + terminal drives the cone out (usual convention). How often a test is right: common practice, no
            source. Blades are {BLADES_MM.join(', ')} mm wide, the wide one usually plus: put the right ones and any tab
            to bend or cut on the parts list.
          </p>
        </details>
      </section>
    </div>
  );
}
