'use client';
import { NAMED_TOOLS } from '@/core/trade';
import { reachTools } from '@/core/planning';
import { BODY, countOf, heldParts, type Fastener, type Refit, withoutUndefined } from '@/core/document';
import { useCatalogue } from '../../../design';
import { DriveRow } from './drive-row';
import { ChipRow, NumberRow, PickRow, SelectRow, TextRow } from './fields';
import { Group } from './group';
import { named, partChoices, type ItemProps } from './item-props';
import { HiddenBy, LookOut, ReversibleRow } from './shared-fields';
import { spread } from './spread';

const THREADS = ['self-tapping', 'machine', 'M5', 'M6', 'M8', 'wood'];
const REUSE: [string, string][] = [
  ['', 'as usual for its kind'],
  ['keep', 'goes back'],
  ['inspect', 'look at it first'],
  ['replace', 'always renewed'],
];

/** Everything about a group of identical fasteners. */
export function FastenerFields({ document, item: fastener, change }: ItemProps<Fastener>) {
  const { fasteners } = useCatalogue();
  const kind = fasteners.get(fastener.kind);
  const held = heldParts(fastener);
  const takesDrive = kind?.takesDrive || fastener.drive !== undefined;
  const refit = (patch: Partial<Refit>, typing = false) => {
    const next = withoutUndefined({ ...fastener.refit, ...patch });
    change({ refit: Object.keys(next).length ? next : undefined }, typing);
  };
  const aids = reachTools(fastener).map((code) => NAMED_TOOLS.get(code)?.name ?? code);
  return (
    <>
      <Group title="What">
        <SelectRow
          label="What it is"
          value={fastener.kind}
          options={named(fasteners)}
          onChange={(next) => change({ kind: next })}
        />
        {takesDrive && <DriveRow document={document} drive={fastener.drive} onChange={(drive) => change({ drive })} />}
        <CountRow fastener={fastener} change={change} />
        <PickRow
          label="Holds"
          picked={held}
          atLeast={1}
          options={partChoices(document)}
          onChange={(list) => change({ holds: list.length === 1 ? list[0] : list })}
        />
        {takesDrive && (
          <>
            <NumberRow
              label="Length"
              unit="mm"
              min={1}
              max={1000}
              empty="not known"
              value={fastener.length}
              onChange={(length) => change({ length }, true)}
            />
            <TextRow
              label="Thread"
              max={200}
              value={fastener.thread}
              suggestions={THREADS}
              onChange={(thread) => change({ thread }, true)}
            />
          </>
        )}
        <TextRow
          label="Name"
          max={200}
          value={fastener.name}
          placeholder="only where it needs one"
          onChange={(name) => change({ name }, true)}
        />
      </Group>
      <Group title="Where">
        <NumberRow
          label="Deep"
          unit="mm"
          max={1000}
          empty="0"
          value={fastener.recess}
          onChange={(recess) => change({ recess: recess || undefined }, true)}
        />
        <NumberRow
          label="Slanted"
          unit="°"
          min={-180}
          max={180}
          empty="0"
          value={fastener.angle}
          onChange={(angle) => change({ angle: angle || undefined }, true)}
        >
          {aids.length > 0 && <span className="quiet">→ {aids.join(', ')}</span>}
        </NumberRow>
      </Group>
      <HiddenBy document={document} item={fastener} change={change} />
      <Group title="Coming off">
        <TextRow
          label="How it lets go"
          value={fastener.release}
          placeholder={kind?.verb}
          onChange={(release) => change({ release }, true)}
        />
        {kind && !kind.integral && (
          <SelectRow
            label="Then it is"
            value={fastener.staysOn ?? ''}
            options={[['', 'out, in its bin'], [BODY, 'still in the vehicle'], ...stayChoices(document)]}
            onChange={(part) => change({ staysOn: part || undefined })}
          />
        )}
        <SelectRow
          label="Tool"
          value={fastener.tool ?? ''}
          options={[['', fastener.drive ? 'the driver of its size' : 'as usual'], ...named(NAMED_TOOLS)]}
          onChange={(tool) => change({ tool: tool || undefined })}
        />
        <TextRow label="Note" lines={2} value={fastener.note} onChange={(note) => change({ note }, true)} />
      </Group>
      <Group title="Going back">
        <SelectRow
          label="Used again"
          value={fastener.reuse ?? ''}
          options={REUSE}
          onChange={(reuse) => change({ reuse: reuse || undefined })}
        />
        <ChipRow
          label="Tightened"
          pressed={[
            ...(fastener.refit?.byHand ? ['hand'] : []),
            ...(fastener.refit?.limit ? [fastener.refit.limit] : []),
          ]}
          options={[
            ['hand', 'by hand'],
            ['plastic', 'into plastic'],
          ]}
          onToggle={(value) =>
            refit(
              value === 'hand'
                ? { byHand: fastener.refit?.byHand ? undefined : true }
                : { limit: fastener.refit?.limit === value ? undefined : value },
            )
          }
        />
        <TextRow
          label="Comes back as"
          max={200}
          value={fastener.refit?.as}
          placeholder="itself"
          onChange={(as) => refit({ as }, true)}
        />
        {(fastener.refit?.as || kind?.destructive) && (
          <>
            <TextRow
              label="Material"
              max={200}
              value={fastener.refit?.material}
              onChange={(material) => refit({ material }, true)}
            />
            <NumberRow
              label="How many of it"
              whole
              min={1}
              max={999}
              empty="as many"
              value={fastener.refit?.count}
              onChange={(count) => refit({ count }, true)}
            />
            <ReversibleRow value={fastener.refit?.reversible} onChange={(reversible) => refit({ reversible })} />
          </>
        )}
        <TextRow
          label="Note"
          lines={2}
          value={fastener.refitNote}
          onChange={(refitNote) => change({ refitNote }, true)}
        />
      </Group>
      <LookOut document={document} item={fastener} change={change} />
    </>
  );
}

const stayChoices = (document: ItemProps<Fastener>['document']): [string, string][] =>
  partChoices(document).map(([id, words]): [string, string] => [id, `on the ${words.toLowerCase()}`]);

/** How many there are, in steps and typed; what is counted but not drawn can be spread along a line. */
function CountRow({ fastener, change }: { fastener: Fastener; change: ItemProps<Fastener>['change'] }) {
  const count = countOf(fastener);
  const at = fastener.at ?? [];
  return (
    <NumberRow label="Count" whole min={1} max={999} value={count} onChange={(next) => change({ count: next }, true)}>
      <button
        type="button"
        className="step-button"
        aria-label="One fewer"
        disabled={count <= 1}
        onClick={() => change({ count: count - 1 })}
      >
        −
      </button>
      <button
        type="button"
        className="step-button"
        aria-label="One more"
        disabled={count >= 999}
        onClick={() => change({ count: count + 1 })}
      >
        +
      </button>
      {at.length > 1 && at.length !== count && (
        <button
          type="button"
          className="btn btn-sm btn-outline-dark"
          onClick={() => change({ at: spread(at[0], at[at.length - 1], count) })}
        >
          Spread {count} evenly
        </button>
      )}
    </NumberRow>
  );
}
