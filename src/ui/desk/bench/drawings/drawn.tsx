import { aimOf } from '@/core/bench';
import type { Drawn } from '../tools';
import { AimDrawing } from './aim-drawing';
import { CircuitDrawing } from './circuit-drawing';
import { CurveDrawing } from './curve-drawing';
import { DepthDrawing } from './depth-drawing';
import { FactoryDrawing } from './factory-drawing';
import { HoleDrawing } from './hole-drawing';
import { OvalDrawing } from './oval-drawing';
import { LevelDrawing, PadDrawing, WireDrawing } from './pad-drawing';
import { RingDrawing } from './ring-drawing';

/** What a tool's answer looks like. */
export function DrawnAnswer({
  drawn,
  onDraw,
}: {
  drawn: Drawn;
  /** What was moved in the drawing, by field. */
  onDraw: (values: Record<string, string>) => void;
}) {
  switch (drawn.of) {
    case 'depth':
      return <DepthDrawing input={drawn.input} result={drawn.result} />;
    case 'ring':
      return <RingDrawing input={drawn.input} result={drawn.result} />;
    case 'oval':
      return <OvalDrawing input={drawn.input} result={drawn.result} />;
    case 'drill': {
      const { nearest, errorMm } = drawn.result;
      return <HoleDrawing wanted={nearest.mm - errorMm} drill={nearest.mm} />;
    }
    case 'hole': {
      const { mm, nearest, stop } = drawn.result;
      return <HoleDrawing wanted={mm} drill={nearest.mm} sheet={drawn.input.sheet} stop={stop} />;
    }
    case 'load':
      return <CircuitDrawing circuit={drawn.input.circuit} ohms={drawn.result.ohms} ok={drawn.result.ok} />;
    case 'factory':
      return <FactoryDrawing drivers={drawn.result.drivers} />;
    case 'pad':
      return <PadDrawing {...drawn.result} ohms={drawn.input.ohms} />;
    case 'level':
      return <LevelDrawing db={drawn.result.db} />;
    case 'capacitor': {
      const corner = drawn.result.actualHertz;
      // First order: |H| = (f/fc)/√(1 + (f/fc)²).
      const levelDb = (hertz: number) => -10 * Math.log10(1 + (corner / hertz) ** 2);
      return <CurveDrawing levelDb={levelDb} markHertz={corner} words={`corner ${Math.round(corner)} Hz`} />;
    }
    case 'wire':
      return <WireDrawing mm2={drawn.mm2} />;
    case 'aim': {
      const { at, axis, ears, dome, hertz } = drawn.input;
      const mounted = drawn.mounted?.input.axis ?? null;
      const levelDb = (tone: number) => -aimOf(at, mounted ?? axis, ears, dome, tone).lossDb;
      return (
        <>
          <AimDrawing at={at} axis={axis} ears={ears} mounted={mounted} onDraw={onDraw} />
          <CurveDrawing levelDb={levelDb} markHertz={hertz} words="treble at the ears" />
        </>
      );
    }
  }
}
