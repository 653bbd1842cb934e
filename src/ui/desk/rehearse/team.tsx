'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { RehearseView } from '@/contracts/views';
import { type Level, LEVELS, levelWords } from '@/core/rehearse';
import { Trouble, useDates, useSend } from '../../design';

/** How everybody is doing, and what a lead has set for whom before a first real job. */
export function Team({ view }: { view: RehearseView }) {
  const dates = useDates();
  const router = useRouter();
  const { busy, trouble, run } = useSend();
  const [person, setPerson] = useState('');
  const [procedure, setProcedure] = useState('');
  const [level, setLevel] = useState<Level>('alone');
  const set = async () => {
    if ((await run('PUT', '/api/rehearsal-tasks', { person, procedure, level })) !== null) router.refresh();
  };
  const drop = async (of: string, task: string) => {
    if ((await run('DELETE', '/api/rehearsal-tasks', { person: of, procedure: task })) !== null) router.refresh();
  };
  return (
    <section className="sheet" aria-label="Everybody">
      <h2>Everybody</h2>
      <div className="table-responsive">
        <table className="table">
          <thead>
            <tr>
              <th>Who</th>
              <th>Rehearsals</th>
              <th>Last five</th>
              <th>Last</th>
            </tr>
          </thead>
          <tbody>
            {view.team!.map(({ id, name, times, points, lastAt }) => (
              <tr key={id}>
                <td>{name}</td>
                <td className="n">{times}</td>
                <td className="n">{points === null ? '–' : `${points} of 100`}</td>
                <td>{lastAt ? dates.day(lastAt) : '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <h3>Before a first real job</h3>
      <ul className="rows">
        {view.tasks.map((task) => (
          <li key={`${task.person}${task.procedure}`}>
            <b>{task.personName}</b>: {task.title}, {levelWords[task.level].name.toLowerCase()}{' '}
            <span className="quiet">{task.doneAt ? `done ${dates.day(task.doneAt)}` : 'not done yet'}</span>{' '}
            <button
              type="button"
              className="btn btn-sm btn-outline-dark"
              aria-label={`Take back: ${task.title} for ${task.personName}`}
              disabled={busy}
              onClick={() => void drop(task.person, task.procedure)}
            >
              Take back
            </button>
          </li>
        ))}
      </ul>
      <div className="d-flex flex-wrap gap-2 align-items-end mt-2">
        <select
          className="form-select w-auto"
          aria-label="Who is to rehearse"
          value={person}
          onChange={(event) => setPerson(event.target.value)}
        >
          <option value="">who…</option>
          {view.team!.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <select
          className="form-select w-auto"
          aria-label="What is to be rehearsed"
          value={procedure}
          onChange={(event) => setProcedure(event.target.value)}
        >
          <option value="">what…</option>
          {view.procedures.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
        <select
          className="form-select w-auto"
          aria-label="At which level"
          value={level}
          onChange={(event) => setLevel(event.target.value as Level)}
        >
          {LEVELS.map((one) => (
            <option key={one} value={one}>
              {levelWords[one].name}
            </option>
          ))}
        </select>
        <button
          type="button"
          className="btn btn-primary"
          disabled={busy || !person || !procedure}
          onClick={() => void set()}
        >
          Set rehearsal
        </button>
      </div>
      <Trouble text={trouble} />
    </section>
  );
}
