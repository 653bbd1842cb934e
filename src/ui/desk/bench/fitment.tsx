'use client';
import { useMemo, useState } from 'react';
import type { MountView } from '@/contracts/views';
import { FIT_RULES, parseMm, sayFitment } from '@/core/bench';
import { append } from '@/core/lists';
import type { FitmentAnswer, FitmentQuestion } from '@/workers/fitment.worker';
import { CsvUpload, useSpeakers } from '../../design';
import { placeWords } from './from-door';
import { useWorkerAnswer } from './use-worker-answer';
import { PlaceStrip } from './drawings/place-strip';
import { SmallField } from './small-field';

/** Rows shown of a place at once; the search finds the others. */
const MOST_SHOWN = 60;

/** The shop's speakers against a door or a whole vehicle: how each goes in, or why it does not. */
export function FitmentTool({ mounts }: { mounts: MountView[] }) {
  const choices = useMemo(() => choicesOf(mounts), [mounts]);
  const [choice, setChoice] = useState(choices[0]?.words ?? '');
  const [minimum, setMinimum] = useState('4');
  const [sheets, setSheets] = useState(FIT_RULES.sheets.join(', '));
  const [search, setSearch] = useState('');
  const [works, setWorks] = useState(true);
  const { speakers, reload } = useSpeakers();
  const places = useMemo(() => choices.find(({ words }) => words === choice)?.mounts ?? [], [choices, choice]);
  const question = useMemo((): FitmentQuestion | null => {
    if (!speakers) return null;
    const amplifierMinimum = Number(minimum.replace(',', '.'));
    const thick = sheets.split(/[;,] */).flatMap((text) => parseMm(text) ?? []);
    return {
      places: places.map(({ mount }) => mount),
      speakers,
      rules: {
        ...FIT_RULES,
        amplifierMinimum: amplifierMinimum > 0 ? amplifierMinimum : FIT_RULES.amplifierMinimum,
        sheets: thick,
      },
    };
  }, [places, speakers, minimum, sheets]);
  const answer = useWorkerAnswer<FitmentQuestion, FitmentAnswer>(startWorker, question);
  const wanted = search.trim().toLowerCase();
  return (
    <section className="sheet bench-wide" aria-label="Will it fit">
      <h2>Which of our speakers go in, and how?</h2>
      <div className="bench-bar">
        <label>
          Door or vehicle
          <select className="form-select" value={choice} onChange={(event) => setChoice(event.target.value)}>
            {choices.map(({ words }) => (
              <option key={words}>{words}</option>
            ))}
          </select>
        </label>
        <SmallField label="Amplifier: at least" unit="Ω" value={minimum} onChange={setMinimum} />
        <SmallField label="Sheets at hand" unit="mm" value={sheets} onChange={setSheets} />
        <SmallField label="Find a speaker" value={search} onChange={setSearch} />
        <label className="d-flex gap-2 align-items-center">
          <input type="checkbox" checked={works} onChange={(event) => setWorks(event.target.checked)} />
          only what goes in
        </label>
        <SpeakerList count={speakers?.length ?? 0} onChanged={reload} />
      </div>
      {places.length === 0 && (
        <p className="empty">
          No published door has its speaker’s place measured yet. Add it in the recorder, under the speaker.
        </p>
      )}
      {answer &&
        speakers &&
        places.map((place, at) => {
          const rows = (answer[at] ?? []).filter(
            ({ speaker, fit }) =>
              (!works || (fit.verdict !== 'never' && fit.verdict !== 'unmeasured')) &&
              !!speakers[speaker]?.name.toLowerCase().includes(wanted),
          );
          return (
            <section key={`${place.procedure} ${place.of}`} aria-label={placeWords(place)}>
              <h3 className="h5 mt-3">
                {placeWords(place)}{' '}
                <span className="quiet">
                  {rows.length} of {speakers.length}
                </span>
              </h3>
              <ul className="fit-list">
                {rows.slice(0, MOST_SHOWN).map(({ speaker, fit }) => {
                  const one = speakers[speaker];
                  const said = sayFitment(fit);
                  return (
                    <li key={one.name} className={`fit-row ${said.standing}`}>
                      <PlaceStrip place={place.mount} speaker={one} spacer={fit.thickness} />
                      <b>{one.name}</b>
                      <span className="quiet">
                        {one.ohms} Ω · {one.depth} mm deep · {one.sensitivityDb} dB
                      </span>
                      <span>{said.words}</span>
                    </li>
                  );
                })}
              </ul>
              {rows.length > MOST_SHOWN && (
                <p className="quiet">And {rows.length - MOST_SHOWN} more: find one by name.</p>
              )}
            </section>
          );
        })}
    </section>
  );
}

const startWorker = () =>
  new Worker(new URL('../../../workers/fitment.worker.ts', import.meta.url), { type: 'module' });

/** Every measured place by itself, and the places of each vehicle together. */
function choicesOf(mounts: MountView[]): { words: string; mounts: MountView[] }[] {
  const vehicles = new Map<string, MountView[]>();
  for (const mount of mounts) {
    append(vehicles, mount.vehicle, mount);
  }
  return [
    ...mounts.map((mount) => ({ words: placeWords(mount), mounts: [mount] })),
    ...[...vehicles].flatMap(([vehicle, own]) =>
      own.length > 1 ? [{ words: `${vehicle}: every place`, mounts: own }] : [],
    ),
  ];
}

interface TakenIn {
  kept: number;
  bad: { line: number; message: string }[];
  badCount: number;
}

/** The list in and out as CSV. */
function SpeakerList({ count, onChanged }: { count: number; onChanged: () => void }) {
  return (
    <div>
      <span className="quiet">{count} speakers on our list</span>
      <div className="d-flex flex-wrap gap-2">
        <CsvUpload<TakenIn>
          url="/api/speakers/list.csv"
          button="Import CSV"
          label="List of speakers as CSV"
          onDone={onChanged}
          said={({ kept, bad, badCount }) => (
            <>
              <p className="good mb-0">
                {kept} {kept === 1 ? 'speaker' : 'speakers'} kept.
              </p>
              {badCount > 0 && (
                <details>
                  <summary>
                    {badCount} {badCount === 1 ? 'line' : 'lines'} not read
                  </summary>
                  <ul>
                    {bad.map(({ line, message }) => (
                      <li key={line}>
                        Line {line}: {message}
                      </li>
                    ))}
                  </ul>
                </details>
              )}
            </>
          )}
        />
        <a className="btn btn-outline-dark" href="/api/speakers/list.csv" download>
          Export CSV
        </a>
      </div>
    </div>
  );
}
