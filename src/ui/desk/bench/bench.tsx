'use client';
import dynamic from 'next/dynamic';
import { Fragment, useMemo, useState } from 'react';
import type { MountView } from '@/contracts/views';
import type { Speaker } from '@/core/bench';
import type { Schools } from '@/core/document';
import { PageHead } from '../../design';
import { BenchJobContext } from './bench-job';
import { FormTool } from './form-tool';
import { depthOf, depthOfSpeaker, patternOfSpeaker, ringOf } from './from-door';
import { BENCH_TOOLS, CAR_TOOLS, SOUND_TOOLS, SPEAKER_TOOLS } from './tools';

export interface BenchProps {
  mounts: MountView[];
  jobs: { number: number; title: string }[];
  schools: Schools;
  /** The tool that is open first, by its code. */
  first: string;
  /** The job it is opened for. */
  forJob: number | null;
}

const loading = () => <p className="quiet">Opening…</p>;
const FitmentTool = dynamic(() => import('./fitment').then((module) => module.FitmentTool), { loading });

const DampingTool = dynamic(() => import('./damping').then((module) => module.DampingTool), { loading });
const MarkingTool = dynamic(() => import('./marking').then((module) => module.MarkingTool), { loading });
const PolarityTool = dynamic(() => import('./polarity').then((module) => module.PolarityTool), { loading });
const TonesTool = dynamic(() => import('./tones').then((module) => module.TonesTool), { loading });
const WiresTool = dynamic(() => import('./wires').then((module) => module.WiresTool), { loading });

/** The tools by what they are about; those without fields have a page of their own. */
const GROUPS: { name: string; tools: readonly { code: string; name: string }[] }[] = [
  { name: 'Speaker', tools: [...SPEAKER_TOOLS, { code: 'fitment', name: 'Will it fit' }] },
  {
    name: 'Car',
    tools: [
      { code: 'marking', name: 'Marking out' },
      ...CAR_TOOLS,
      { code: 'wires', name: 'Wire run' },
      { code: 'damping', name: 'Damping' },
    ],
  },
  {
    name: 'Sound',
    tools: [...SOUND_TOOLS, { code: 'polarity', name: 'Polarity and phase' }, { code: 'tones', name: 'Test tones' }],
  },
];
const CODES = new Set(GROUPS.flatMap(({ tools }) => tools.map(({ code }) => code)));

/** The bench: what has to be worked out between apart and together, a tool each. The address names the tool. */
export function Bench({ mounts, jobs, schools, first, forJob }: BenchProps) {
  const [job, setJob] = useState(jobs.some(({ number }) => number === forJob) ? String(forJob) : '');
  const benchJob = useMemo(() => ({ jobs, job, setJob, mounts, schools }), [jobs, job, mounts, schools]);
  const [code, setCode] = useState(CODES.has(first) ? first : BENCH_TOOLS[0].code);
  const [typed, setTyped] = useState<Record<string, Record<string, string>>>({});
  const tool = BENCH_TOOLS.find((one) => one.code === code);
  const type = (of: string, values: Record<string, string>) =>
    setTyped((all) => ({ ...all, [of]: { ...all[of], ...values } }));
  const takeDoor = (mount: MountView) => {
    type('depth', depthOf(mount));
    type('ring', ringOf(mount));
  };
  const takeSpeaker = (speaker: Speaker) => {
    type('depth', depthOfSpeaker(speaker));
    for (const code of ['ring', 'oval']) type(code, patternOfSpeaker(speaker));
  };
  const open = (next: string) => {
    setCode(next);
    window.history.replaceState(null, '', `/bench?tool=${next}${job ? `&job=${job}` : ''}`);
  };
  return (
    <BenchJobContext value={benchJob}>
      <div className="fill-page">
        <PageHead title="Bench" under="What has to be worked out between apart and together">
          <button type="button" className="btn btn-outline-dark no-print" onClick={() => window.print()}>
            Print
          </button>
        </PageHead>
        <div className={tool ? 'bench' : 'bench wide'}>
          <nav className="bench-tools" aria-label="Tools of the bench">
            {GROUPS.map(({ name, tools }) => (
              <Fragment key={name}>
                <h2>{name}</h2>
                {tools.map((one) => (
                  <button key={one.code} type="button" aria-pressed={one.code === code} onClick={() => open(one.code)}>
                    {one.name}
                  </button>
                ))}
              </Fragment>
            ))}
          </nav>
          {tool && (
            <FormTool
              key={code}
              tool={tool}
              typed={typed[code]}
              onType={(values) => type(code, values)}
              mounts={mounts}
              onTakeDoor={takeDoor}
              onTakeSpeaker={takeSpeaker}
            />
          )}
          {code === 'fitment' && <FitmentTool mounts={mounts} />}
          {code === 'marking' && <MarkingTool />}
          {code === 'wires' && <WiresTool />}
          {code === 'damping' && <DampingTool />}
          {code === 'polarity' && <PolarityTool mounts={mounts} />}
          {code === 'tones' && <TonesTool />}
        </div>
      </div>
    </BenchJobContext>
  );
}
