import { readWireColour, wireWords } from '@/core/trade';

/** A wire as it looks: its base, its stripes along it, and the words; what is no colour stands as it was written. */
export function WireSwatch({ colour }: { colour: string }) {
  const read = readWireColour(colour);
  if (!read) return <span>{colour || '–'}</span>;
  const { base, stripes } = read;
  return (
    <span className="wire">
      <svg viewBox="0 0 44 14" aria-hidden="true">
        <rect className={`wire-${base.toLowerCase()}`} x={0.5} y={0.5} width={43} height={13} rx={4} />
        {stripes.map((code, at) => (
          <rect
            key={at}
            className={`wire-${code.toLowerCase()} stripe`}
            x={1}
            y={stripes.length === 1 ? 5 : 2.5 + at * 5}
            width={42}
            height={4}
          />
        ))}
      </svg>
      <b>{colour}</b> <span className="quiet">{wireWords(read)}</span>
    </span>
  );
}
