'use client';
import Button from 'react-bootstrap/Button';
import { type Access, type Mount, type Pair, withoutUndefined } from '@/core/document';
import { NumberRow, patched, SelectRow, TextRow, withoutEntry } from '../item/fields';
import { Group } from '../item/group';
import { partChoices } from '../item/item-props';
import type { AboutProps } from './about-props';

/** What was measured on the car: where a speaker sits, which wire is plus, ways into the cavity. */
export function Measured({ document, change }: AboutProps) {
  const parts = partChoices(document);
  const speaker = document.parts.find(({ kind }) => kind === 'speaker' || kind === 'tweeter') ?? document.parts[0];
  const mounts = document.mounts ?? [];
  const pairs = document.pairs ?? [];
  const access = document.access ?? [];
  const setMount = (at: number, patch: Partial<Mount>) => change({ mounts: patched(mounts, at, patch) }, true);
  const setPair = (at: number, patch: Partial<Pair>) => change({ pairs: patched(pairs, at, patch) }, true);
  const setAccess = (at: number, patch: Partial<Access>) => change({ access: patched(access, at, patch) }, true);
  return (
    <>
      <Group title="Where a speaker sits">
        {mounts.map((mount, at) => (
          <div key={at} className="list-entry">
            <SelectRow label="Speaker" value={mount.of} options={parts} onChange={(of) => setMount(at, { of })} />
            <TextRow
              label="Screwed to"
              max={200}
              value={mount.face}
              placeholder="door skin"
              onChange={(face) => setMount(at, { face })}
            />
            {LENGTHS.map(([field, label]) => (
              <NumberRow
                key={field}
                label={label}
                unit="mm"
                max={2000}
                empty="not measured"
                value={mount[field]}
                onChange={(mm) => setMount(at, { [field]: mm })}
              />
            ))}
            <SelectRow
              label="Regulator"
              value={mount.regulator ?? ''}
              options={[
                ['', 'not said'],
                ['behind', 'behind the magnet: it limits the depth'],
                ['beside', 'beside it'],
              ]}
              onChange={(value) => setMount(at, { regulator: (value || undefined) as Mount['regulator'] })}
            />
            <NumberRow
              label="Screw holes"
              whole
              max={99}
              empty="not said"
              value={mount.holes?.count}
              onChange={(count) => setMount(at, { holes: count ? { circle: 0, ...mount.holes, count } : undefined })}
            />
            {mount.holes && (
              <NumberRow
                label="on a circle of"
                unit="mm"
                max={2000}
                value={mount.holes.circle}
                onChange={(circle) => setMount(at, { holes: { ...mount.holes!, circle: circle ?? 0 } })}
              />
            )}
            <TextRow
              label="Measured with"
              max={200}
              value={mount.measured?.how}
              placeholder="depth gauge, glass down"
              onChange={(how) => setMount(at, { measured: how ? { ...mount.measured, how } : undefined })}
            />
            <Remove what="measurement" onRemove={() => change({ mounts: withoutEntry(mounts, at) })} />
          </div>
        ))}
        <Button
          size="sm"
          variant="outline-dark"
          disabled={!speaker}
          onClick={() => change({ mounts: [...mounts, { of: speaker.id }] })}
        >
          Add a measurement
        </Button>
      </Group>
      <Group title="Which wire is plus">
        {pairs.map((pair, at) => (
          <div key={at} className="list-entry">
            <SelectRow label="Speaker" value={pair.of} options={parts} onChange={(of) => setPair(at, { of })} />
            <TextRow
              label="Found at"
              max={200}
              value={pair.at}
              placeholder="speaker plug"
              onChange={(place) => setPair(at, { at: place })}
            />
            {(['plus', 'minus'] as const).map((pole) => (
              <TextRow
                key={pole}
                label={`${pole === 'plus' ? 'Plus' : 'Minus'}, colour`}
                max={200}
                placeholder={pole === 'plus' ? 'GY/PK' : 'GY/BK'}
                value={pair[pole].colour}
                onChange={(colour) => setPair(at, { [pole]: withoutUndefined({ ...pair[pole], colour }) })}
              />
            ))}
            <SelectRow
              label="Known by"
              value={pair.verified?.at(-1)?.how ?? ''}
              options={[
                ['', 'nothing yet'],
                ['cell', '1.5 V cell, cone out'],
                ['meter', 'meter: weak evidence'],
                ['phase', 'phase check'],
                ['wiring diagram', 'wiring diagram'],
              ]}
              onChange={(how) =>
                setPair(at, { verified: how ? [{ how, result: how === 'cell' ? 'cone out' : 'plus' }] : undefined })
              }
            />
            <Remove what="pair" onRemove={() => change({ pairs: withoutEntry(pairs, at) })} />
          </div>
        ))}
        <Button
          size="sm"
          variant="outline-dark"
          disabled={!speaker}
          onClick={() => change({ pairs: [...pairs, { of: speaker.id, plus: {}, minus: {} }] })}
        >
          Add a pair
        </Button>
      </Group>
      <Group title="Ways into the cavity">
        {access.map((way, at) => (
          <div key={at} className="list-entry">
            <TextRow label="Name" max={200} value={way.name} onChange={(name) => name && setAccess(at, { name })} />
            <TextRow
              label="For"
              value={way.use}
              placeholder="magnet: clips that fell"
              onChange={(use) => setAccess(at, { use })}
            />
            {([0, 1] as const).map((axis) => (
              <NumberRow
                key={axis}
                label={axis === 0 ? 'from the front' : 'up'}
                unit="mm"
                max={axis === 0 ? document.map.width : document.map.height}
                value={way.at[axis]}
                onChange={(mm) => setAccess(at, { at: axis === 0 ? [mm ?? 0, way.at[1]] : [way.at[0], mm ?? 0] })}
              />
            ))}
            <Remove what="way" onRemove={() => change({ access: withoutEntry(access, at) })} />
          </div>
        ))}
        <Button
          size="sm"
          variant="outline-dark"
          onClick={() =>
            change({
              access: [
                ...access,
                {
                  name: 'service opening',
                  at: [Math.round(document.map.width / 2), Math.round(document.map.height / 3)],
                },
              ],
            })
          }
        >
          Add a way in
        </Button>
      </Group>
    </>
  );
}

const LENGTHS = [
  ['bore', 'Opening'],
  ['toGlass', 'To the glass'],
  ['toRegulator', 'To the regulator'],
  ['grilleGap', 'To the grille'],
  ['skin', 'Skin'],
  ['tolerance', 'Give or take'],
] as const;

function Remove({ what, onRemove }: { what: string; onRemove: () => void }) {
  return (
    <Button size="sm" variant="outline-dark" onClick={onRemove}>
      Remove this {what}
    </Button>
  );
}
