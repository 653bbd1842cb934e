'use client';
import { CAUTIONS } from '@/core/planning';
import type { Edit, ProcedureDocument } from '@/core/document';
import { findZone, zoneName, ZONES } from '@/core/trade';
import { ChipRow, listOrNothing, SelectRow, TextRow, toggled } from '../item/fields';
import { Group } from '../item/group';
import type { AboutProps } from './about-props';
import { PhotoRow } from '../item/photo-row';
import { MapRows } from './map-rows';
import { Measured } from './measured';
import { Options } from './options';
import { Rules } from './rules';
import { Vehicles } from './vehicles';
import { Ways } from './ways';

const SIDES: [string, string][] = [
  ['left', 'left'],
  ['right', 'right'],
];

/** The procedure as a whole: vehicles, map, options, order, ways in, what was measured, checks and cautions. */
export function About({ document, onEdit }: { document: ProcedureDocument; onEdit: (edit: Edit) => void }) {
  const change: AboutProps['change'] = (patch, typing) =>
    onEdit({ type: 'document', patch, ...(typing ? { typing } : {}) });
  const zone = findZone(document.zone);
  const { map } = document;
  const takeZone = (code: string) => {
    const next = findZone(code);
    change({
      zone: code,
      side: next?.sided === false ? 'centre' : document.side === 'centre' ? 'left' : document.side,
      map: { ...map, outline: typeof map.outline === 'string' ? code : map.outline },
    });
  };
  return (
    <div className="item-panel">
      <Group title="What">
        <TextRow
          label="Title"
          max={200}
          value={document.title}
          onChange={(title) => title && change({ title }, true)}
        />
        <SelectRow
          label="Zone"
          value={document.zone}
          options={ZONES.map(({ code, name }): [string, string] => [code, name])}
          onChange={takeZone}
        />
        {zone?.sided !== false && (
          <SelectRow
            label="Side"
            value={document.side}
            options={SIDES}
            onChange={(side) => change({ side: side as ProcedureDocument['side'] })}
          />
        )}
      </Group>
      <Vehicles document={document} change={change} />
      <Options document={document} change={change} />
      <Group title={`Map of the ${zoneName(document.zone)}`}>
        <MapRows document={document} change={change} />
        <PhotoRow
          procedure={document.id}
          item={document}
          label="Photo of the whole panel"
          change={({ photos }) => change({ photos })}
        />
      </Group>
      <Rules document={document} change={change} />
      <Measured document={document} change={change} />
      <Ways document={document} change={change} />
      <Group title="Look out">
        <ChipRow
          label="Cautions"
          pressed={document.cautions ?? []}
          options={Object.entries(CAUTIONS).map(([code, { name }]): [string, string] => [code, name])}
          onToggle={(code) => change({ cautions: listOrNothing(toggled(document.cautions ?? [], code)) })}
        />
        <Lines label="Checks" value={document.checks} onChange={(checks) => change({ checks }, true)} />
        <Lines
          label="Set again after power"
          placeholder="radio code"
          value={document.afterPower}
          onChange={(afterPower) => change({ afterPower }, true)}
        />
      </Group>
    </div>
  );
}

/** A list with one entry a line. */
function Lines({
  label,
  value,
  placeholder,
  onChange,
}: {
  label: string;
  value: string[] | undefined;
  placeholder?: string;
  onChange: (value: string[] | undefined) => void;
}) {
  const linesIn = (text: string | undefined) =>
    listOrNothing(
      (text ?? '')
        .split('\n')
        .flatMap((line) => (line.trim() ? [line.trim().slice(0, 200)] : []))
        .slice(0, 50),
    );
  return (
    <TextRow
      label={label}
      lines={3}
      max={10_000}
      placeholder={placeholder ? `${placeholder}; one a line` : 'one a line'}
      value={value?.join('\n')}
      onChange={(text) => onChange(linesIn(text))}
    />
  );
}
