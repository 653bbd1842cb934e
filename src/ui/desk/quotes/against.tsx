import { type AgainstActual, spanWords } from '@/core/shop';

/** Labour that was promised against what it took so far. */
export function AgainstQuote({
  against: { likelySeconds, safeSeconds, actualSeconds, isOver },
}: {
  against: AgainstActual;
}) {
  return (
    <span className={isOver ? 'trouble' : ''}>
      Quoted {spanWords(likelySeconds)} to {spanWords(safeSeconds)}; hands at it for {spanWords(actualSeconds)}
      {isOver && `, ${spanWords(actualSeconds - safeSeconds)} over`}
    </span>
  );
}
