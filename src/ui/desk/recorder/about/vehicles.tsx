'use client';
import Button from 'react-bootstrap/Button';
import type { ProcedureDocument } from '@/core/document';
import { NumberRow, patched, SelectRow, TextRow } from '../item/fields';
import { Group } from '../item/group';
import type { AboutProps } from './about-props';

type Vehicle = ProcedureDocument['applies'][number];

const STEERING: [string, string][] = [
  ['any', 'left or right'],
  ['left', 'on the left'],
  ['right', 'on the right'],
];
const BODIES = ['hatch-3', 'hatch-5', 'estate', 'saloon', 'van', 'pickup-single', 'pickup-crew', 'suv', '4x4'];

/** The vehicles it is for. Years the wrong way round are said where they are typed, and not taken over. */
export function Vehicles({ document, change }: AboutProps) {
  const { applies } = document;
  const set = (at: number, patch: Partial<Vehicle>) => change({ applies: patched(applies, at, patch) }, true);
  return (
    <Group title="Vehicles">
      {applies.map((vehicle, at) => (
        <div key={at} className="list-entry">
          <TextRow label="Make" max={200} value={vehicle.make} onChange={(make) => make && set(at, { make })} />
          <TextRow label="Model" max={200} value={vehicle.model} onChange={(model) => model && set(at, { model })} />
          <NumberRow
            label="From year"
            whole
            min={1900}
            max={Math.min(2100, vehicle.to ?? 2100)}
            empty="any"
            value={vehicle.from}
            onChange={(from) => set(at, { from })}
          />
          <NumberRow
            label="To year"
            whole
            min={Math.max(1900, vehicle.from ?? 1900)}
            max={2100}
            empty="still made"
            value={vehicle.to}
            onChange={(to) => set(at, { to })}
          />
          <TextRow
            label="Body"
            max={200}
            value={vehicle.body}
            suggestions={BODIES}
            placeholder="any"
            onChange={(body) => set(at, { body })}
          />
          <SelectRow
            label="Steering"
            value={vehicle.steering ?? 'any'}
            options={STEERING}
            onChange={(steering) => set(at, { steering: steering as Vehicle['steering'] })}
          />
          {applies.length > 1 && (
            <Button
              size="sm"
              variant="outline-dark"
              onClick={() => change({ applies: applies.filter((_, n) => n !== at) })}
            >
              Remove {vehicle.make} {vehicle.model}
            </Button>
          )}
        </div>
      ))}
      <Button
        size="sm"
        variant="outline-dark"
        onClick={() => change({ applies: [...applies, { ...applies[applies.length - 1] }] })}
      >
        Add a vehicle
      </Button>
    </Group>
  );
}
