'use client';
import { useMemo } from 'react';
import type { PlanView } from '@/contracts/views';
import { DEFAULT_SCHOOLS, indexItems, itemWords, type ProcedureDocument } from '@/core/document';
import {
  cableKit,
  cableText,
  type Fixing,
  FIXING_WORDS,
  fitText,
  parseCable,
  newPartId,
  withoutFitSteps,
} from '@/core/bench';
import { capital, workKindOf } from '@/core/trade';
import { CableChoice } from './cable-choice';
import { withFixing } from './how-fixed';
import { NewSpeakerChoice } from './new-speaker';
import { cableOf, fitOf, fitWords, inSets, zoneOf } from './goal-lines';
import { readGoal, writeGoal, type Asked, type Wish } from './plan-address';

export interface GoalProps {
  view: PlanView;
  asked: Asked;
  forJob: number | null;
  ask: (change: Partial<Asked>) => void;
}

const WISHES: [wish: Wish, words: string][] = [
  ['out', 'out'],
  ['free', 'free, still connected'],
  ['reach', 'within reach'],
  ['keep', 'kept fitted'],
];

/** What is wanted, each with how; an item can be picked by name as well. */
export function Goals({ view, asked, ask }: GoalProps) {
  const only = view.documents[0].id;
  const indexes = useMemo(
    () => new Map(view.documents.map((document) => [document.id, indexItems(document)])),
    [view.documents],
  );
  const goals = asked.goals.map((text) => ({ text, read: readGoal(text, only) }));
  const nameOf = (procedure: string, item: string) =>
    indexes.has(procedure) ? itemWords(indexes.get(procedure)!, item) : item;
  const isPart = ({ procedure, item }: { procedure: string; item: string }) =>
    !!indexes.get(procedure)?.parts.has(item);
  const replace = (text: string, next: string | null) =>
    ask({ goals: asked.goals.flatMap((goal) => (goal === text ? (next ?? []) : [goal])) });
  const isSpeaker = ({ procedure, item, wish }: { procedure: string; item: string; wish: Wish }) =>
    wish === 'out' && ['speaker', 'tweeter'].includes(indexes.get(procedure)?.parts.get(item)?.kind ?? '');
  const remove = (texts: readonly string[], together: string | null = null) => {
    const gone = new Set(
      texts.flatMap((text) => {
        const read = readGoal(text, only);
        const fit = read && fitOf(asked, read);
        return (fit ? fitText(fit) : read && cableOf(view, asked, read)?.text) ?? [];
      }),
    );
    ask({
      goals: asked.goals.filter((goal) => !texts.includes(goal)),
      fits: asked.fits.filter((one) => !gone.has(one)),
      sets: asked.sets?.filter((set) => set !== together),
    });
  };
  const row = ({ text, read }: (typeof goals)[number]) => (
    <div key={text} className="goal-row">
      <span className="name">
        {read
          ? (cableOf(view, asked, read)?.words ?? fitWords(asked, read) ?? nameOf(read.procedure, read.item))
          : text}
        {read && view.documents.length > 1 && !cableOf(view, asked, read) && (
          <span className="quiet"> · {zoneOf(view, read.procedure)}</span>
        )}
      </span>
      {read && isPart(read) && (
        <select
          className="form-select"
          aria-label={`How the ${nameOf(read.procedure, read.item)} is wanted`}
          value={read.wish}
          onChange={(event) => replace(text, writeGoal(read.procedure, read.item, event.target.value as Wish))}
        >
          {WISHES.map(([wish, words]) => (
            <option key={wish} value={wish}>
              {words}
            </option>
          ))}
        </select>
      )}
      {read && <FixingSelect view={view} asked={asked} read={read} ask={ask} />}
      {read && isSpeaker(read) && (
        <NewSpeakerChoice
          document={view.documents.find(({ id }) => id === read.procedure)!}
          of={read.item}
          schools={{ ...DEFAULT_SCHOOLS, ...view.policy.schools }}
          onChoose={(choice) =>
            ask({
              fits: [...asked.fits, fitText(choice)],
              goals: asked.goals.map((goal) =>
                goal === text ? writeGoal(read.procedure, newPartId(read.item), 'kit') : goal,
              ),
            })
          }
        />
      )}
      <button
        type="button"
        className="btn btn-outline-dark take-away"
        aria-label={`Remove the goal ${read ? nameOf(read.procedure, read.item) : text}`}
        onClick={() => remove([text])}
      >
        ×
      </button>
    </div>
  );
  return (
    <section aria-label="Goals">
      <h2>Wanted</h2>
      {goals.length === 0 && <p className="quiet">Nothing yet. Tap the map, or pick by name.</p>}
      {inSets(asked, goals).map(({ set, goals: own }) =>
        set ? (
          <div key={set} className="goal-set" role="group" aria-label="Goes in as a set">
            <div className="goal-row">
              <span className="name">A set of {own.length}, fitted and tried as one</span>
              <button
                type="button"
                className="btn btn-outline-dark take-away"
                aria-label="Remove the whole set"
                onClick={() =>
                  remove(
                    own.map(({ text }) => text),
                    set,
                  )
                }
              >
                ×
              </button>
            </div>
            {own.map(row)}
          </div>
        ) : (
          own.map(row)
        ),
      )}
      <CableChoice
        key={view.documents.map(({ id }) => id).join()}
        view={view}
        joint={{ ...DEFAULT_SCHOOLS, ...view.policy.schools }.joints}
        onChoose={(run) => {
          const goal = `fit ${cableKit(run)}`;
          const others = asked.fits.filter((text) => parseCable(text)?.kind !== run.kind);
          ask({ fits: [...others, cableText(run)], goals: [...asked.goals.filter((one) => one !== goal), goal] });
        }}
      />
      <select
        className="form-select mt-2"
        aria-label="Add a goal"
        value=""
        onChange={(event) => event.target.value && ask({ goals: [...asked.goals, event.target.value] })}
      >
        <option value="">add a goal…</option>
        {view.documents.map((document) => (
          <optgroup key={document.id} label={`${document.title}, ${document.side}`}>
            {document.parts
              .filter((part) => !goals.some(({ read }) => read?.procedure === document.id && read.item === part.id))
              .map((part) => (
                <option key={part.id} value={writeGoal(document.id, part.id, 'out')}>
                  {capital(part.name ?? part.id)}
                </option>
              ))}
            {workGoals(document)
              .filter(({ goal }) => !asked.goals.includes(goal))
              .map(({ goal, words }) => (
                <option key={goal} value={goal}>
                  {words}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
    </section>
  );
}

/** How a new part is fixed, to be changed. */
function FixingSelect({
  view,
  asked,
  read,
  ask,
}: Pick<GoalProps, 'view' | 'asked' | 'ask'> & { read: { procedure: string; item: string } }) {
  const fit = fitOf(asked, read);
  const placed = fit && view.newParts.find(({ of }) => of === `${fit.procedure}/${fit.of}`);
  if (!placed?.fixing) return null;
  return (
    <select
      className="form-select"
      aria-label={`How the ${placed.name} is fixed`}
      value={placed.fixing}
      onChange={(event) => ask(withFixing(asked, placed.of, event.target.value as Fixing))}
    >
      {placed.choices.map(({ way }) => (
        <option key={way} value={way}>
          {FIXING_WORDS[way].told}
        </option>
      ))}
    </select>
  );
}

/** What can be asked for besides parts: kits, and work by itself. */
function workGoals(document: ProcedureDocument): { goal: string; words: string }[] {
  const index = indexItems(document);
  // Steps for a new part come with its speaker.
  const recorded = withoutFitSteps(document).work ?? [];
  const kits = [...new Set(recorded.flatMap((one) => one.for ?? []))];
  return [
    ...kits.map((kit) => ({ goal: writeGoal(document.id, kit, 'kit'), words: `fit: ${kit.replace(/-/g, ' ')}` })),
    ...recorded.map(({ id, kind }) => ({
      goal: writeGoal(document.id, id, 'out'),
      words: `${workKindOf(kind).verb}: ${itemWords(index, id)}`,
    })),
  ];
}
