'use client';
import { useState } from 'react';
import { FIT } from '@/contracts/schemas/fit';
import { JOINTS, parseMm, plainNumber, sayRun, type Joint } from '@/core/bench';
import { PezzoError } from '@/core/errors';
import { Chips } from '../../design';
import { useBenchJob } from './bench-job';
import { KeepOnJob } from './keep-on-job';
import { SaidLine } from './said-line';
import { SmallField } from './small-field';

interface TypedLeg {
  name: string;
  mm: string;
  boot: boolean;
}
const START: TypedLeg[] = [
  { name: 'source to sill', mm: '600', boot: false },
  { name: 'along the sill', mm: '1300', boot: false },
  { name: 'kick panel to boot', mm: '450', boot: true },
  { name: 'door to speaker', mm: '550', boot: false },
];
const JOINT_CHOICES: [Joint | 'twist', string][] = [
  ...Object.entries(JOINTS).map(([code, { words }]): [Joint, string] => [code as Joint, words]),
  ['twist', 'twist-on caps'],
];

/** A cable's way leg by leg: what to cut, where the boots sit, how thick, how it is joined. */
export function WiresTool() {
  const [legs, setLegs] = useState(START);
  const [rest, setRest] = useState({ slack: '10', loop: '200', ohms: '4', lossDb: '0.5' });
  const [joint, setJoint] = useState<Joint | 'twist'>(useBenchJob().schools.joints);
  const [isPower, setPower] = useState(false);
  const [power, setPowerOf] = useState({ amps: '40', dropVolts: '0.5' });
  const found = read(legs, rest, isPower ? power : null);
  const change = (at: number, leg: Partial<TypedLeg>) =>
    setLegs(legs.map((one, n) => (n === at ? { ...one, ...leg } : one)));
  return (
    <div className="bench-two">
      <section className="sheet" aria-label="The run">
        <h2>Which way does the cable go?</h2>
        {legs.map((leg, at) => (
          <div key={at} className="leg-row">
            <input
              className="form-control"
              aria-label={`Leg ${at + 1}`}
              maxLength={80}
              value={leg.name}
              onChange={(event) => change(at, { name: event.target.value })}
            />
            <input
              className="form-control number-field"
              aria-label={`Length of leg ${at + 1}, mm`}
              value={leg.mm}
              onChange={(event) => change(at, { mm: event.target.value })}
            />
            <label className="d-flex gap-1 align-items-center">
              <input
                type="checkbox"
                checked={leg.boot}
                onChange={(event) => change(at, { boot: event.target.checked })}
              />
              boot
            </label>
            <button
              type="button"
              className="btn btn-outline-dark"
              aria-label={`Take out leg ${at + 1}`}
              disabled={legs.length === 1}
              onClick={() => setLegs(legs.filter((_, n) => n !== at))}
            >
              ×
            </button>
          </div>
        ))}
        <button
          type="button"
          className="btn btn-outline-dark"
          disabled={legs.length >= 30}
          onClick={() => setLegs([...legs, { name: '', mm: '', boot: false }])}
        >
          One more leg
        </button>
        <div className="bench-bar mt-2">
          <SmallField isNumber label="Slack, %" value={rest.slack} onChange={(slack) => setRest({ ...rest, slack })} />
          <SmallField
            isNumber
            label="Service loop, mm"
            value={rest.loop}
            onChange={(loop) => setRest({ ...rest, loop })}
          />
          {isPower ? (
            <>
              <SmallField
                isNumber
                label="Carries, A"
                value={power.amps}
                onChange={(amps) => setPowerOf({ ...power, amps })}
              />
              <SmallField
                isNumber
                label="May lose, V"
                value={power.dropVolts}
                onChange={(dropVolts) => setPowerOf({ ...power, dropVolts })}
              />
            </>
          ) : (
            <>
              <SmallField
                isNumber
                label="Speaker, Ω"
                value={rest.ohms}
                onChange={(ohms) => setRest({ ...rest, ohms })}
              />
              <SmallField
                isNumber
                label="May lose, dB"
                value={rest.lossDb}
                onChange={(lossDb) => setRest({ ...rest, lossDb })}
              />
            </>
          )}
        </div>
        <Chips label="Joints" value={joint} options={JOINT_CHOICES} onPick={setJoint} />
        {joint === 'twist' ? (
          <p className="caution">Not recommended: they shake loose in a car. Take an adapter, solder or crimp.</p>
        ) : (
          <p className="quiet mt-2">{JOINTS[joint].note}</p>
        )}
        <label className="d-flex gap-2 align-items-center mt-2">
          <input type="checkbox" checked={isPower} onChange={(event) => setPower(event.target.checked)} />
          it carries power
        </label>
        {isPower && (
          <p className="caution">
            Battery off first: the maker’s manual says how. The fuse protects the cable, so it sits at the battery and
            is no larger than the cable stands.
          </p>
        )}
      </section>
      <section className="sheet" aria-label="Answer" aria-live="polite">
        {'trouble' in found ? (
          <p className="trouble" role="alert">
            {found.trouble}
          </p>
        ) : (
          <>
            <SaidLine said={found.said} />
            <RunDrawing input={found.input} cutMm={found.result.cutMm} />
            <ul>
              <li>Drip loop before the door, and in from below.</li>
              <li>Along the factory loom, tied every hand, clear of glass and regulator.</li>
              <li>A service loop at the door: the card must lie down with it joined.</li>
              {found.result.lossDb !== null && (
                <li>
                  Loses {plainNumber(found.result.lossDb, 2)} dB; damping at the speaker is{' '}
                  {plainNumber(found.result.dampingAtMost!, 0)} at most.
                </li>
              )}
            </ul>
            <KeepOnJob
              isFact
              tool="Wire run"
              given={{
                ...Object.fromEntries(legs.map(({ name, mm }, n) => [`${n + 1} ${name}`.slice(0, 40), mm])),
                ...rest,
                ...(isPower ? power : {}),
                joint,
              }}
              said={joint === 'twist' ? { ...found.said, standing: 'exact' } : found.said}
            />
          </>
        )}
        <details className="bench-formula">
          <summary>How this is worked out</summary>
          <p>
            Cut = legs × (1 + slack) + loop. The thinnest wire that is sold whose loop 2·l·ρ/A loses no more than
            20·log₁₀((R + loop)/R). With power: the fuse carries no more than 80 % of its rating for long, the wire may
            carry the fuse’s rating, and I·2·l·ρ/A is no more than what may be lost.
          </p>
          <p className="quiet mb-0">
            ρ of copper 1/58 Ω·mm²/m (IEC 60028); sizes after IEC 60228; what a wire may carry and where its fuse sits
            after ABYC E-11; fuses of ISO 8820: values from memory. Slack and loop are common practice, no source.
          </p>
        </details>
      </section>
    </div>
  );
}

function read(
  legs: TypedLeg[],
  rest: { slack: string; loop: string; ohms: string; lossDb: string },
  power: { amps: string; dropVolts: string } | null,
) {
  const number = (text: string) => (text.trim() === '' ? undefined : Number(text.replace(',', '.')));
  try {
    const { input, result } = FIT.run({
      legs: legs.map(({ name, mm, boot }) => ({ name: name.trim() || 'leg', mm: parseMm(mm) ?? mm, boot })),
      slack: (number(rest.slack) ?? 0) / 100,
      loop: parseMm(rest.loop) ?? rest.loop,
      ...(power
        ? { power: { amps: number(power.amps), dropVolts: number(power.dropVolts) } }
        : { ohms: number(rest.ohms), lossDb: number(rest.lossDb) }),
    });
    return { input, result, said: sayRun(result) };
  } catch (error) {
    if (!(error instanceof PezzoError)) throw error;
    const [wrong] = error.fields;
    const leg = legs.findIndex((_, n) => wrong?.place === `legs[${n}].mm`);
    return { trouble: leg < 0 ? error.message : `Length of leg ${leg + 1} ${wrong.message}.` };
  }
}

/** The run stretched out to scale, with its boots. */
function RunDrawing({
  input,
  cutMm,
}: {
  input: { legs: readonly { name: string; mm: number; boot?: boolean }[]; slack: number };
  cutMm: number;
}) {
  const [width, left] = [320, 8];
  const x = (mm: number) => left + ((width - 2 * left) * mm) / cutMm;
  const ends = input.legs.map((_, n) =>
    input.legs.slice(0, n + 1).reduce((sum, { mm }) => sum + mm * (1 + input.slack), 0),
  );
  return (
    <svg className="bench-drawing" viewBox={`0 0 ${width} 74`} role="img" aria-label="The run stretched out">
      {input.legs.map(({ name, boot }, n) => {
        const [from, to] = [ends[n - 1] ?? 0, ends[n]];
        return (
          <g key={n}>
            <path className={n % 2 ? 'lead odd' : 'lead'} strokeWidth={4} d={`M${x(from)} 34H${x(to)}`} />
            {boot && <rect className="driver" x={x(to) - 4} y={22} width={8} height={24} />}
            <text className="bench-words" x={(x(from) + x(to)) / 2} y={n % 2 ? 62 : 16} textAnchor="middle">
              {name.slice(0, 18)}
            </text>
          </g>
        );
      })}
      <path className="lead" strokeWidth={4} strokeDasharray="4 3" d={`M${x(ends.at(-1)!)} 34H${x(cutMm)}`} />
    </svg>
  );
}
