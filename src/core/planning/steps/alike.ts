import { fastenerKindOf, parseDrive, type Catalogue } from '../../trade';
import type { Fastener } from '../../document';

/** What tells screws apart that would go into one another's holes: kind, drive, length and thread, and how hard they may be tightened. Equal texts are worked in one step. */
export function alikeKey(catalogue: Catalogue, fastener: Fastener): string {
  const { drive, length, thread, refit } = fastener;
  const code = drive && (parseDrive(drive)?.code ?? drive);
  return JSON.stringify([
    fastenerKindOf(catalogue, fastener).code,
    code,
    length,
    thread,
    refit?.limit,
    refit?.byHand,
    refit?.as,
  ]);
}
