import { type PanelMap, type Point, type Drawing, outlinePath, roundedPath } from '@/core/document';

const MARGIN = 24;

/** A panel in small: its outline and its largest parts, to scale, seen from the cabin. */
export function PanelThumb({ map, shapes, side }: { map: PanelMap; shapes: Point[][]; side: string }) {
  const drawing: Drawing = { width: map.width, height: map.height, mirrored: side === 'left' };
  const turned = drawing.mirrored
    ? `translate(${map.width} ${map.height}) scale(-1 -1)`
    : `translate(0 ${map.height}) scale(1 -1)`;
  return (
    <svg
      className="panel-thumb"
      viewBox={`${-MARGIN} ${-MARGIN} ${map.width + MARGIN * 2} ${map.height + MARGIN * 2}`}
      aria-hidden="true"
    >
      <path className="outline" d={outlinePath(map)} transform={turned} />
      {shapes.map((shape, at) => (
        <path key={at} className={at === 0 ? 'large' : 'small'} d={roundedPath(drawing, shape)} />
      ))}
    </svg>
  );
}
