'use client';
import Button from 'react-bootstrap/Button';
import { type MapFeature, type PanelMap, FEATURE_KINDS, newFeature } from '@/core/document';
import { ChipRow, listOrNothing, NumberRow, Row } from '../item/fields';
import { useDrawingTools } from '../tools';
import type { AboutProps } from './about-props';
import { MapPhotoRow } from './map-photo-row';

const FEATURE_WORDS: Record<MapFeature['kind'], string> = {
  'window-line': 'window line',
  'handle-bowl': 'handle bowl',
  armrest: 'armrest',
  pocket: 'pocket',
  'speaker-field': 'speaker field',
  'wheel-arch': 'wheel arch',
};

/** The map: its size, its outline by its corners, what makes it read as its panel, and a photo behind it. */
export function MapRows({ document, change }: AboutProps) {
  const { map } = document;
  const { outlining, outline } = useDrawingTools();
  const set = (patch: Partial<PanelMap>, typing?: boolean) => change({ map: { ...map, ...patch } }, typing);
  const shown = (map.features ?? []).map(({ kind }) => kind);
  const toggle = (code: string) => {
    const kind = code as MapFeature['kind'];
    const rest = (map.features ?? []).filter((one) => one.kind !== kind);
    const features = shown.includes(kind) ? listOrNothing(rest) : [...rest, newFeature(map, kind)];
    const { features: _, ...plain } = map;
    change({ map: features ? { ...plain, features } : plain });
    outline(features ? { of: 'map' } : null);
  };
  const isOwn = typeof map.outline === 'object' && 'path' in map.outline;
  return (
    <>
      <NumberRow
        label="Width"
        unit="mm"
        whole
        min={50}
        max={5000}
        value={map.width}
        onChange={(width) => width && set({ width }, true)}
      />
      <NumberRow
        label="Height"
        unit="mm"
        whole
        min={50}
        max={5000}
        value={map.height}
        onChange={(height) => height && set({ height }, true)}
      />
      <Row label="Outline">
        <Button
          size="sm"
          variant="outline-dark"
          aria-pressed={outlining?.of === 'map'}
          onClick={() => outline(outlining?.of === 'map' ? null : { of: 'map' })}
        >
          {outlining?.of === 'map' ? 'Done' : 'Adjust by its corners'}
        </Button>
        {isOwn && (
          <Button size="sm" variant="outline-dark" onClick={() => set({ outline: document.zone })}>
            Back to the usual one
          </Button>
        )}
      </Row>
      <ChipRow
        label="Drawn in it"
        pressed={shown}
        options={FEATURE_KINDS.map((kind): [string, string] => [kind, FEATURE_WORDS[kind]])}
        onToggle={toggle}
      />
      <MapPhotoRow document={document} change={change} />
    </>
  );
}
