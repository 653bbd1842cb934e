'use client';
import Button from 'react-bootstrap/Button';
import { BASE_CATALOGUE, MOTIONS, NAMED_TOOLS, PART_KINDS, capital } from '@/core/trade';
import {
  heldParts,
  itemWords,
  indexItems,
  parseReference,
  type Part,
  type Point,
  boundsOf,
  usualWay,
} from '@/core/document';
import { ChipRow, listOrNothing, PickRow, Row, SelectRow, TextRow } from './fields';
import { useDrawingTools } from '../tools';
import { Group } from './group';
import { named, partChoices, type ItemProps } from './item-props';
import { MotionRow } from './motion-row';
import { HiddenBy, LookOut } from './shared-fields';

/** Parts that can be peeled back as far as needed. */
const PEELED = new Set(['shield', 'carpet', 'mat']);
/** Areas by name, in shares of the part's box: from the front, from below, to the rear, up. */
const AREAS: [name: string, left: number, low: number, right: number, high: number][] = [
  ['lower-front', 0, 0, 0.5, 0.5],
  ['lower-rear', 0.5, 0, 1, 0.5],
  ['upper-front', 0, 0.5, 0.5, 1],
  ['upper-rear', 0.5, 0.5, 1, 1],
  ['lower-half', 0, 0, 1, 0.5],
  ['front-half', 0, 0, 0.5, 1],
];

/** The corners of a named area of a shape. */
function areaOf(shape: Point[], name: string): Point[] {
  const [, left, low, right, high] = AREAS.find(([one]) => one === name)!;
  const [x, y, width, height] = boundsOf(shape);
  const at = (across: number, up: number): Point => [Math.round(x + across * width), Math.round(y + up * height)];
  return [at(left, low), at(right, low), at(right, high), at(left, high)];
}

const TECHNIQUES = ['straight', 'hidden end first, then twist', 'hands only, to feel what holds', 'warm it first'];

/** Everything about a part. */
export function PartFields({ document, item: part, change, mirrored }: ItemProps<Part> & { mirrored: boolean }) {
  const index = indexItems(document);
  const fasteners = document.fasteners.filter((one) => heldParts(one).includes(part.id));
  return (
    <>
      <Group title="What">
        <TextRow label="Name" value={part.name} max={200} onChange={(name) => change({ name }, true)} />
        <SelectRow label="Kind" value={part.kind} options={named(PART_KINDS)} onChange={(kind) => change({ kind })} />
        {fasteners.length > 0 && (
          <p className="quiet field-trouble">
            Held by {fasteners.map((one) => `${one.count ?? 1} × ${itemWords(index, one.id)}`).join(', ')}
          </p>
        )}
        <SelectRow
          label="Carried on"
          value={part.on ?? ''}
          options={[['', 'nothing'], ...partChoices(document, part.id)]}
          onChange={(on) => change({ on: on || undefined })}
        />
        <SelectRow
          label="Lies loose with"
          value={part.looseWith ?? ''}
          options={[['', 'nothing'], ...partChoices(document, part.id)]}
          onChange={(looseWith) => change({ looseWith: looseWith || undefined })}
        />
      </Group>
      <HiddenBy document={document} item={part} change={change} />
      <Group title="Coming off">
        <MotionRow
          motions={part.motions ?? []}
          usual={usualWay(BASE_CATALOGUE, part)}
          mirrored={mirrored}
          onChange={(motions) => change({ motions: listOrNothing(motions) })}
        />
        <TextRow
          label="Start at"
          value={part.startAt}
          placeholder="rear edge"
          onChange={(startAt) => change({ startAt }, true)}
        />
        <SelectRow
          label="Tool"
          value={part.tool ?? ''}
          options={[['', 'depends on the motion'], ...named(NAMED_TOOLS)]}
          onChange={(tool) => change({ tool: tool || undefined })}
        />
        <TextRow
          label="Trick"
          value={part.technique}
          suggestions={TECHNIQUES}
          onChange={(technique) => change({ technique }, true)}
        />
        <TextRow label="Note" lines={2} value={part.note} onChange={(note) => change({ note }, true)} />
      </Group>
      <Group title="Going back">
        <p className="quiet field-trouble">
          {capital(
            (part.motions ?? [])
              .toReversed()
              .map((code) => MOTIONS.get(code)?.refitWords ?? code)
              .join(', then ') || 'how is not recorded',
          )}
        </p>
        <ChipRow
          label="People"
          pressed={part.hands === 2 ? ['two'] : []}
          options={[['two', 'takes two to bring in and out']]}
          onToggle={() => change({ hands: part.hands === 2 ? undefined : 2 })}
        />
        <PickRow
          label="Off while it is seated"
          picked={(part.offToSeat ?? []).map((text) => parseReference(text)?.item ?? text)}
          options={partChoices(document, part.id)}
          onChange={(list) => change({ offToSeat: listOrNothing(list) })}
        />
        <TextRow label="Note" lines={2} value={part.refitNote} onChange={(refitNote) => change({ refitNote }, true)} />
      </Group>
      <LookOut document={document} item={part} change={change}>
        {part.shape && (PEELED.has(part.kind) || part.regions) && (
          <Areas part={part} shape={part.shape} onChange={(regions) => change({ regions })} />
        )}
      </LookOut>
    </>
  );
}

/** Areas of a part that can be peeled back alone: usual ones by a tap, any other drawn by its corners. */
function Areas({
  part: { id, regions = {} },
  shape,
  onChange,
}: {
  part: Part;
  shape: Point[];
  onChange: (regions: Part['regions']) => void;
}) {
  const { outlining, outline } = useDrawingTools();
  const drawn = outlining?.of === 'area' && outlining.id === id ? outlining.name : null;
  const add = (name: string) => {
    const own = name === OWN ? nextName(regions) : name;
    onChange({ ...regions, [own]: areaOf(shape, name === OWN ? 'lower-front' : name) });
    outline({ of: 'area', id, name: own });
  };
  return (
    <>
      <SelectRow
        label="Peeled in part"
        value=""
        options={[
          ['', 'add an area…'],
          ...AREAS.map(([name]): [string, string] => [name, name.replaceAll('-', ' ')]),
          [OWN, 'another, drawn by its corners'],
        ]}
        onChange={(name) => name && add(name)}
      />
      {Object.keys(regions).map((name) => (
        <Row key={name} label={capital(name.replaceAll('-', ' '))}>
          <Button
            size="sm"
            variant="outline-dark"
            aria-pressed={drawn === name}
            onClick={() => outline(drawn === name ? null : { of: 'area', id, name })}
          >
            {drawn === name ? 'Done' : 'Corners'}
          </Button>
          <Button
            size="sm"
            variant="outline-dark"
            onClick={() => {
              const left = Object.entries(regions).filter(([one]) => one !== name);
              outline(null);
              onChange(left.length ? Object.fromEntries(left) : undefined);
            }}
          >
            Remove
          </Button>
        </Row>
      ))}
    </>
  );
}

/** An area that is none of the usual ones. */
const OWN = 'own';

/** The first free name for an area that is drawn. */
function nextName(regions: NonNullable<Part['regions']>): string {
  let n = 1;
  while (`area-${n}` in regions) n += 1;
  return `area-${n}`;
}
