import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import type { Vector } from '@/core/bench';

type Spot = readonly [x: number, y: number];
type Handle = 'at' | 'axis' | 'ears';
interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}
const HANDLES: Record<Handle, string> = { at: 'Tweeter', axis: 'Where the tweeter points', ears: 'Ears' };
/** How far an arrow key moves, mm. */
const NUDGE = 10;
/** Room left round tweeter and ears, mm. */
const ROOM = 250;
const STEPS: Record<string, Spot> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };

/** Tweeter, its axis and the ears from above to scale, each moved by dragging it or with the arrow keys: rearwards is to the right, the vehicle's right is down. */
export function AimDrawing({
  at,
  axis,
  ears,
  mounted,
  onDraw,
}: {
  at: Vector;
  axis: Vector;
  ears: Vector;
  mounted: Vector | null;
  onDraw: (values: Record<string, string>) => void;
}) {
  const picture = useRef<SVGSVGElement>(null);
  // While something is dragged the picture stands still under the finger.
  const [held, hold] = useState<{ handle: Handle; box: Box } | null>(null);
  const { left, top, width, height } = held?.box ?? boxOf(at, ears);
  const [right, bottom] = [left + width, top + height];
  const size = width / 320;
  const reach = Math.max(120, Math.hypot(ears[0] - at[0], ears[1] - at[1]) * 0.8);
  const tip = (direction: Vector): Spot => {
    const long = Math.hypot(direction[0], direction[1]) || 1;
    return [at[0] + (direction[0] / long) * reach, at[1] + (direction[1] / long) * reach];
  };
  const spots: Record<Handle, Spot> = { at: [at[0], at[1]], axis: tip(axis), ears: [ears[0], ears[1]] };
  const move = (handle: Handle, [x, y]: Spot) => {
    const to: Spot = handle === 'axis' ? [x - at[0], y - at[1]] : [x, y];
    const [a, b] = to.map((one) => Math.round(one));
    if (handle !== 'axis' || a !== 0 || b !== 0) onDraw({ [handle]: `${a}, ${b}` });
  };
  const onKey = (handle: Handle) => (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (!step) return;
    event.preventDefault();
    const [x, y] = spots[handle];
    move(handle, [x + step[0] * NUDGE, y + step[1] * NUDGE]);
  };
  const onMove = (event: PointerEvent) => {
    const matrix = picture.current?.getScreenCTM();
    if (!held || !matrix) return;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    move(held.handle, [x, y]);
  };
  const words = (x: number, y: number, text: string) => (
    <text className="bench-words" x={x} y={y} style={{ fontSize: 9 * size }}>
      {text}
    </text>
  );
  return (
    <>
      <p className="quiet mb-1">
        Drag the tweeter, the end of its arrow and the ears to where they are, seen from above.
      </p>
      <svg
        ref={picture}
        className="bench-drawing aim"
        viewBox={`${left} ${top} ${width} ${height}`}
        role="group"
        aria-label="Tweeter and ears from above"
        onPointerMove={onMove}
        onPointerUp={() => hold(null)}
        onPointerCancel={() => hold(null)}
      >
        <path className="sight" d={`M${at[0]} ${at[1]}L${ears[0]} ${ears[1]}`} strokeWidth={size} />
        <path className="axis" d={`M${at[0]} ${at[1]}L${spots.axis.join(' ')}`} strokeWidth={2 * size} />
        {mounted && (
          <path className="axis mounted" d={`M${at[0]} ${at[1]}L${tip(mounted).join(' ')}`} strokeWidth={3 * size} />
        )}
        <circle className="curve-mark" cx={at[0]} cy={at[1]} r={7 * size} />
        <circle className="curve-mark" cx={spots.axis[0]} cy={spots.axis[1]} r={4 * size} />
        <circle className="ring-hole" cx={ears[0]} cy={ears[1]} r={8 * size} />
        {words(at[0], at[1] - 12 * size, 'tweeter')}
        {words(ears[0], ears[1] - 12 * size, 'ears')}
        {words(left + 6 * size, bottom - 6 * size, '← front · from above')}
        <path className="scale-bar" d={`M${right - 110} ${bottom - 30}v10h100v-10`} strokeWidth={size} />
        {words(right - 90, bottom - 36, '100 mm')}
        {(Object.keys(HANDLES) as Handle[]).map((handle) => (
          <circle
            key={handle}
            className="aim-handle"
            role="slider"
            tabIndex={0}
            aria-label={HANDLES[handle]}
            aria-valuenow={Math.round(spots[handle][0])}
            aria-valuetext={`${Math.round(spots[handle][0])} mm rearwards, ${Math.round(spots[handle][1])} mm to the right`}
            cx={spots[handle][0]}
            cy={spots[handle][1]}
            r={16 * size}
            onKeyDown={onKey(handle)}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              hold({ handle, box: { left, top, width, height } });
            }}
          />
        ))}
      </svg>
    </>
  );
}

/** The picture's box: both places with room round them, mm. */
function boxOf(at: Vector, ears: Vector): Box {
  const [xs, ys] = [
    [at[0], ears[0]],
    [at[1], ears[1]],
  ];
  const [left, top] = [Math.min(...xs) - ROOM, Math.min(...ys) - ROOM];
  return { left, top, width: Math.max(...xs) + ROOM - left, height: Math.max(...ys) + ROOM - top };
}
