'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { StoreKitView } from '@/contracts/views';
import { TextFields, Trouble, useCatalogue, useSend } from '../../design';

type Draft = Pick<StoreKitView, 'id' | 'name' | 'make' | 'model'> & { lines: { kind: string; count: string }[] };
export const NEW_KIT: Draft = { id: '', name: '', make: '', model: '', lines: [{ kind: '', count: '1' }] };

const FIELDS = [
  ['name', 'Name'],
  ['make', 'Make, empty for any'],
  ['model', 'Model, empty for any'],
] as const;

/** Puts a kit together, or changes one. */
export function KitForm({ kit, onDone }: { kit: Draft; onDone: () => void }) {
  const router = useRouter();
  const catalogue = useCatalogue();
  const { busy, trouble, run } = useSend();
  const [typed, setTyped] = useState(kit);
  const done = (answer: unknown) => {
    if (answer === null) return;
    onDone();
    if (!kit.id) setTyped(NEW_KIT);
    router.refresh();
  };
  const save = async () => {
    const { name, make, model } = typed;
    const lines = typed.lines
      .filter(({ kind }) => kind.trim())
      .map(({ kind, count }) => ({ kind, count: Number(count) }));
    done(await run('PUT', '/api/stores/kits', { id: kit.id || crypto.randomUUID(), name, make, model, lines }));
  };
  const change = (at: number, line: Partial<Draft['lines'][number]>) =>
    setTyped({ ...typed, lines: typed.lines.map((one, n) => (n === at ? { ...one, ...line } : one)) });
  return (
    <section className="sheet" aria-label={kit.id ? kit.name : 'Add a kit'}>
      <h2>{kit.id ? kit.name : 'Add a kit'}</h2>
      <div className="field-grid">
        <TextFields fields={FIELDS} typed={typed} onType={(change) => setTyped({ ...typed, ...change })} />
      </div>
      <h3 className="label mt-2">What is in it</h3>
      {typed.lines.map((line, at) => (
        <div key={at} className="d-flex gap-2 mb-2">
          <input
            className="form-control"
            list="kit-kinds"
            aria-label={`Item ${at + 1}`}
            placeholder="push-clip, M5 rivet nut…"
            value={line.kind}
            onChange={(event) => change(at, { kind: event.target.value })}
          />
          <input
            className="form-control number-field"
            inputMode="numeric"
            aria-label={`Item ${at + 1}: how many`}
            value={line.count}
            onChange={(event) => change(at, { count: event.target.value })}
          />
          <button
            type="button"
            className="btn btn-outline-dark"
            aria-label={`Take item ${at + 1} out`}
            onClick={() => setTyped({ ...typed, lines: typed.lines.filter((_, n) => n !== at) })}
          >
            ×
          </button>
        </div>
      ))}
      <datalist id="kit-kinds">
        {[...catalogue.fasteners.values()].map(({ code, plural }) => (
          <option key={code} value={code}>
            {plural}
          </option>
        ))}
      </datalist>
      <button
        type="button"
        className="btn btn-sm btn-outline-dark"
        onClick={() => setTyped({ ...typed, lines: [...typed.lines, { kind: '', count: '1' }] })}
      >
        One more
      </button>
      <Trouble text={trouble} />
      <div className="d-flex gap-2 mt-3">
        <button
          type="button"
          className="btn btn-primary"
          disabled={busy || !typed.name.trim()}
          onClick={() => void save()}
        >
          {kit.id ? 'Save kit' : 'Add kit'}
        </button>
        {kit.id && (
          <button
            type="button"
            className="btn btn-outline-danger ms-auto"
            disabled={busy}
            onClick={() => void run('DELETE', `/api/stores/kits/${kit.id}`).then(done)}
          >
            Take it off the list
          </button>
        )}
      </div>
    </section>
  );
}
