'use client';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import type { MountView } from '@/contracts/views';
import { PageHead } from '../../design';
import { FormTool } from './form-tool';
import { depthOf, ringOf } from './from-door';
import { BENCH_TOOLS } from './tools';

export interface BenchProps {
  mounts: MountView[];
  jobs: { number: number; title: string }[];
  /** The tool that is open first, by its code. */
  first: string;
}

const loading = () => <p className="quiet">Opening…</p>;
const FitmentTool = dynamic(() => import('./fitment').then((module) => module.FitmentTool), { loading });

/** Tools with a page of their own, after those with fields. */
const PANELS = [{ code: 'fitment', name: 'Will it fit' }] as const;
const CODES = new Set<string>([...BENCH_TOOLS, ...PANELS].map(({ code }) => code));

/** The bench: what has to be worked out between apart and together, a tool each. The address names the tool. */
export function Bench({ mounts, jobs, first }: BenchProps) {
  const [code, setCode] = useState(CODES.has(first) ? first : BENCH_TOOLS[0].code);
  const [typed, setTyped] = useState<Record<string, Record<string, string>>>({});
  const tool = BENCH_TOOLS.find((one) => one.code === code);
  const type = (of: string, values: Record<string, string>) =>
    setTyped((all) => ({ ...all, [of]: { ...all[of], ...values } }));
  const takeDoor = (mount: MountView) => {
    type('depth', depthOf(mount));
    type('ring', ringOf(mount));
  };
  const open = (next: string) => {
    setCode(next);
    window.history.replaceState(null, '', `/bench?tool=${next}`);
  };
  return (
    <div className="fill-page">
      <PageHead title="Bench" under="What has to be worked out between apart and together" />
      <div className={tool ? 'bench' : 'bench wide'}>
        <nav className="bench-tools" aria-label="Tools of the bench">
          {[...BENCH_TOOLS, ...PANELS].map((one) => (
            <button key={one.code} type="button" aria-pressed={one.code === code} onClick={() => open(one.code)}>
              {one.name}
            </button>
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
            jobs={jobs}
          />
        )}
        {code === 'fitment' && <FitmentTool mounts={mounts} />}
      </div>
    </div>
  );
}
