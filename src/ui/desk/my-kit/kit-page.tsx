'use client';
import { useState } from 'react';
import { COMMON_DRIVES, NAMED_TOOLS, toolFor } from '@/core/trade';
import { PageHead, Plate, Trouble, useSend } from '../../design';

const MORE_DRIVES = [
  'T8',
  'T40',
  'T45',
  'T50',
  'PH1',
  'PH3',
  'hex 5.5 mm',
  'hex 13 mm',
  'hex 1/4 in',
  'hex 11/32 in',
  'hex 3/8 in',
  'hex socket 4 mm',
  'hex socket 5 mm',
];
const GROUPS: [title: string, codes: string[]][] = [
  ['Drivers and sockets', [...COMMON_DRIVES, ...MORE_DRIVES].map((drive) => toolFor(drive).code)],
  ['Hand tools', [...NAMED_TOOLS.keys()].filter((code) => code !== 'hand')],
];

/** The tools a technician has, so that a plan can say what is missing before a panel comes off. */
export function KitPage({ kit }: { kit: string[] }) {
  const [own, setOwn] = useState<ReadonlySet<string>>(new Set(kit));
  const [saved, setSaved] = useState(false);
  const { busy, trouble, run } = useSend();
  const change = async (next: ReadonlySet<string>) => {
    setOwn(next);
    setSaved(false);
    setSaved((await run('PUT', '/api/kit', { tools: [...next].sort() })) !== null);
  };
  const toggle = (code: string) => {
    const next = new Set(own);
    if (!next.delete(code)) next.add(code);
    void change(next);
  };
  return (
    <>
      <PageHead title="My kit" under="Tap what you have: plans show what’s missing">
        <span className="save-state" role="status">
          {busy ? 'Saving…' : saved ? 'Saved' : ''}
        </span>
        <button
          type="button"
          className="btn btn-outline-dark"
          onClick={() => change(new Set(GROUPS.flatMap(([, codes]) => codes)))}
        >
          I have all of these
        </button>
      </PageHead>
      <Trouble text={trouble} />
      {GROUPS.map(([title, codes]) => (
        <section key={title} className="sheet" aria-label={title}>
          <h2>{title}</h2>
          <div className="kit-grid">
            {codes.map((code) => (
              <button
                key={code}
                type="button"
                role="checkbox"
                aria-checked={own.has(code)}
                className="check-line"
                onClick={() => toggle(code)}
              >
                <span className="box" aria-hidden="true">
                  {own.has(code) ? '✓' : ''}
                </span>
                <Plate code={code} />
              </button>
            ))}
          </div>
        </section>
      ))}
    </>
  );
}
