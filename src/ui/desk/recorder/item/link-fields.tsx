'use client';
import { LINK_KINDS } from '@/core/trade';
import { BODY, countOf, type Link } from '@/core/document';
import { useCatalogue } from '../../../design';
import { ChipRow, NumberRow, patched, SelectRow, TextRow, withoutEntry } from './fields';
import { Group } from './group';
import { named, partChoices, type ItemProps } from './item-props';
import { HiddenBy, LookOut } from './shared-fields';

const TABS: [string, string][] = [
  ['', 'as usual for its kind'],
  ['push', 'press the tab'],
  ['squeeze', 'squeeze the tab'],
  ['lift', 'lift the tab'],
  ['slide', 'slide the lock'],
  ['pull', 'pull the tab'],
  ['twist', 'twist'],
];

/** Everything about a tether. */
export function LinkFields({ document, item: link, change }: ItemProps<Link>) {
  const { links } = useCatalogue();
  const ends: [string, string][] = [[BODY, 'the body'], ...partChoices(document)];
  const kind = links.get(link.kind) ?? LINK_KINDS.get(link.kind);
  return (
    <>
      <Group title="What">
        <SelectRow
          label="What it is"
          value={link.kind}
          options={named(links)}
          onChange={(next) => change({ kind: next })}
        />
        <TextRow label="Name" max={200} value={link.name} onChange={(name) => change({ name }, true)} />
        <NumberRow
          label="Count"
          whole
          min={1}
          max={999}
          value={countOf(link)}
          onChange={(count) => change({ count }, true)}
        />
        <SelectRow
          label="Joins"
          value={link.joins[0]}
          options={ends}
          onChange={(end) => change({ joins: [end, link.joins[1]] })}
        />
        <SelectRow
          label="with"
          value={link.joins[1]}
          options={ends}
          onChange={(end) => change({ joins: [link.joins[0], end] })}
        />
        {kind?.electrical && (
          <ChipRow
            label="Airbag (SRS)"
            pressed={link.safety ? ['srs'] : []}
            options={[['srs', 'yes: battery off first']]}
            onToggle={() => change({ safety: link.safety ? undefined : 'srs' })}
          />
        )}
      </Group>
      <HiddenBy document={document} item={link} change={change} />
      <Group title="Coming off">
        <SelectRow
          label="Tab"
          value={link.tab ?? ''}
          options={TABS}
          onChange={(tab) => change({ tab: tab || undefined })}
        />
        <TextRow
          label="How it lets go"
          value={link.release}
          placeholder={kind?.release}
          onChange={(release) => change({ release }, true)}
        />
        <TextRow label="Note" lines={2} value={link.note} onChange={(note) => change({ note }, true)} />
      </Group>
      <Group title="Going back">
        <ChipRow
          label="Fits"
          pressed={link.keyed ? ['keyed'] : []}
          options={[['keyed', 'one way only']]}
          onToggle={() => change({ keyed: link.keyed ? undefined : true })}
        />
        <TextRow
          label="Which goes where"
          value={link.mark}
          placeholder="dark one low"
          onChange={(mark) => change({ mark }, true)}
        />
        <TextRow label="Note" lines={2} value={link.refitNote} onChange={(refitNote) => change({ refitNote }, true)} />
      </Group>
      {kind?.electrical && <Pins link={link} change={change} />}
      <LookOut document={document} item={link} change={change} />
    </>
  );
}

/** Cavities of a plug with what their wires are for. */
function Pins({ link, change }: Pick<ItemProps<Link>, 'change'> & { link: Link }) {
  const pins = link.pins ?? [];
  const set = (at: number, patch: Partial<(typeof pins)[number]>) => change({ pins: patched(pins, at, patch) }, true);
  return (
    <Group title="Wires">
      {pins.map((pin, at) => (
        <div key={at} className="pin-row">
          <TextRow label="Cavity" max={200} value={pin.cavity} onChange={(cavity) => cavity && set(at, { cavity })} />
          <TextRow
            label="Colour"
            max={200}
            placeholder="GN/YE"
            value={pin.colour}
            onChange={(colour) => set(at, { colour })}
          />
          <TextRow label="For" max={200} value={pin.function} onChange={(use) => set(at, { function: use })} />
          <button
            type="button"
            className="btn btn-sm btn-outline-dark"
            onClick={() => change({ pins: withoutEntry(pins, at) })}
          >
            Remove wire {pin.cavity}
          </button>
        </div>
      ))}
      <button
        type="button"
        className="btn btn-sm btn-outline-dark"
        onClick={() => change({ pins: [...pins, { cavity: String(pins.length + 1) }] })}
      >
        Add a wire
      </button>
    </Group>
  );
}
