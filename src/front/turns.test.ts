import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { Turns, weigh, type Weight } from './turns';

describe('a request is weighed by what is known before its body is read', () => {
  const cases: [method: string, path: string, headers: Record<string, string>, weight: Weight][] = [
    ['GET', '/', {}, 'free'],
    ['GET', '/_next/static/a.js', {}, 'free'],
    ['GET', '/api/health', {}, 'free'],
    ['GET', '/api/logs/1/stream', {}, 'free'],
    ['POST', '/api/logs/1/events', { 'content-length': '400' }, 'free'],
    ['POST', '/api/logs/1/events', { 'content-length': '9000' }, 'heavy'],
    ['GET', '/api/jobs/2401', {}, 'light'],
    ['GET', '/api/search', {}, 'heavy'],
    ['GET', '/api/jobs/2401/report.pdf', {}, 'heavy'],
    ['POST', '/api/jobs', { 'content-length': '400' }, 'light'],
    ['PUT', '/api/photos/1', { 'content-length': '4000000' }, 'heavy'],
    ['POST', '/api/sign-in', { 'transfer-encoding': 'chunked' }, 'heavy'],
  ];
  it.each(cases)('%s %s %o is %s', (method, path, headers, weight) => {
    expect(weigh({ method, headers }, path)).toBe(weight);
  });
});

/** Turns on a clock that stands until somebody rests, and then is as far as the rest lasts. */
function onOwnClock() {
  let time = 0;
  const turns = new Turns(
    () => time,
    (begin, ms) => {
      time += ms;
      begin();
    },
  );
  return turns;
}

describe('turns', () => {
  it('leave others two thirds of the time, and one who is alone all of it', () => {
    let time = 0;
    const later: [at: number, begin: () => void][] = [];
    const turns = new Turns(
      () => time,
      (begin, ms) => later.push([time + ms, begin]),
    );
    const pass = (ms: number) => {
      time += ms;
      for (const [at, begin] of later.splice(0))
        if (at <= time) begin();
        else later.push([at, begin]);
    };
    const begun: number[] = [];
    const take = () => turns.take('ann', 'heavy', () => begun.push(time))!;
    const ends = [take(), take(), take(), take()];
    pass(400);
    ends[0]();
    expect(begun, 'nobody else is there').toEqual([0, 400]);
    turns.take('bob', 'free', () => undefined);
    pass(400);
    ends[1]();
    pass(799);
    expect(begun, 'bob works').toEqual([0, 400]);
    pass(1);
    expect(begun).toEqual([0, 400, 1600]);
    pass(10_000);
    ends[2]();
    expect(begun, 'bob has gone home').toEqual([0, 400, 1600, 11_600]);
    ends[3]();
    pass(2000);
    expect(turns.size).toBe(0);
  });

  it('let one heavy piece of a sender be done at a time, in order, and nobody else wait for it', () => {
    const turns = onOwnClock();
    const begun: string[] = [];
    const take = (sender: string, name: string) => turns.take(sender, 'heavy', () => begun.push(name));
    const first = take('ann', 'a1')!;
    take('ann', 'a2');
    const gone = take('ann', 'a3')!;
    take('bob', 'b1');
    expect(begun).toEqual(['a1', 'b1']);
    gone();
    first();
    first();
    expect(begun).toEqual(['a1', 'b1', 'a2']);
  });

  it('refuse what would wait behind two hundred, and begin nothing of it', () => {
    const turns = new Turns();
    const ends = Array.from({ length: 201 }, () => turns.take('ann', 'heavy', () => undefined));
    expect(ends.every(Boolean)).toBe(true);
    expect(turns.take('ann', 'heavy', () => expect.unreachable())).toBeNull();
  });

  it('begin everything that is not given up, never too much at once, and remember nobody afterwards', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            sender: fc.constantFrom('ann', 'bob'),
            weight: fc.constantFrom<Weight>('light', 'heavy'),
            gone: fc.boolean(),
          }),
          { maxLength: 60 },
        ),
        fc.infiniteStream(fc.nat(1000)),
        (asked, picks) => {
          const turns = onOwnClock();
          const running = new Map<string, number>();
          const open: { key: string; end: () => void; gone: boolean; begun: boolean }[] = [];
          for (const { sender, weight, gone } of asked) {
            const one = { key: `${weight} ${sender}`, end: () => undefined as void, gone, begun: false };
            one.end = turns.take(sender, weight, () => {
              one.begun = true;
              running.set(one.key, (running.get(one.key) ?? 0) + 1);
            })!;
            open.push(one);
          }
          const most = { light: 4, heavy: 1 };
          while (open.length) {
            for (const [key, count] of running)
              expect(count).toBeLessThanOrEqual(most[key.split(' ')[0] as keyof typeof most]);
            const candidates = open.filter(({ begun, gone }) => begun || gone);
            expect(candidates.length).toBeGreaterThan(0);
            const one = candidates[picks.next().value % candidates.length];
            open.splice(open.indexOf(one), 1);
            if (one.begun) running.set(one.key, running.get(one.key)! - 1);
            one.end();
          }
          expect(turns.size).toBe(0);
        },
      ),
    );
  });
});
