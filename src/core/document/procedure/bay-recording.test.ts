import { describe, expect, it } from 'vitest';
import { made } from '@tests/support/made';
import { type BayFact, comingPart, lastOff, recordInBay } from './bay-recording';

const EMPTY = made([], [], [], { map: { width: 1100, height: 700, outline: 'front-door' }, recordedOrder: [] });
const tell = (facts: BayFact[]) => facts.reduce((document, fact) => recordInBay(document, fact).document, EMPTY);

describe('recording while the panel comes off', () => {
  it('makes what was undone hold what comes off next, in the order of the hands', () => {
    const document = tell([
      { did: 'undone', kind: 'tab', count: 2, behindLast: false },
      { did: 'cameOff', kind: 'cover', behindLast: false },
      { did: 'undone', kind: 'screw', drive: 'T20', count: 2, behindLast: true },
      { did: 'undone', kind: 'push-clip', count: 9, behindLast: false },
      { did: 'unplugged', kind: 'connector', count: 1, behindLast: false },
      { did: 'cameOff', kind: 'panel', behindLast: false },
      { did: 'undone', kind: 'screw', drive: 'T25', count: 4, behindLast: true },
      { did: 'cameOff', kind: 'speaker', behindLast: true },
    ]);
    const [cover, panel, speaker] = document.parts;
    expect(document.parts.map(({ kind }) => kind)).toEqual(['cover', 'panel', 'speaker']);
    expect(document.fasteners.map(({ holds, behind }) => [holds, behind])).toEqual([
      [cover.id, undefined],
      [panel.id, [cover.id]],
      [panel.id, undefined],
      [speaker.id, [panel.id]],
    ]);
    expect(document.links[0].joins).toEqual([panel.id, 'body']);
    expect(speaker.behind).toEqual([panel.id]);
    expect(document.recordedOrder).toEqual(['t1', cover.id, 's1', 'c1', 'l1', panel.id, 's2', speaker.id]);
    expect(comingPart(document)).toBeUndefined();
    expect(lastOff(document)).toEqual(speaker);
  });

  it('keeps what is undone with a part that is still to come, and needs none for what just comes off', () => {
    const waiting = tell([{ did: 'undone', kind: 'screw', drive: 'PH2', count: 1, behindLast: true }]);
    expect(waiting.fasteners[0]).toMatchObject({ holds: comingPart(waiting)!.id, drive: 'PH2' });
    expect(waiting.fasteners[0].behind).toBeUndefined();
    expect(lastOff(waiting)).toBeUndefined();
    expect(tell([{ did: 'cameOff', kind: 'mat', behindLast: false }]).parts).toHaveLength(1);
  });
});
