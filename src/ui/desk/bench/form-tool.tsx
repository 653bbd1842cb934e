'use client';
import { useMemo, useState } from 'react';
import type { MountView } from '@/contracts/views';
import type { Speaker } from '@/core/bench';
import { PezzoError } from '@/core/errors';
import { useSpeakers } from '../../design';
import { placeWords } from './from-door';
import { DrawnAnswer } from './drawings/drawn';
import { KeepOnJob } from './keep-on-job';
import { SaidLine } from './said-line';
import { TemplateFiles } from './template-files';
import { type Answer, type BenchField, type BenchTool, valuesOf } from './tools';

/** Sums say whether something works, not whether it is known yet. */
const STANDINGS = { sure: '✓ Works', exact: '△ Only just', no: '✕ Does not work' } as const;

/** A tool with fields: it answers while its numbers are typed, drawn to scale, in one sentence, with its formula one tap away. */
export function FormTool({
  tool,
  typed,
  onType,
  mounts,
  onTakeDoor,
  onTakeSpeaker,
}: {
  tool: BenchTool;
  /** What was typed, by field. */
  typed: Record<string, string> | undefined;
  onType: (values: Record<string, string>) => void;
  mounts: MountView[];
  onTakeDoor: (mount: MountView) => void;
  onTakeSpeaker: (speaker: Speaker) => void;
}) {
  const own = useMemo(() => ({ ...startOf(tool), ...typed }), [tool, typed]);
  const answer = useMemo(() => answerOf(tool, own), [tool, own]);
  return (
    <>
      <section className="sheet bench-fields" aria-label={tool.name}>
        <h2>{tool.asks}</h2>
        {tool.takesDoor && mounts.length > 0 && (
          <select
            className="form-select mb-2"
            aria-label="Measured on a door"
            value=""
            onChange={(event) => {
              const mount = mounts[Number(event.target.value)];
              if (event.target.value !== '' && mount) onTakeDoor(mount);
            }}
          >
            <option value="">take what was measured on a door…</option>
            {mounts.map((mount, n) => (
              <option key={`${mount.procedure} ${mount.of}`} value={n}>
                {placeWords(mount)}
              </option>
            ))}
          </select>
        )}
        {tool.takesSpeaker && <SpeakerPick onTake={onTakeSpeaker} />}
        {tool.fields
          .filter(({ isDrawn }) => !isDrawn)
          .map((field) => (
            <Field
              key={`${tool.code} ${field.key}`}
              field={field}
              value={own[field.key]}
              onChange={(text) => onType({ [field.key]: text })}
            />
          ))}
      </section>
      <section className="sheet bench-answer" aria-label="Answer" aria-live="polite">
        {'trouble' in answer ? (
          <p className="trouble" role="alert">
            {answer.trouble}
          </p>
        ) : (
          <>
            <Said answer={answer} onDraw={onType} />
            {answer.drawn && (answer.drawn.of === 'ring' || answer.drawn.of === 'oval') && (
              <TemplateFiles tool={answer.drawn.of} given={answer.drawn.input} />
            )}
            <KeepOnJob isFact={tool.isFact} tool={tool.name} given={own} said={answer.said} />
          </>
        )}
        <details className="bench-formula">
          <summary>How this is worked out</summary>
          <p>{tool.formula}</p>
          <p className="quiet mb-0">{tool.source}</p>
        </details>
      </section>
    </>
  );
}

/** Takes a speaker's sizes from the shop's list, by its name. */
function SpeakerPick({ onTake }: { onTake: (speaker: Speaker) => void }) {
  const [isWanted, want] = useState(false);
  const { speakers } = useSpeakers(isWanted);
  const take = (name: string) => {
    const speaker = speakers?.find((one) => one.name === name);
    if (speaker) onTake(speaker);
  };
  return (
    <>
      <input
        className="form-control mb-2"
        aria-label="Speaker of our list"
        placeholder="take a speaker of our list…"
        list="our-speakers"
        onFocus={() => want(true)}
        onChange={(event) => take(event.target.value)}
      />
      <datalist id="our-speakers">
        {speakers?.map(({ name }) => (
          <option key={name} value={name} />
        ))}
      </datalist>
    </>
  );
}

function Said({
  answer: { said, figures, drawn },
  onDraw,
}: {
  answer: Answer;
  onDraw: (values: Record<string, string>) => void;
}) {
  return (
    <>
      <SaidLine said={said} words={STANDINGS} />
      {drawn && <DrawnAnswer drawn={drawn} onDraw={onDraw} />}
      <dl className="facts">
        {figures.map(([name, value]) => (
          <div key={name} style={{ display: 'contents' }}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </>
  );
}

function Field({ field, value, onChange }: { field: BenchField; value: string; onChange: (text: string) => void }) {
  const id = `bench-${field.key}`;
  return (
    <div className="field-row">
      <label className="field-label" htmlFor={id}>
        {field.label}
      </label>
      <div className="field-controls">
        {field.choices ? (
          <select id={id} className="form-select" value={value} onChange={(event) => onChange(event.target.value)}>
            {field.choices.map(([code, words]) => (
              <option key={code} value={code}>
                {words}
              </option>
            ))}
          </select>
        ) : field.isText ? (
          <textarea
            id={id}
            className="form-control words-field"
            rows={3}
            value={value}
            onChange={(event) => onChange(event.target.value)}
          />
        ) : (
          <input
            id={id}
            className={`form-control ${field.isList ? 'words-field' : 'number-field'}`}
            value={value}
            onChange={(event) => onChange(event.target.value)}
          />
        )}
        {field.unit && <span className="unit">{field.unit}</span>}
      </div>
    </div>
  );
}

const startOf = ({ fields }: BenchTool) => Object.fromEntries(fields.map(({ key, start }) => [key, start]));

/** The answer, or why there is none, in the field's own name. */
function answerOf(tool: BenchTool, typed: Record<string, string>): Answer | { trouble: string } {
  try {
    return tool.answer(valuesOf(tool.fields, typed));
  } catch (error) {
    if (!(error instanceof PezzoError)) throw error;
    const [wrong] = error.fields;
    const field = wrong && tool.fields.find(({ key }) => wrong.place === key || wrong.place.startsWith(`${key}[`));
    return { trouble: field ? `“${field.label}” ${wrong.message}.` : error.message };
  }
}
