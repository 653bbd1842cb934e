import { expect, it } from 'vitest';
import type { RunEvent } from './events';
import { timeSpent } from './where-time';

const START = Date.parse('2026-11-27T08:00:00Z');
/** An event so many seconds after the start, on a device. */
const event = (second: number, fact: { type: string; action?: string }, device = 'a') =>
  ({
    id: `${device}${second}`,
    at: new Date(START + second * 1000).toISOString(),
    device,
    ...fact,
  }) as unknown as RunEvent;
const done = (second: number, action: string, device?: string) => event(second, { type: 'done', action }, device);

it('goes to what hands did, from the event before on the same tablet', () => {
  const events = [
    event(0, { type: 'started' }),
    done(30, 'release:kite/s1'),
    done(40, 'takeOff:kite/card', 'b'),
    done(50, 'release:kite/s2'),
    done(100, 'takeOff:kite/woofer', 'b'),
  ];
  expect([...timeSpent(events).byType]).toEqual([
    ['release', 50],
    ['takeOff', 60],
  ]);
});

it('leaves out pauses, taps faster than hands and gaps too long, and counts the last two', () => {
  const events = [
    event(0, { type: 'started' }),
    done(0.3, 'release:kite/s1'),
    event(10, { type: 'paused' }),
    event(500, { type: 'resumed' }),
    done(520, 'release:kite/s2'),
    done(5000, 'release:kite/s3'),
  ];
  const { byType, tooFast, gaps } = timeSpent(events);
  expect([Object.fromEntries(byType), tooFast, gaps]).toEqual([{ release: 20 }, 1, 1]);
});

it('is the same in whatever order the events arrive', () => {
  const events = [event(0, { type: 'started' }), done(30, 'release:kite/s1'), done(70, 'undo:kite/l1')];
  expect(timeSpent([...events].reverse())).toEqual(timeSpent(events));
});
