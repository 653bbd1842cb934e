import type { Said } from '@/core/bench';

const STANDINGS = { sure: '✓ Works', exact: '△ Only just', no: '✕ Not yet' } as const;

/** The one sentence of a tool, with how it stands in words and colour. */
export const SaidLine = ({ said, words = STANDINGS }: { said: Said; words?: Record<Said['standing'], string> }) => (
  <p className={`bench-said ${said.standing}`}>
    <b>{words[said.standing]}</b>
    {said.words}
  </p>
);
