'use client';
import { useState } from 'react';
import type { MountView } from '@/contracts/views';
import {
  BLADES_MM,
  observe,
  phaseOf,
  type PhaseCheck,
  POLARITY_TESTS,
  type PolarityEvidence,
  type PolarityMethod,
  polarityOf,
  sayPhase,
  sayPolarity,
  sharedReturns,
  type SimulatedSpeaker,
  SURE_ENOUGH,
} from '@/core/bench';
import { listed } from '@/core/text';
import { Chips } from '../../design/chips';
import { Trouble, useSend } from '../../design';
import { useBenchJob } from './bench-job';
import { KeepOnJob } from './keep-on-job';
import { ConeDrawing } from './drawings/cone-drawing';
import { SaidLine } from './said-line';

const METHODS = POLARITY_TESTS.map(({ code, name }): [PolarityMethod, string] => [code, name]);
const SPEAKERS = ['front left', 'front right', 'rear left', 'rear right', 'centre', 'subwoofer'];

/** Which wire is plus, and whether the whole car moves together: guided tests whose evidence adds up; a speaker to practise on. */
export function PolarityTool({ mounts }: { mounts: MountView[] }) {
  const [part, setPart] = useState<'pair' | 'phase' | 'returns'>('pair');
  return (
    <div className="bench-wide">
      <Chips
        label="What is asked"
        value={part}
        options={[
          ['pair', 'Which wire is plus?'],
          ['phase', 'Does the car move together?'],
          ['returns', 'Does each have its own return?'],
        ]}
        onPick={setPart}
      />
      {part === 'pair' && <Pair mounts={mounts} />}
      {part === 'phase' && <Phase />}
      {part === 'returns' && <Returns />}
    </div>
  );
}

function Pair({ mounts }: { mounts: MountView[] }) {
  const [known, setKnown] = useState(false);
  const [method, setMethod] = useState<PolarityMethod>('cell');
  const [evidence, setEvidence] = useState<PolarityEvidence[]>([]);
  const [wires, setWires] = useState({ first: '', second: '' });
  const [place, setPlace] = useState<MountView | null>(null);
  const [practice, setPractice] = useState<SimulatedSpeaker | null>(null);
  const [shown, setShown] = useState<string | null>(null);
  const test = POLARITY_TESTS.find(({ code }) => code === method)!;
  const found = polarityOf(evidence);
  const said = sayPolarity(found);
  const nameOf = (wire: 'first' | 'second') => wires[wire].trim() || `${wire} wire`;
  const words = found.plus
    ? said.words.replace(
        `The ${found.plus} wire`,
        `The ${nameOf(found.plus)}${wires[found.plus].trim() ? ' wire' : ''}`,
      )
    : said.words;
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
                    {mount.title}, {mount.side}: {mount.of}
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
        <SaidLine said={{ ...said, words }} />
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
                  mounts={mounts}
                  tool="Polarity"
                  given={{ ...wires, ...Object.fromEntries(evidence.map(({ method: one, seen }) => [one, seen])) }}
                  said={{ standing: said.standing, words }}
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

/** Writes what was found into the procedure's draft, with how it was found. */
function WritePair({
  place,
  plus,
  minus,
  evidence,
}: {
  place: MountView;
  plus: string;
  minus: string;
  evidence: PolarityEvidence[];
}) {
  const { job } = useBenchJob();
  const { busy, trouble, run } = useSend();
  const [written, setWritten] = useState<string | null>(null);
  const words = `${plus} ${minus} ${place.procedure}`;
  if (!plus || !minus) return <p className="quiet">Name both wires to write it into the procedure.</p>;
  const write = async () => {
    const verified = evidence.flatMap(({ method, seen }) => {
      const test = POLARITY_TESTS.find(({ code }) => code === method)!;
      const told = test.seen.find(({ code }) => code === seen)!;
      return told.plus ? [{ how: method, result: told.words.toLowerCase() }] : [];
    });
    const body = {
      procedure: place.procedure,
      of: place.mount.of,
      plus,
      minus,
      verified,
      job: job ? Number(job) : null,
    };
    if ((await run('POST', '/api/bench/pairs', body)) !== null) setWritten(words);
  };
  return (
    <div className="mt-2">
      <button type="button" className="btn btn-outline-dark" disabled={busy} onClick={() => void write()}>
        Write it into the procedure’s draft
      </button>
      {written === words && (
        <p className="good mb-0" role="status">
          In the draft of {place.title}: a lead publishes it.
        </p>
      )}
      <Trouble text={trouble} />
    </div>
  );
}

function Practice({
  practice,
  found,
  onAgain,
  onEnd,
}: {
  practice: SimulatedSpeaker;
  found: ReturnType<typeof polarityOf>;
  onAgain: () => void;
  onEnd: () => void;
}) {
  const [shown, setShown] = useState<SimulatedSpeaker | null>(null);
  const isShown = shown === practice;
  const right = found.plus === practice.plus;
  return (
    <div>
      <p className="quiet mb-2">You practise: nothing here is kept.</p>
      {isShown && (
        <p className={right ? 'good' : 'trouble'}>
          {right ? 'Right' : found.plus ? 'Wrong' : 'Not answered'}: the {practice.plus} wire is plus
          {practice.hasCapacitor ? ', behind a capacitor' : ''}.
        </p>
      )}
      <div className="d-flex gap-2">
        <button type="button" className="btn btn-outline-dark" onClick={() => setShown(practice)}>
          Show the answer
        </button>
        <button type="button" className="btn btn-outline-dark" onClick={onAgain}>
          Another speaker
        </button>
        <button type="button" className="btn btn-outline-dark" onClick={onEnd}>
          Stop practising
        </button>
      </div>
    </div>
  );
}

const randomSpeaker = (): SimulatedSpeaker => ({
  plus: Math.random() < 0.5 ? 'first' : 'second',
  hasCapacitor: Math.random() < 0.25,
  offset: Math.random() < 0.7 ? 1 : -1,
  wideIsPlus: Math.random() < 0.85,
});

function Phase() {
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

function Returns() {
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
