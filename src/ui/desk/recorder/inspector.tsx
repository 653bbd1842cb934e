'use client';
import { useMemo } from 'react';
import Button from 'react-bootstrap/Button';
import { LINK_KINDS, MOTIONS, NAMED_TOOLS, PART_KINDS, COMMON_DRIVES, parseDrive } from '@/core/hardware';
import {
  heldParts,
  indexItems,
  itemWords,
  parseReference,
  type Edit,
  type Fastener,
  type Item,
  type Link,
  type Part,
  type ProcedureDocument,
} from '@/core/procedure';
import { useCatalogue } from '../../design';
import { Chips, NumberField, SelectField, TextField, toggled } from './fields';

interface InspectorProps {
  document: ProcedureDocument;
  id: string;
  onEdit: (edit: Edit) => void;
  onNextGroup: (() => void) | null;
}

type Change = (patch: Partial<Part & Fastener & Link>) => void;
const nothing = (text: string) => (text === '' ? undefined : text);
const named = (map: ReadonlyMap<string, { name: string }>): [string, string][] =>
  [...map].map(([code, { name }]) => [code, name]);

/** Everything about the selected item, changed in place. */
export function Inspector({ document, id, onEdit, onNextGroup }: InspectorProps) {
  const index = useMemo(() => indexItems(document), [document]);
  const part = index.parts.get(id);
  const fastener = index.fasteners.get(id);
  const link = index.links.get(id);
  const item = part ?? fastener ?? link;
  if (!item) return <p className="empty">Tap something on the map or in the list, or pick what to place.</p>;
  const change: Change = (patch) => onEdit({ type: 'change', id, patch });
  const order = (document.recordedOrder ?? []).indexOf(id);
  return (
    <section className="inspector" aria-label="Selected item">
      <h2>
        {itemWords(index, id)} <span className="quiet fs-6">{id}</span>
      </h2>
      {onNextGroup && (
        <p className="quiet mb-2">
          Further taps add to this group.{' '}
          <Button variant="outline-dark" size="sm" onClick={onNextGroup}>
            Start the next group
          </Button>
        </p>
      )}
      {fastener && <FastenerFields document={document} fastener={fastener} change={change} />}
      {part && <PartFields document={document} part={part} change={change} />}
      {link && <LinkFields document={document} link={link} change={change} />}
      <BehindField document={document} item={item} change={change} />
      <WhenField document={document} item={item} change={change} />
      <TextField label="Note" value={item.note ?? ''} onCommit={(note) => change({ note: nothing(note) })} />
      <div className="d-flex gap-2 align-items-center flex-wrap">
        <span className="label">Recorded as step {order + 1}</span>
        <Button
          variant="outline-dark"
          size="sm"
          disabled={order <= 0}
          onClick={() => onEdit({ type: 'reorder', id, by: -1 })}
        >
          Earlier
        </Button>
        <Button
          variant="outline-dark"
          size="sm"
          disabled={order < 0 || order === (document.recordedOrder ?? []).length - 1}
          onClick={() => onEdit({ type: 'reorder', id, by: 1 })}
        >
          Later
        </Button>
        <Button variant="outline-danger" size="sm" className="ms-auto" onClick={() => onEdit({ type: 'remove', id })}>
          Delete
        </Button>
      </div>
    </section>
  );
}

const partOptions = (document: ProcedureDocument, without?: string): [string, string][] =>
  document.parts.filter((part) => part.id !== without).map((part) => [part.id, part.name ?? part.id]);

function FastenerFields({
  document,
  fastener,
  change,
}: {
  document: ProcedureDocument;
  fastener: Fastener;
  change: Change;
}) {
  const held = heldParts(fastener);
  const hold = (part: string) => {
    const next = toggled(held, part);
    if (next.length) change({ holds: next.length === 1 ? next[0] : next });
  };
  const { fasteners } = useCatalogue();
  const kind = fasteners.get(fastener.kind);
  const plate = fastener.drive ? parseDrive(fastener.drive)?.code : undefined;
  return (
    <>
      <div className="pair">
        <SelectField
          label="What it is"
          value={fastener.kind}
          options={named(fasteners)}
          onChange={(value) => change({ kind: value })}
        />
        <NumberField
          label="Count"
          min={1}
          value={fastener.count ?? 1}
          onCommit={(count) => change({ count: count === undefined ? 1 : Math.round(count) })}
        />
      </div>
      {(kind?.threaded || fastener.drive) && (
        <>
          <Chips
            label="Drive"
            pressed={plate ? [plate] : []}
            options={COMMON_DRIVES.map((code) => [code, parseDrive(code)!.plate])}
            onToggle={(drive) => change({ drive: drive === plate ? undefined : drive })}
          />
          <div className="pair">
            <NumberField
              label="Length, mm"
              value={fastener.length}
              onCommit={(length) => change({ length: length || undefined })}
            />
            <TextField
              label="Thread"
              value={fastener.thread ?? ''}
              onCommit={(thread) => change({ thread: nothing(thread) })}
            />
          </div>
        </>
      )}
      <Chips label="It holds" pressed={held} options={partOptions(document)} onToggle={hold} />
      {kind && !kind.threaded && !kind.integral && (
        <SelectField
          label="Stays on"
          value={fastener.staysOn ?? ''}
          options={[['', 'comes out'], ...partOptions(document)]}
          onChange={(part) => change({ staysOn: nothing(part) })}
        />
      )}
    </>
  );
}

function PartFields({ document, part, change }: { document: ProcedureDocument; part: Part; change: Change }) {
  const motions = part.motions ?? [];
  return (
    <>
      <div className="pair">
        <TextField label="Name" value={part.name ?? ''} onCommit={(name) => change({ name: nothing(name) })} />
        <SelectField
          label="What it is"
          value={part.kind}
          options={named(PART_KINDS)}
          onChange={(kind) => change({ kind })}
        />
      </div>
      <Chips
        label="Comes off, in this order (tap to remove)"
        pressed={motions}
        options={motions.map((code) => [code, MOTIONS.get(code)?.words ?? code])}
        onToggle={(code) => change({ motions: motions.filter((one) => one !== code) })}
      />
      <SelectField
        label="Add a motion"
        value=""
        options={[
          ['', 'pick…'],
          ...[...MOTIONS.values()]
            .filter((m) => !motions.includes(m.code))
            .map((m): [string, string] => [m.code, m.words]),
        ]}
        onChange={(code) => code && change({ motions: [...motions, code] })}
      />
      <div className="pair">
        <SelectField
          label="Tool"
          value={part.tool ?? ''}
          options={[['', 'depends on the motion'], ...named(NAMED_TOOLS)]}
          onChange={(tool) => change({ tool: nothing(tool) })}
        />
        <TextField
          label="Start at"
          value={part.startAt ?? ''}
          onCommit={(startAt) => change({ startAt: nothing(startAt) })}
        />
      </div>
      <SelectField
        label="Carried on"
        value={part.on ?? ''}
        options={[['', 'nothing'], ...partOptions(document, part.id)]}
        onChange={(on) => change({ on: nothing(on) })}
      />
    </>
  );
}

function LinkFields({ document, link, change }: { document: ProcedureDocument; link: Link; change: Change }) {
  const ends: [string, string][] = [['body', 'the body'], ...partOptions(document)];
  return (
    <>
      <div className="pair">
        <TextField label="Name" value={link.name ?? ''} onCommit={(name) => change({ name: nothing(name) })} />
        <SelectField
          label="What it is"
          value={link.kind}
          options={named(LINK_KINDS)}
          onChange={(kind) => change({ kind })}
        />
        <SelectField
          label="Joins"
          value={link.joins[0]}
          options={ends}
          onChange={(end) => change({ joins: [end, link.joins[1]] })}
        />
        <SelectField
          label="with"
          value={link.joins[1]}
          options={ends}
          onChange={(end) => change({ joins: [link.joins[0], end] })}
        />
        <NumberField
          label="Count"
          min={1}
          value={link.count ?? 1}
          onCommit={(count) => change({ count: count === undefined ? 1 : Math.round(count) })}
        />
        <TextField label="Mark" value={link.mark ?? ''} onCommit={(mark) => change({ mark: nothing(mark) })} />
      </div>
      <Chips
        label="Airbag (SRS) connector"
        pressed={link.safety ? ['srs'] : []}
        options={[['srs', 'Yes: battery off first']]}
        onToggle={() => change({ safety: link.safety ? undefined : 'srs' })}
      />
    </>
  );
}

function BehindField({ document, item, change }: { document: ProcedureDocument; item: Item; change: Change }) {
  const behind = item.behind;
  const named = (behind ?? []).map((text) => parseReference(text)?.item ?? text);
  const toggle = (part: string) => {
    const next = named.includes(part)
      ? (behind ?? []).filter((text) => parseReference(text)?.item !== part)
      : [...(behind ?? []), part];
    change({ behind: next.length ? next : undefined });
  };
  return (
    <Chips label="It is behind" pressed={named} options={partOptions(document, item.id)} onToggle={toggle}>
      <button type="button" aria-pressed={behind === undefined} onClick={() => change({ behind: undefined })}>
        default
      </button>
      <button type="button" aria-pressed={behind?.length === 0} onClick={() => change({ behind: [] })}>
        nothing: in sight
      </button>
    </Chips>
  );
}

function WhenField({ document, item, change }: { document: ProcedureDocument; item: Item; change: Change }) {
  const options = Object.entries(document.options ?? {}).flatMap(([option, values]) =>
    values.map((value): [string, string] => [`${option}=${value}`, `${option}: ${value}`]),
  );
  if (options.length === 0) return null;
  const pressed = Object.entries(item.when ?? {}).flatMap(([option, wanted]) =>
    [wanted].flat().map((value) => `${option}=${value}`),
  );
  const toggle = (pair: string) => {
    const next: Record<string, string[]> = {};
    for (const one of toggled(pressed, pair)) {
      const [option, value] = [one.slice(0, one.indexOf('=')), one.slice(one.indexOf('=') + 1)];
      next[option] = [...(next[option] ?? []), value];
    }
    const when = Object.fromEntries(
      Object.entries(next).map(([option, values]) => [option, values.length === 1 ? values[0] : values]),
    );
    change({ when: Object.keys(when).length ? when : undefined });
  };
  return <Chips label="Only on vehicles with" pressed={pressed} options={options} onToggle={toggle} />;
}
