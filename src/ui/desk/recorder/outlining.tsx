'use client';
import {
  type Edit,
  type MapFeature,
  type Point,
  type ProcedureDocument,
  outlineCorners,
  outlineOf,
  type Drawing,
} from '@/core/document';
import { Corner, CornerHandles } from './corner-handles';
import type { ToPoint } from './shape-handles';

/** What is drawn by its corners just now: an item's shape, an area of a part, or the outline of the map with its features. */
export type Outlining = { of: 'item'; id: string } | { of: 'area'; id: string; name: string } | { of: 'map' };

interface OutliningProps {
  document: ProcedureDocument;
  outlining: Outlining;
  drawing: Drawing;
  toPoint: ToPoint;
  onEdit: (edit: Edit) => void;
}

/** The corners of what is outlined. */
export function OutlineHandles({ document, outlining, drawing, toPoint, onEdit }: OutliningProps) {
  const { map } = document;
  const shared = { drawing, toPoint };
  if (outlining.of === 'map')
    return (
      <>
        <CornerHandles
          {...shared}
          shape={outlineCorners(map)}
          onShape={(corners) => onEdit({ type: 'document', patch: { map: { ...map, outline: outlineOf(corners) } } })}
        />
        {map.features?.map((feature, n) => (
          <FeatureHandles
            key={n}
            {...shared}
            feature={feature}
            onChange={(next) => {
              const features = map.features!.map((one, other) => (other === n ? next : one));
              onEdit({ type: 'document', patch: { map: { ...map, features } } });
            }}
          />
        ))}
      </>
    );
  const { id } = outlining;
  if (outlining.of === 'area') {
    const regions = document.parts.find((part) => part.id === id)?.regions;
    const area = regions?.[outlining.name];
    if (!area) return null;
    return (
      <CornerHandles
        {...shared}
        shape={area}
        onShape={(next) => onEdit({ type: 'change', id, patch: { regions: { ...regions, [outlining.name]: next } } })}
      />
    );
  }
  const shape = [...document.parts, ...(document.work ?? [])].find((item) => item.id === id)?.shape;
  if (!shape) return null;
  return (
    <CornerHandles
      {...shared}
      shape={shape}
      onShape={(next) => onEdit({ type: 'change', id, patch: { shape: next } })}
    />
  );
}

/** A feature by the two corners of its box. */
function FeatureHandles({
  feature: { kind, box },
  drawing,
  toPoint,
  onChange,
}: {
  feature: MapFeature;
  drawing: Drawing;
  toPoint: ToPoint;
  onChange: (feature: MapFeature) => void;
}) {
  const set = (n: 0 | 1) => (to: Point, last: boolean) => {
    if (last) onChange({ kind, box: n === 0 ? [to, box[1]] : [box[0], to] });
  };
  return (
    <>
      <Corner at={box[0]} {...{ drawing, toPoint }} onDrag={set(0)} />
      <Corner at={box[1]} {...{ drawing, toPoint }} onDrag={set(1)} />
    </>
  );
}
