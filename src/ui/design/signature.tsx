'use client';
import { useEffect, useRef } from 'react';
import SignaturePad from 'signature_pad';
import type { Stroke } from '@/core/bay';

/** The space signatures are kept in: 1000 across, 400 down. */
const ACROSS = 1000;
const DOWN = 400;

/** A field to sign in with a finger or pen. Hands over the strokes in its own space whenever one ends. */
export function SignatureField({ onChange }: { onChange: (strokes: Stroke[]) => void }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const pad = useRef<SignaturePad | null>(null);
  const changed = useRef(onChange);
  changed.current = onChange;
  useEffect(() => {
    const field = canvas.current!;
    const ratio = Math.max(1, window.devicePixelRatio);
    const { width, height } = field.getBoundingClientRect();
    field.width = width * ratio;
    field.height = height * ratio;
    field.getContext('2d')!.scale(ratio, ratio);
    const made = new SignaturePad(field, { penColor: getComputedStyle(field).color });
    pad.current = made;
    made.addEventListener('endStroke', () =>
      changed.current(
        made
          .toData()
          .map(({ points }): Stroke =>
            points
              .map(
                ({ x, y }) => [Math.round((x / width) * ACROSS), Math.round((y / height) * DOWN)] as [number, number],
              )
              .slice(0, 2000),
          ),
      ),
    );
    return () => made.off();
  }, []);
  const clear = () => {
    pad.current?.clear();
    onChange([]);
  };
  return (
    <div className="signature">
      <canvas ref={canvas} aria-label="Sign here" role="img" />
      <button type="button" className="btn btn-outline-dark" onClick={clear}>
        Clear
      </button>
    </div>
  );
}

/** A signature as it was given. */
export const SignaturePicture = ({ strokes }: { strokes: Stroke[] }) => (
  <svg className="signature-picture" viewBox={`0 0 ${ACROSS} ${DOWN}`} role="img" aria-label="Signature">
    {strokes.map((stroke, n) => (
      <path
        key={n}
        d={stroke.map(([x, y], at) => `${at ? 'L' : 'M'}${x} ${y}`).join('') + (stroke.length === 1 ? 'h4' : '')}
      />
    ))}
  </svg>
);
