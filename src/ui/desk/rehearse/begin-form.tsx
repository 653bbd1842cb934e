'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { RehearseChoices } from '@/contracts/views';
import { type Level, LEVELS, levelWords } from '@/core/rehearse';
import { OptionChoices, PageHead, Trouble, useSend } from '../../design';

/** What to take out, how much help, and off it goes. */
export function BeginForm({ choices, level: asked }: { choices: RehearseChoices; level: Level | null }) {
  const [goal, setGoal] = useState(choices.usual);
  const [level, setLevel] = useState<Level>(asked ?? 'guided');
  const [bothWays, setBothWays] = useState(true);
  const [options, setOptions] = useState<Record<string, string>>(() =>
    Object.fromEntries(Object.entries(choices.options).map(([option, values]) => [option, values[0]])),
  );
  const { busy, trouble, run } = useSend();
  const router = useRouter();
  const begin = async () => {
    const made = await run<{ id: string }>('POST', '/api/rehearsals', {
      procedure: choices.id,
      draft: choices.draft,
      level,
      bothWays,
      goals: [goal],
      options,
    });
    if (made) router.push(`/rehearse/${made.id}`);
  };
  return (
    <>
      <PageHead
        title={`Rehearse: ${choices.title}`}
        under={choices.draft ? 'The draft as it stands' : 'As published'}
      />
      <div className="sheet form-narrow">
        <label className="form-label" htmlFor="rehearse-goal">
          What comes out
        </label>
        <select
          id="rehearse-goal"
          className="form-select mb-3"
          value={goal}
          onChange={(event) => setGoal(event.target.value)}
        >
          {choices.goals.map(({ goal: one, name }) => (
            <option key={one} value={one}>
              {name}
            </option>
          ))}
        </select>
        <div className="levels" role="radiogroup" aria-label="How much help">
          {LEVELS.map((one) => (
            <label key={one} className="level">
              <input type="radio" name="level" checked={level === one} onChange={() => setLevel(one)} />
              <span>
                <b>{levelWords[one].name}</b>
                <span className="quiet d-block">{levelWords[one].what}</span>
              </span>
            </label>
          ))}
        </div>
        <label className="d-flex gap-2 my-3">
          <input type="checkbox" checked={bothWays} onChange={(event) => setBothWays(event.target.checked)} />
          Put it back too: sort the screws, pass the gates
        </label>
        <OptionChoices options={choices.options} chosen={options} onChoose={setOptions} />
        <Trouble text={trouble} />
        <button type="button" className="btn btn-primary mt-3" disabled={busy || !goal} onClick={() => void begin()}>
          Begin
        </button>
        <p className="quiet mt-3 mb-0">
          On the screen nothing can hurt. On a real vehicle the maker’s manual, local rules and licensed practice come
          first.
        </p>
      </div>
    </>
  );
}
