import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { demoProcedure } from '@tests/support/demo';
import { visitLog, WALKED_ROUND } from '@tests/support/visit';
import { comparedLines, compareLine, faultsOnArrival, handBackBlocks, unaskedGroups } from './compare';
import type { CheckResult, VisitFact } from './events';
import { foldVisit, recordsToSign, type Answer } from './fold';
import { checkLines } from './lines';
import { laterWords, resultWords } from './words';

const RADIO = { line: 'vehicle/radio', group: 'The vehicle', words: 'Radio plays' };
const checked = (line: string, walk: 'arrival' | 'departure', result: CheckResult, condition?: string): VisitFact => ({
  type: 'checked',
  line,
  group: 'G',
  words: line,
  walk,
  result,
  ...(condition ? { condition } : {}),
});

const facts: fc.Arbitrary<VisitFact> = fc.oneof(
  fc.record({
    type: fc.constant('checked' as const),
    line: fc.constantFrom('a/1', 'a/2', 'b/1'),
    group: fc.constant('G'),
    words: fc.constant('w'),
    walk: fc.constantFrom('arrival' as const, 'departure' as const),
    result: fc.constantFrom('works' as const, 'fails' as const, 'intermittent' as const, 'not-fitted' as const),
  }),
  fc.record({
    type: fc.constant('marked' as const),
    view: fc.constantFrom('left' as const, 'roof' as const),
    x: fc.constant(0.5),
    y: fc.constant(0.5),
    kind: fc.constant('dent'),
    walk: fc.constant('arrival' as const),
  }),
  fc.constantFrom<VisitFact>(
    { type: 'vin', vin: '1M8GDM9AXKP042788', how: 'typed' },
    { type: 'waits', for: 'part', what: 'ring' },
    { type: 'zone', zone: 'roof', side: 'centre' },
    { type: 'signed', walk: 'arrival', name: 'A', strokes: [[[1, 1]]], covers: 1 },
    { type: 'signed', walk: 'departure', name: 'B', strokes: [[[1, 1]]], covers: 1, records: [] },
  ),
);

describe('the fold of a visit', () => {
  it('does not depend on arrival order or on duplicates', () => {
    const histories = fc
      .tuple(
        fc.array(facts, { maxLength: 15 }),
        fc.array(facts, { maxLength: 15 }),
        fc.array(fc.nat(30), { maxLength: 3 }),
      )
      .map(([a, b, back]) => {
        const events = [...visitLog(a, 'tablet-a'), ...visitLog(b, 'tablet-b')];
        const takenBack = events.length
          ? back.map((n): VisitFact => ({ type: 'retracted', event: events[n % events.length].id }))
          : [];
        return [...events, ...visitLog(takenBack, 'tablet-c', 100)];
      });
    fc.assert(
      fc.property(
        histories.chain((events) =>
          fc.tuple(fc.constant(events), fc.shuffledSubarray([...events, ...events], { minLength: events.length * 2 })),
        ),
        ([events, mixed]) => {
          expect(foldVisit(mixed)).toEqual(foldVisit(events));
        },
      ),
    );
  });

  it('takes the last answer to a line, and keeps both walks apart', () => {
    const { lines } = foldVisit(
      visitLog([
        checked('a/1', 'arrival', 'works'),
        checked('a/1', 'arrival', 'intermittent', 'when warm'),
        checked('a/1', 'departure', 'works'),
      ]),
    );
    expect(lines.get('a/1')).toMatchObject({
      arrival: { result: 'intermittent', condition: 'when warm' },
      departure: { result: 'works', condition: null },
    });
  });

  it('counts what was recorded after a signature', () => {
    const signed: VisitFact = { type: 'signed', walk: 'arrival', name: 'A', strokes: [[[1, 1]]], covers: 1 };
    const log = visitLog([
      checked('a/1', 'arrival', 'works'),
      signed,
      checked('a/2', 'arrival', 'fails'),
      checked('a/1', 'departure', 'works'),
    ]);
    expect(foldVisit(log).signatures.arrival).toMatchObject({ covers: 1, later: 1 });
  });

  it('ends a wait when what was waited for is here, and takes a mark back', () => {
    const log = visitLog([
      { type: 'waits', for: 'part', what: 'ring' },
      { type: 'marked', view: 'left', x: 0, y: 0, kind: 'dent', walk: 'arrival' },
    ]);
    expect(foldVisit(log).waits).toHaveLength(1);
    const more = visitLog(
      [
        { type: 'waitOver', wait: log[0].id },
        { type: 'retracted', event: log[1].id },
      ],
      'tablet-b',
      10,
    );
    expect(foldVisit([...more, ...log])).toMatchObject({ waits: [], marks: [] });
  });

  it('keeps an event of a type it does not know', () => {
    const [event] = visitLog([{ type: 'note', text: 'x' }]);
    const newer = { ...event, type: 'welded' } as unknown as typeof event;
    expect(foldVisit([newer]).unknown).toEqual([newer]);
  });
});

describe('what a customer signed', () => {
  const sign = (records: string[], at = 50, device = 'tablet-c') =>
    visitLog(
      [{ type: 'signed', walk: 'arrival', name: 'A', strokes: [[[1, 1]]], covers: records.length, records }],
      device,
      at,
    );
  const arrived = visitLog([
    checked('a/1', 'arrival', 'works'),
    { type: 'marked', view: 'left', x: 0, y: 0, kind: 'dent', walk: 'arrival' },
    { type: 'note', text: 'rattles' },
    { type: 'vin', vin: '1M8GDM9AXKP042788', how: 'typed' },
  ]);
  const signed = [...arrived, ...sign(recordsToSign(foldVisit(arrived), 'arrival'))];

  it('is everything that stood on the screen, and nothing of the other walk', () => {
    expect(
      recordsToSign(
        foldVisit([
          ...arrived,
          ...visitLog(
            [checked('a/1', 'departure', 'fails'), { type: 'waits', for: 'part', what: 'ring' }],
            'tablet-d',
            20,
          ),
        ]),
        'arrival',
      ),
    ).toEqual(arrived.map(({ id }) => id));
  });

  it('cannot be changed, whatever place in the order a later record claims', () => {
    for (const at of [2, 60]) {
      const state = foldVisit([
        ...signed,
        ...visitLog(
          [checked('a/1', 'arrival', 'fails'), { type: 'vin', vin: '1M8GDM9AXKP042789', how: 'typed' }],
          'tablet-x',
          at,
        ),
      ]);
      expect(state.lines.get('a/1')!.arrival).toMatchObject({ result: 'works' });
      expect(state.vin).toBe('1M8GDM9AXKP042788');
      expect(state.later.map(({ event, after }) => [event.type, after])).toEqual([
        ['checked', 'signed'],
        ['vin', 'signed'],
      ]);
      expect(state.signatures.arrival!.later).toBe(2);
    }
  });

  it('cannot be taken back, nor can the signature', () => {
    const back = [...arrived, signed.at(-1)!].map(({ id }): VisitFact => ({ type: 'retracted', event: id }));
    const state = foldVisit([...signed, ...visitLog(back, 'tablet-x', 70)]);
    expect([state.marks.length, state.notes.length, state.signatures.arrival?.name]).toEqual([1, 1, 'A']);
    expect(state.later.filter(({ after }) => after === 'taken-back')).toHaveLength(arrived.length);
  });

  it('leaves room beside it: a line that was never answered, and more marks and notes, are shown as recorded later', () => {
    const more = visitLog(
      [
        checked('b/1', 'arrival', 'fails'),
        { type: 'marked', view: 'roof', x: 0, y: 0, kind: 'chip', walk: 'arrival' },
        { type: 'note', text: 'also this' },
      ],
      'tablet-x',
      70,
    );
    const state = foldVisit([...signed, ...more]);
    expect(state.lines.get('b/1')!.arrival).toMatchObject({ result: 'fails', later: true });
    expect([state.marks.map((mark) => mark.later), state.notes.length, state.later.length]).toEqual([
      [undefined, true],
      2,
      3,
    ]);
  });

  it('is signed again together with what came since; the first signature stays', () => {
    const more = visitLog([checked('a/1', 'arrival', 'fails')], 'tablet-x', 70);
    const state = foldVisit([
      ...signed,
      ...more,
      ...sign(
        [...arrived, ...more].map(({ id }) => id),
        80,
      ),
    ]);
    expect([state.signed.length, state.signatures.arrival!.later, state.later]).toEqual([2, 0, []]);
    expect(state.lines.get('a/1')!.arrival!.result).toBe('fails');
  });

  it('is frozen for old signatures too, which name no records: what stood before them counts', () => {
    const old = visitLog(
      [{ type: 'signed', walk: 'arrival', name: 'A', strokes: [[[1, 1]]], covers: 2 }],
      'tablet-c',
      50,
    );
    const state = foldVisit([
      ...arrived,
      ...old,
      ...visitLog([checked('a/1', 'arrival', 'fails'), { type: 'retracted', event: arrived[1].id }], 'tablet-x', 70),
    ]);
    expect([state.lines.get('a/1')!.arrival!.result, state.marks.length, state.later.length]).toEqual(['works', 1, 2]);
  });

  it('says of each later record what it was', () => {
    const later: VisitFact[] = [
      checked('a/1', 'arrival', 'fails'),
      { type: 'note', text: 'hm' },
      { type: 'retracted', event: arrived[0].id },
    ];
    expect(foldVisit([...signed, ...visitLog(later, 'tablet-x', 70)]).later.map(laterWords)).toEqual([
      'G, a/1: does not work',
      'Note: hm',
      'Something that was signed was to be taken back; it stands',
    ]);
  });
});

describe('the lines of the check', () => {
  it('are what every vehicle has, and what each opened zone has by its kind', () => {
    const words = (zones: Parameters<typeof checkLines>[0]) => checkLines(zones).map((line) => line.line);
    expect(words([]).every((line) => line.startsWith('vehicle/'))).toBe(true);
    expect(words([{ zone: 'rear-door', side: 'right' }])).toEqual(
      expect.arrayContaining(['rear-door.right/window', 'rear-door.right/speaker', 'rear-door.right/lock']),
    );
    expect(words([{ zone: 'rear-door', side: 'right' }])).not.toContain('rear-door.right/mirror');
    expect(words([{ zone: 'front-door', side: 'left' }])).toContain('front-door.left/mirror');
    expect(
      new Set(
        words([
          { zone: 'roof', side: 'centre' },
          { zone: 'roof', side: 'centre' },
        ]),
      ).size,
    ).toBe(words([{ zone: 'roof', side: 'centre' }]).length);
  });

  it('say by balance and fader which speaker is meant', () => {
    const speaker = checkLines([{ zone: 'rear-door', side: 'left' }]).find(({ line }) => line.endsWith('/speaker'))!;
    expect(speaker.words).toContain('balance left, fader rear');
  });

  it('follow the options: crank or power, lamp or none, amplifier or none', () => {
    const lumen = demoProcedure('lumen-front-door');
    const lines = (options: Record<string, string>) =>
      checkLines([{ zone: 'front-door', side: 'left', document: lumen, options }]).map(
        (line) => line.line.split('/')[1],
      );
    expect(lines({ audio: 'amplified', puddle: 'fitted' })).toEqual(
      expect.arrayContaining(['amp', 'puddle', 'tweeter', 'sensor']),
    );
    expect(lines({ audio: 'base', puddle: 'none' })).not.toEqual(expect.arrayContaining(['amp']));
    expect(lines({ audio: 'base', puddle: 'none' })).not.toEqual(expect.arrayContaining(['puddle']));
    const kite = demoProcedure('kite-rear-door');
    expect(
      checkLines([{ zone: 'rear-door', side: 'left', document: kite, options: { windows: 'crank' } }]).find(
        ({ line }) => line.endsWith('/window'),
      )!.words,
    ).toContain('crank');
  });
});

describe('arrival against giving back', () => {
  const answer = (result: CheckResult): Answer => ({ result, condition: null, person: 'bea', at: '' });
  it.each([
    ['works', 'works', 'same'],
    ['fails', 'fails', 'same'],
    ['fails', 'works', 'mended'],
    ['intermittent', 'works', 'mended'],
    ['works', 'intermittent', 'worse'],
    ['works', 'fails', 'worse'],
    ['intermittent', 'fails', 'worse'],
    ['not-fitted', 'works', 'mended'],
    ['works', 'not-fitted', 'worse'],
    ['not-fitted', 'not-fitted', 'same'],
  ] as const)('%s, then %s, is %s', (before, after, comparison) =>
    expect(compareLine({ arrival: answer(before), departure: answer(after) })).toBe(comparison),
  );

  it('knows what was not asked', () => {
    expect(compareLine({ arrival: null, departure: null })).toBe('not-checked');
    expect(compareLine({ arrival: answer('works'), departure: null })).toBe('not-repeated');
    expect(compareLine({ arrival: null, departure: answer('works') })).toBe('only-now');
  });

  it('stands against giving back until every line is repeated, or explained', () => {
    const state = foldVisit(
      visitLog([
        checked(RADIO.line, 'arrival', 'works'),
        checked('a/1', 'arrival', 'works'),
        checked('a/1', 'departure', 'fails'),
        { type: 'waits', for: 'decision', what: 'new speaker?' },
        ...WALKED_ROUND,
      ]),
    );
    expect(handBackBlocks([RADIO], state, 1).map(({ code, place }) => [code, place])).toEqual([
      ['runs', 'runs'],
      ['not-repeated', RADIO.line],
      ['worse', 'a/1'],
      ['wait', expect.any(String)],
    ]);
    const explained = foldVisit(
      visitLog([
        checked('a/1', 'arrival', 'works'),
        checked('a/1', 'departure', 'fails'),
        { type: 'explained', line: 'a/1', reason: 'the customer knows and agreed' },
        ...WALKED_ROUND,
      ]),
    );
    expect(handBackBlocks([RADIO], explained, 0)).toEqual([]);
  });

  it('lets a part that is still to come keep the job open, not the vehicle', () => {
    const log = visitLog([{ type: 'waits', for: 'part', what: 'speaker ring' }, ...WALKED_ROUND]);
    expect(handBackBlocks([], foldVisit(log), 0)).toEqual([]);
    const after = visitLog([
      { type: 'waits', for: 'part', what: 'speaker ring' },
      { type: 'closed' },
      { type: 'waitOver', wait: log[0].id },
    ]);
    expect(foldVisit(after.slice(0, 2)).waits).toHaveLength(1);
    expect(foldVisit(after).waits).toEqual([]);
  });

  it('says of lines that nobody checked on arrival that it was so, without standing against giving back', () => {
    const state = foldVisit(
      visitLog([checked('a/1', 'arrival', 'works'), checked('a/1', 'departure', 'works'), ...WALKED_ROUND]),
    );
    expect(comparedLines([RADIO], state).find(({ line }) => line === RADIO.line)!.comparison).toBe('not-checked');
    expect(handBackBlocks([RADIO], state, 0)).toEqual([]);
  });

  it('stands against giving back until every side was looked at again, and somebody signed or said why not', () => {
    const [first, ...rest] = WALKED_ROUND;
    const codes = (facts: VisitFact[]) => handBackBlocks([], foldVisit(visitLog(facts)), 0).map(({ code }) => code);
    expect(codes([])).toEqual([...rest.map(() => 'view'), 'signature']);
    expect(codes(rest)).toEqual(['view']);
    expect(codes([first, ...rest.slice(0, -1)])).toEqual(['signature']);
    expect(codes(WALKED_ROUND)).toEqual([]);
    // A mark on a side is a look at it.
    expect(codes([...rest, { type: 'marked', view: 'left', x: 0.5, y: 0.5, kind: 'chip', walk: 'departure' }])).toEqual(
      [],
    );
  });

  it('names the zones in which nothing was checked', () => {
    const state = foldVisit(visitLog([checked(RADIO.line, 'arrival', 'works')]));
    const door = { line: 'rear-door.left/lock', group: 'Rear door, left', words: 'Lock' };
    expect([unaskedGroups([RADIO, door], state, 'arrival'), unaskedGroups([RADIO], state, 'arrival')]).toEqual([
      ['Rear door, left'],
      [],
    ]);
  });

  it('knows whose word it was that there is no check-in', () => {
    const [state] = [foldVisit(visitLog([{ type: 'checkInSkipped', reason: 'our own vehicle' }]))];
    expect(state.checkInSkipped).toMatchObject({ reason: 'our own vehicle' });
  });

  it('lists each line once: asked, answered, or added by hand', () => {
    const state = foldVisit(visitLog([checked(RADIO.line, 'arrival', 'works'), checked('own/1', 'arrival', 'works')]));
    expect(comparedLines([RADIO, { ...RADIO, line: 'vehicle/start' }], state).map(({ line }) => line)).toEqual([
      RADIO.line,
      'vehicle/start',
      'own/1',
    ]);
  });

  it('may call “already so” only what did not work on arrival, here or on the whole vehicle', () => {
    const state = foldVisit(
      visitLog([
        checked('rear-door.left/speaker', 'arrival', 'intermittent', 'when warm'),
        checked('rear-door.right/lock', 'arrival', 'fails'),
        checked('vehicle/clock', 'arrival', 'fails'),
        checked('rear-door.left/lock', 'arrival', 'works'),
      ]),
    );
    expect(faultsOnArrival(state, 'rear-door.left').map(({ line }) => line)).toEqual([
      'rear-door.left/speaker',
      'vehicle/clock',
    ]);
    expect(resultWords(state.lines.get('rear-door.left/speaker')!.arrival!)).toBe('works only sometimes: when warm');
    expect(
      ['works', 'fails', 'not-fitted'].map((result) => resultWords({ result: result as CheckResult, condition: null })),
    ).toEqual(['works', 'does not work', 'not fitted']);
  });
});
