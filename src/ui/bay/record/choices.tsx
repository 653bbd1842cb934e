'use client';
import { useState } from 'react';
import { COMMON_DRIVES, PART_KINDS, parseDrive } from '@/core/hardware';
import type { ProcedureDocument } from '@/core/procedure';
import { capital } from '@/core/text';
import { useCatalogue } from '../../design/catalogue';
import { FastenerGlyph, Glyph, LinkGlyph } from '../../map';
import { Stepper } from '../../design/stepper';

const MOST = 99;
/** What is undone without a size. */
const SIZELESS = [
  'push-clip',
  'tab',
  'hook',
  'push-pin',
  'rivet',
  'butyl',
  'spring-clip',
  'bent-tab',
  'c-clip',
  'bracket',
  'tape',
  'cable-tie',
];
const TETHERS = ['connector', 'cable', 'rod', 'lamp', 'wire', 'aerial', 'earth', 'hose'];
const PARTS = [
  'cap',
  'cover',
  'bezel',
  'switch',
  'trim',
  'handle',
  'armrest',
  'pocket',
  'grille',
  'reflector',
  'lamp',
  'crank',
  'panel',
  'shield',
  'speaker',
  'tweeter',
  'seat',
  'mat',
  'carpet',
  'module',
];

type Tell<F> = { onTell: (fact: F) => void };

/** How many: counted on one row above what they are. */
function useCount() {
  const [count, setCount] = useState(1);
  return {
    count,
    row: <Stepper label={(value) => `${value} of them`} value={count} min={1} max={MOST} onChange={setCount} />,
  };
}

/** A screw by its size, anything else by what it is: one tap, after the count. */
export function Undone({
  document,
  onTell,
}: { document: ProcedureDocument } & Tell<{ did: 'undone'; kind: string; drive?: string; count: number }>) {
  const { fasteners } = useCatalogue();
  const { count, row } = useCount();
  const used = document.fasteners.flatMap(({ drive }) => (drive ? [drive] : []));
  const sizes = [...new Set([...used.toReversed(), ...COMMON_DRIVES])].slice(0, 12);
  return (
    <>
      {row}
      <div className="bay-choices" role="group" aria-label="Size">
        {sizes.map((drive) => (
          <button
            key={drive}
            type="button"
            onClick={() => onTell({ did: 'undone', kind: boltOrScrew(drive), drive, count })}
          >
            <Glyph>
              <FastenerGlyph fastener={{ kind: boltOrScrew(drive), drive }} />
            </Glyph>
            {parseDrive(drive)?.plate ?? drive}
          </button>
        ))}
      </div>
      <div className="bay-choices" role="group" aria-label="What it is">
        {SIZELESS.map((kind) => (
          <button key={kind} type="button" onClick={() => onTell({ did: 'undone', kind, count })}>
            <Glyph>
              <FastenerGlyph fastener={{ kind }} />
            </Glyph>
            {capital(fasteners.get(kind)!.name)}
          </button>
        ))}
      </div>
    </>
  );
}

/** A head is a bolt's from 8 mm on; smaller ones are screws with a hex head (common practice, no source). */
const boltOrScrew = (drive: string) => {
  const { family, sizeMm } = parseDrive(drive) ?? {};
  return family === 'hex' && (sizeMm ?? 0) >= 8 ? 'bolt' : 'screw';
};

/** A tether by what it is. */
export function Unplugged({ onTell }: Tell<{ did: 'unplugged'; kind: string; count: number }>) {
  const { links } = useCatalogue();
  const { count, row } = useCount();
  return (
    <>
      {row}
      <div className="bay-choices" role="group" aria-label="What it is">
        {TETHERS.map((kind) => (
          <button key={kind} type="button" onClick={() => onTell({ did: 'unplugged', kind, count })}>
            <Glyph>
              <LinkGlyph link={{ kind }} />
            </Glyph>
            {capital(links.get(kind)!.name)}
          </button>
        ))}
      </div>
    </>
  );
}

/** A part by what it is; its name is given at the desk. */
export function CameOff({ onTell }: Tell<{ did: 'cameOff'; kind: string }>) {
  return (
    <div className="bay-choices" role="group" aria-label="What it is">
      {PARTS.map((kind) => (
        <button key={kind} type="button" onClick={() => onTell({ did: 'cameOff', kind })}>
          {capital(PART_KINDS.get(kind)!.name)}
        </button>
      ))}
    </div>
  );
}
