import { toolFor } from '@/core/trade';

/** A size or tool as it always looks: T20, 7 mm, 9/32 in. */
export function Plate({ code }: { code: string }) {
  return <span className="plate">{toolFor(code).plate}</span>;
}
