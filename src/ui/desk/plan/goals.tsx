'use client';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { PlanView } from '@/contracts/views';
import {
  DEFAULT_SCHOOLS,
  indexItems,
  itemWords,
  layersOf,
  type Point,
  type ProcedureDocument,
  peeled,
  peelSteps,
  withoutAbsent,
} from '@/core/document';
import {
  CABLE_WORDS,
  cableKit,
  cableText,
  type Fixing,
  FIXING_WORDS,
  fitText,
  parseCable,
  JOINTS,
  newPartId,
  parseFit,
  withoutFitSteps,
} from '@/core/bench';
import { capital, listed, workKindOf, zoneName } from '@/core/trade';
import { PanelMap, Peel } from '../../map';
import { CableChoice } from './cable-choice';
import { withFixing } from './how-fixed';
import { NewSpeakerChoice } from './new-speaker';
import { planAddress, readGoal, writeGoal, type Asked, type Wish } from './plan-address';

/** For each procedure the number of the step that takes an item, the same as in the list. */
export type StepNumbers = ReadonlyMap<string, ReadonlyMap<string, number>>;

/** For each procedure what is peeled back or worked on, to be drawn. */
export type StepAreas = ReadonlyMap<string, Point[][]>;

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
const without = (goals: string[], procedure: string, item: string, only: string) =>
  goals.filter((goal) => {
    const read = readGoal(goal, only);
    return !read || read.procedure !== procedure || read.item !== item;
  });

/** The panels of the plan, one at a time: tap what is wanted out. */
export function GoalMaps({
  view,
  asked,
  forJob,
  ask,
  numbers,
  areas,
}: GoalProps & { numbers: StepNumbers; areas: StepAreas }) {
  const [shown, setShown] = useState(view.documents[0].id);
  const document = view.documents.find((one) => one.id === shown) ?? view.documents[0];
  const others = view.others.slice(0, 12);
  return (
    <div className="map-sheet fill-column">
      <div className="zone-tabs" role="group" aria-label="Zones planned together">
        {view.documents.map((one) => (
          <button key={one.id} type="button" aria-pressed={one.id === document.id} onClick={() => setShown(one.id)}>
            {zoneName(one.zone)}, {one.side}
          </button>
        ))}
        {others.length > 0 && (
          <select
            className="form-select"
            aria-label="Plan another zone too"
            value=""
            onChange={(event) => event.target.value && ask({ procedures: [...asked.procedures, event.target.value] })}
          >
            <option value="">and another zone…</option>
            {others.map((row) => (
              <option key={row.id} value={row.id}>
                {row.title}, {row.side}
              </option>
            ))}
          </select>
        )}
        {view.documents.length > 1 && (
          <Link className="btn btn-sm btn-outline-dark" href={planAddress(withoutZone(asked, document.id), forJob)}>
            Leave this zone out
          </Link>
        )}
      </div>
      <GoalMap
        key={document.id}
        document={document}
        view={view}
        asked={asked}
        forJob={forJob}
        ask={ask}
        numbers={numbers}
        areas={areas}
      />
    </div>
  );
}

/** The question without a zone: nor what is wanted of it, goes in there, or leads through it. */
function withoutZone(asked: Asked, id: string): Asked {
  const cables = asked.fits.flatMap((text) => parseCable(text) ?? []);
  const cut = new Set(
    cables.filter(({ legs }) => legs.some(({ procedure }) => procedure === id)).map((run) => `fit ${cableKit(run)}`),
  );
  return {
    ...asked,
    procedures: asked.procedures.filter((one) => one !== id),
    goals: asked.goals.filter((goal) => {
      const isCable = cables.some((run) => goal === `fit ${cableKit(run)}`);
      return isCable ? !cut.has(goal) : readGoal(goal, asked.procedures[0])?.procedure !== id;
    }),
    fits: asked.fits.filter((text) => {
      const run = parseCable(text);
      return run ? !cut.has(`fit ${cableKit(run)}`) : parseFit(text)?.procedure !== id;
    }),
  };
}

function GoalMap({
  document,
  view,
  asked,
  ask,
  numbers,
  areas,
}: GoalProps & { document: ProcedureDocument; numbers: StepNumbers; areas: StepAreas }) {
  const layers = useMemo(() => layersOf(document), [document]);
  const only = view.documents[0].id;
  const wanted = asked.goals.map((goal) => readGoal(goal, only)).filter((goal) => goal?.procedure === document.id);
  const [peel, setPeel] = useState(layers.get(wanted[0]?.item ?? '') ?? 0);
  const toggle = (item: string) => {
    const rest = without(asked.goals, document.id, item, only);
    ask({ goals: rest.length < asked.goals.length ? rest : [...asked.goals, writeGoal(document.id, item, 'out')] });
  };
  return (
    <>
      <div className="map-frame">
        <PanelMap
          document={document}
          appearance={withoutAbsent(document, asked.options, peeled(document, layers, peel))}
          marked={new Set(wanted.map((goal) => goal!.item))}
          numbers={numbers.get(document.id)}
          numbersLifted
          areas={areas.get(document.id)}
          onSelect={toggle}
        />
      </div>
      <Peel value={peel} steps={peelSteps(document)} onChange={setPeel} />
    </>
  );
}

const WISH_WORDS: Record<Wish, string> = {
  kit: 'fitted',
  done: 'done',
  out: 'out',
  free: 'free',
  reach: 'within reach',
  keep: 'kept fitted',
};

/** The new part that a goal is about, where it is about one. */
const fitOf = ({ fits }: Asked, { procedure, item }: { procedure: string; item: string }) =>
  fits.flatMap((text) => parseFit(text) ?? []).find((fit) => fit.procedure === procedure && newPartId(fit.of) === item);

const fitWords = (asked: Asked, goal: { procedure: string; item: string }) => {
  const fit = fitOf(asked, goal);
  return (
    fit &&
    `${fit.speaker} goes in, ${JOINTS[fit.joint].words}${fit.crossover ? ', with a crossover' : ''}${fit.frame ? ', frame kept' : ''}`
  );
};

/** The cable that a goal is about, as it is said and as it stands in the address; null where it is about none. */
function cableOf(view: PlanView, { fits }: Asked, { wish, item }: { wish: Wish; item: string }) {
  if (wish !== 'kit') return null;
  const run = fits.flatMap((text) => parseCable(text) ?? []).find((one) => cableKit(one) === item);
  if (!run) return null;
  const zones = run.legs.map(({ procedure }) => zoneOf(view, procedure));
  return { text: cableText(run), words: `${CABLE_WORDS[run.kind]} through the ${listed(zones)}` };
}

/** The goals as they are said: "door speaker out". */
export function goalLines(view: PlanView, asked: Asked): string[] {
  return asked.goals.map((text) => {
    const read = readGoal(text, view.documents[0].id);
    const document = view.documents.find(({ id }) => id === read?.procedure);
    if (!read || !document) return text;
    const side = view.documents.length > 1 && document.side !== 'centre' ? `, ${document.side}` : '';
    const cable = cableOf(view, asked, read);
    if (cable) return cable.words;
    const fit = read.wish === 'kit' && fitOf(asked, read);
    if (fit) return `${fit.speaker} in place of the ${itemWords(indexItems(document), fit.of)}${side}`;
    const isWork = document.work?.some(({ id }) => id === read.item);
    const wish = isWork && read.wish === 'out' ? 'done' : read.wish;
    return `${itemWords(indexItems(document), read.item)} ${WISH_WORDS[wish]}${side}`;
  });
}

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
  const remove = (text: string) => {
    const read = readGoal(text, only);
    const fit = read && fitOf(asked, read);
    const goals = asked.goals.filter((goal) => goal !== text);
    const gone = fit ? fitText(fit) : read && cableOf(view, asked, read)?.text;
    ask(gone ? { goals, fits: asked.fits.filter((one) => one !== gone) } : { goals });
  };
  return (
    <section aria-label="Goals">
      <h2>Wanted</h2>
      {goals.length === 0 && <p className="quiet">Nothing yet. Tap the map, or pick by name.</p>}
      {goals.map(({ text, read }) => (
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
            onClick={() => remove(text)}
          >
            ×
          </button>
        </div>
      ))}
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

const zoneOf = (view: PlanView, procedure: string) => {
  const document = view.documents.find((one) => one.id === procedure);
  return document ? `${zoneName(document.zone)}, ${document.side}` : procedure;
};
