'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ShopToolView } from '@/contracts/views';
import { NAMED_TOOLS } from '@/core/hardware';
import { Trouble, useDates, useSend } from '../../design';

const DUE = { calibration: 'to calibrate', charge: 'to charge', service: 'to service' } as const;
const NEW: ShopToolView = {
  id: '',
  tool: '',
  name: '',
  label: '',
  holder: null,
  heldSince: null,
  dueWhat: null,
  dueOn: null,
  note: '',
  isDue: false,
};

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
        {mayMove && <ToolForm key={chosen ?? ''} tool={tool ?? NEW} onDone={() => choose(null)} />}
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

function ToolForm({ tool, onDone }: { tool: ShopToolView; onDone: () => void }) {
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [typed, setTyped] = useState(tool);
  const done = (answer: unknown) => {
    if (answer === null) return;
    onDone();
    if (!tool.id) setTyped(NEW);
    router.refresh();
  };
  const save = async () => {
    const { label, tool: code, dueWhat, dueOn, note } = typed;
    const id = tool.id || crypto.randomUUID();
    done(await run('PUT', '/api/tools', { id, tool: code, label, dueWhat, dueOn: dueOn || null, note }));
  };
  return (
    <section className="sheet" aria-label={tool.id ? tool.label : 'Add a tool'}>
      <h2>{tool.id ? tool.label : 'Add a tool'}</h2>
      <div className="field-grid">
        <label>
          Which tool
          <input
            className="form-control"
            list="shop-tools"
            value={typed.tool}
            onChange={(event) => setTyped({ ...typed, tool: event.target.value })}
          />
        </label>
        <label>
          What is written on it
          <input
            className="form-control"
            value={typed.label}
            onChange={(event) => setTyped({ ...typed, label: event.target.value })}
          />
        </label>
        <label>
          Has to be
          <select
            className="form-select"
            value={typed.dueWhat ?? ''}
            onChange={(event) =>
              setTyped({
                ...typed,
                dueWhat: (event.target.value || null) as ShopToolView['dueWhat'],
                dueOn: event.target.value ? typed.dueOn : null,
              })
            }
          >
            <option value="">nothing by a date</option>
            <option value="calibration">calibrated</option>
            <option value="charge">charged</option>
            <option value="service">serviced</option>
          </select>
        </label>
        {typed.dueWhat && (
          <label>
            By
            <input
              type="date"
              className="form-control"
              value={typed.dueOn ?? ''}
              onChange={(event) => setTyped({ ...typed, dueOn: event.target.value })}
            />
          </label>
        )}
        <label>
          Note
          <input
            className="form-control"
            value={typed.note}
            onChange={(event) => setTyped({ ...typed, note: event.target.value })}
          />
        </label>
      </div>
      <datalist id="shop-tools">
        {[...NAMED_TOOLS.values()]
          .filter(({ code }) => code !== 'hand')
          .map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
      </datalist>
      <Trouble text={trouble} />
      <div className="d-flex gap-2 mt-2">
        <button
          type="button"
          className="btn btn-primary"
          disabled={busy || !typed.tool.trim() || !typed.label.trim()}
          onClick={() => void save()}
        >
          {tool.id ? 'Save tool' : 'Add tool'}
        </button>
        {tool.id && (
          <>
            <button type="button" className="btn btn-outline-dark" onClick={onDone}>
              Cancel
            </button>
            <button
              type="button"
              className="btn btn-outline-danger ms-auto"
              disabled={busy}
              onClick={() => void run('DELETE', `/api/tools/${tool.id}`).then(done)}
            >
              Broken or sold
            </button>
          </>
        )}
      </div>
    </section>
  );
}
