'use client';
import { useState } from 'react';
import {
  capital,
  COMMON_DRIVES,
  fastenersOffered,
  type LinkKind,
  linksOffered,
  parseDrive,
  partsOffered,
} from '@/core/trade';
import type { ProcedureDocument } from '@/core/document';
import { Stepper, useCatalogue } from '../../design';
import { FastenerGlyph, Glyph, LinkGlyph } from '../../map';

const MOST = 99;
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
        {fastenersOffered('undone').map(({ code: kind }) => (
          <HoldButton key={kind} kind={kind} onTell={() => onTell({ did: 'undone', kind, count })} />
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
  const { count, row } = useCount();
  return (
    <>
      {row}
      <div className="bay-choices" role="group" aria-label="What it is">
        <Tethers kinds={linksOffered('unplugged')} onTell={(kind) => onTell({ did: 'unplugged', kind, count })} />
      </div>
    </>
  );
}

/** A cable or rod out of its holder, or what a part hung on. */
export function Unhooked({
  onTell,
}: Tell<{ did: 'unplugged'; kind: string; count: number } | { did: 'undone'; kind: string; count: number }>) {
  const { count, row } = useCount();
  return (
    <>
      {row}
      <div className="bay-choices" role="group" aria-label="What it is">
        <Tethers kinds={linksOffered('unhooked')} onTell={(kind) => onTell({ did: 'unplugged', kind, count })} />
        {fastenersOffered('unhooked').map(({ code: kind }) => (
          <HoldButton key={kind} kind={kind} onTell={() => onTell({ did: 'undone', kind, count })} />
        ))}
      </div>
    </>
  );
}

function Tethers({ kinds, onTell }: { kinds: LinkKind[]; onTell: (kind: string) => void }) {
  return kinds.map(({ code: kind, name }) => (
    <button key={kind} type="button" onClick={() => onTell(kind)}>
      <Glyph>
        <LinkGlyph link={{ kind }} />
      </Glyph>
      {capital(name)}
    </button>
  ));
}

function HoldButton({ kind, onTell }: { kind: string; onTell: () => void }) {
  const { fasteners } = useCatalogue();
  return (
    <button type="button" onClick={onTell}>
      <Glyph>
        <FastenerGlyph fastener={{ kind }} />
      </Glyph>
      {capital(fasteners.get(kind)!.name)}
    </button>
  );
}

/** A part by what it is; its name is given at the desk. */
export function CameOff({ onTell }: Tell<{ did: 'cameOff'; kind: string }>) {
  return (
    <div className="bay-choices" role="group" aria-label="What it is">
      {partsOffered().map(({ code: kind, name }) => (
        <button key={kind} type="button" onClick={() => onTell({ did: 'cameOff', kind })}>
          {capital(name)}
        </button>
      ))}
    </div>
  );
}
