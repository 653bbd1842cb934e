'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ShopToolView } from '@/contracts/views';
import { Trouble, useDates, useSend } from '../../design';
import { ToolForm } from './tool-form';

const DUE = { calibration: 'to calibrate', charge: 'to charge', service: 'to service' } as const;

/** Tools of which the shop has only so many: who has them, what is due. The day names two jobs that want the same one. */
export function Tools({
  tools,
  names,
  me,
  mayMove,
}: {
  tools: ShopToolView[];
  names: Record<string, string>;
  me: string;
  mayMove: boolean;
}) {
  const [chosen, choose] = useState<string | null>(null);
  const tool = tools.find(({ id }) => id === chosen);
  return (
    <div className="split fill-split">
      <section className="sheet fill-scroll" aria-label="The shop’s tools" tabIndex={0} role="region">
        {tools.length === 0 && (
          <p className="quiet mb-0">Add the tools there is only one of: the day sees when two jobs want it.</p>
        )}
        <ul className="rows">
          {tools.map((one) => (
            <ToolRow key={one.id} tool={one} names={names} me={me} onChoose={mayMove ? choose : null} />
          ))}
        </ul>
      </section>
      <div className="fill-scroll" tabIndex={0} role="region" aria-label="One tool">
        {mayMove && <ToolForm key={chosen ?? ''} tool={tool ?? null} onDone={() => choose(null)} />}
      </div>
    </div>
  );
}

function ToolRow({
  tool: { id, label, name, holder, heldSince, dueWhat, dueOn, isDue, note },
  names,
  me,
  onChoose,
}: {
  tool: ShopToolView;
  names: Record<string, string>;
  me: string;
  onChoose: ((id: string) => void) | null;
}) {
  const dates = useDates();
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const give = async (to: string | null) => {
    if ((await run('PUT', `/api/tools/${id}/holder`, { holder: to })) !== null) router.refresh();
  };
  return (
    <li className="py-2 d-flex flex-wrap gap-2 align-items-center">
      <span className="me-auto">
        <strong>{label}</strong>{' '}
        <span className="quiet">{[name !== label && name, note].filter(Boolean).join(' · ')}</span>
        <span className="d-block">
          {holder ? `With ${names[holder] ?? holder} since ${dates.moment(heldSince!)}` : 'In its place'}
          {dueOn && (
            <span className={isDue ? 'trouble' : 'quiet'}>
              {' · '}
              {isDue && 'not to be used: '}
              {DUE[dueWhat!]} by {dates.day(`${dueOn}T12:00:00Z`)}
            </span>
          )}
        </span>
        <Trouble text={trouble} />
      </span>
      {holder !== me && (
        <button type="button" className="btn btn-sm btn-outline-dark" disabled={busy} onClick={() => void give(me)}>
          I have it
        </button>
      )}
      {holder && (
        <button type="button" className="btn btn-sm btn-outline-dark" disabled={busy} onClick={() => void give(null)}>
          Back in its place
        </button>
      )}
      {onChoose && (
        <button
          type="button"
          className="btn btn-sm btn-outline-dark"
          aria-label={`Change ${label}`}
          onClick={() => onChoose(id)}
        >
          Change
        </button>
      )}
    </li>
  );
}
