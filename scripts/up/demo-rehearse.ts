import type { Move } from '../../src/core/rehearse';
import { beginRehearsal, finishRehearsal, setRehearsal } from '../../src/services';
import { actorOf } from './actor';

const SEAT = 'calder-rear-seat';
const pull = (item: string, gesture: 'up' | 'forward' | 'out-top' | 'out-middle'): Move => ({
  do: 'pull',
  item: `${SEAT}/${item}`,
  gesture,
});
const SEAT_BASE: Move[] = [
  pull('base', 'up'),
  pull('base', 'forward'),
  { do: 'use', item: `${SEAT}/l1` },
  pull('base', 'out-middle'),
];
const BOLSTER: Move[] = [
  { do: 'take', tool: 'hex 10 mm' },
  { do: 'use', item: `${SEAT}/b1` },
  pull('bolster-left', 'out-top'),
  pull('bolster-left', 'up'),
];
const BATTERY: Move[] = [
  { do: 'vehicle', step: 'check' },
  { do: 'vehicle', step: 'batteryOff' },
  { do: 'vehicle', step: 'wait' },
];

/** A trainee on the way to a first airbag plug: stopped once, then better each time. And what the lead wants rehearsed before a first real door. */
export async function loadRehearsals(): Promise<void> {
  const [pip, lead] = [await actorOf('pip-hallam'), await actorOf('tomas-varga')];
  const plug: Move = { do: 'use', item: `${SEAT}/srs1` };
  const end: Move = { do: 'turn-back' };
  const tries: Move[][] = [
    [...SEAT_BASE, ...BOLSTER, plug],
    [...SEAT_BASE, pull('bolster-left', 'out-top'), ...BOLSTER, ...BATTERY, plug, pull('bolster-left', 'up'), end],
    [...BATTERY, ...SEAT_BASE.slice(0, 2), ...BOLSTER, plug, pull('bolster-left', 'up'), end],
  ];
  for (const [n, moves] of tries.entries()) {
    const { id } = await beginRehearsal(pip, {
      procedure: SEAT,
      draft: false,
      level: n ? 'alone' : 'hints',
      bothWays: false,
      goals: ['bolster-left'],
      options: {},
    });
    await finishRehearsal(pip, id, { moves, takenSeconds: 95 - 20 * n });
  }
  await setRehearsal(lead, { person: 'pip-hallam', procedure: 'kite-rear-door', level: 'alone' });
}
