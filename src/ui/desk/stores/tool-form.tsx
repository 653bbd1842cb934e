'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { ShopToolView } from '@/contracts/views';
import { NAMED_TOOLS } from '@/core/trade';
import { Trouble, useSend } from '../../design';

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

/** Adds a tool, or changes what is known of one. */
export function ToolForm({ tool: given, onDone }: { tool: ShopToolView | null; onDone: () => void }) {
  const tool = given ?? NEW;
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
