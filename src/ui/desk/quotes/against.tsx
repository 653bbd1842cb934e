import type { AgainstActual } from '@/core/shop';
import { hoursWords } from './hours';

/** Labour that was promised against what it took so far. */
export function AgainstQuote({
  against: { likelySeconds, safeSeconds, actualSeconds, isOver },
}: {
  against: AgainstActual;
}) {
  return (
    <span className={isOver ? 'trouble' : ''}>
      Quoted {hoursWords(likelySeconds)} to {hoursWords(safeSeconds)}; hands at it for {hoursWords(actualSeconds)}
      {isOver && `, ${hoursWords(actualSeconds - safeSeconds)} over`}
    </span>
  );
}
