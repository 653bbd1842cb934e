import fc from 'fast-check';
import type { Fastener, Link, Part, ProcedureDocument, Work } from '@/core/document';

const KINDS = ['screw', 'push-clip', 'tab', 'push-pin', 'rivet', 'bolt', 'hook', 'butyl'] as const;
const DRIVES = ['T20', 'T25', 'hex 7 mm', 'PH2'];
const MOTIONS = ['pry-front', 'pull', 'lift', 'hinge-rear', 'slide-up'];
const PART_KINDS = ['cover', 'panel', 'switch', 'speaker', 'trim', 'shield'];

interface Seed {
  behind: number[];
  free: boolean;
  kind: number;
  fasteners: {
    kind: number;
    drive: number;
    count: number;
    behind: number | null;
    second: number | null;
    stays: boolean;
    when: boolean;
  }[];
  link: { srs: boolean; to: number | null } | null;
  on: number | null;
  when: 'power' | 'crank' | null;
  work: { phase: 'apart' | 'fit' | 'back'; undo: boolean; named: boolean; leaves: boolean } | null;
  region: boolean;
  offToSeat: number | null;
}

const seed: fc.Arbitrary<Seed> = fc.record({
  behind: fc.array(fc.nat(20), { maxLength: 2 }),
  free: fc.boolean(),
  kind: fc.nat(PART_KINDS.length - 1),
  fasteners: fc.array(
    fc.record({
      kind: fc.nat(KINDS.length - 1),
      drive: fc.nat(3),
      count: fc.integer({ min: 1, max: 9 }),
      behind: fc.option(fc.nat(20)),
      second: fc.option(fc.nat(20), { freq: 5 }),
      stays: fc.boolean(),
      when: fc.boolean(),
    }),
    { maxLength: 3 },
  ),
  link: fc.option(fc.record({ srs: fc.boolean(), to: fc.option(fc.nat(20), { freq: 3 }) })),
  on: fc.option(fc.nat(20), { freq: 6 }),
  when: fc.option(fc.constantFrom('power' as const, 'crank' as const), { freq: 4 }),
  work: fc.option(
    fc.record({
      phase: fc.constantFrom('apart' as const, 'fit' as const, 'back' as const),
      undo: fc.boolean(),
      named: fc.boolean(),
      leaves: fc.boolean(),
    }),
    { freq: 3 },
  ),
  region: fc.boolean(),
  offToSeat: fc.option(fc.nat(20), { freq: 5 }),
});

/**
 * `areas: false` leaves out what can be peeled in part or must be off for a seat.
 * Layered procedures without loops through covers: a part lies behind earlier parts only. `before` rules and shared
 * fasteners may still close a loop; callers leave those out with the checker.
 */
export function procedures(
  options: {
    maxParts?: number;
    srs?: boolean;
    routes?: boolean;
    areas?: boolean;
    id?: string;
    side?: 'left' | 'right';
  } = {},
): fc.Arbitrary<ProcedureDocument> {
  return fc
    .tuple(
      fc.array(seed, { minLength: 1, maxLength: options.maxParts ?? 6 }),
      fc.array(fc.tuple(fc.nat(30), fc.nat(30)), { maxLength: 2 }),
    )
    .map(([seeds, rules]) => build(seeds, rules, options));
}

function build(
  seeds: Seed[],
  rules: [number, number][],
  options: { srs?: boolean; routes?: boolean; areas?: boolean; id?: string; side?: 'left' | 'right' },
): ProcedureDocument {
  const parts: Part[] = [];
  const fasteners: Fastener[] = [];
  const links: Link[] = [];
  const work: Work[] = [];
  seeds.forEach((one, i) => {
    const id = `p${i}`;
    const earlier = (n: number) => `p${n % i}`;
    const need = (n: number) => {
      const state = one.free ? (seeds[n % i].region && options.areas !== false ? ':free@low' : ':free') : '';
      return seeds[n % i].work?.named && one.kind === 2 ? `w${n % i}` : `${earlier(n)}${state}`;
    };
    const behind = i === 0 ? [] : [...new Set(one.behind.map(need))];
    parts.push({
      id,
      kind: PART_KINDS[one.kind],
      motions: [MOTIONS[i % 5], 'pull'],
      behind,
      shape: [
        [i * 40, 10],
        [i * 40 + 30, 10],
        [i * 40 + 30, 60],
        [i * 40, 60],
      ],
      ...(one.on !== null && i > 0 && !behind.length ? { on: earlier(one.on) } : {}),
      ...(one.when ? { when: { windows: one.when } } : {}),
      ...(one.region && options.areas !== false
        ? {
            regions: {
              low: [
                [i * 40, 10],
                [i * 40 + 30, 10],
                [i * 40 + 30, 19],
                [i * 40, 19],
              ],
            },
          }
        : {}),
      ...(one.offToSeat !== null && i > 0 && options.areas !== false ? { offToSeat: [earlier(one.offToSeat)] } : {}),
    });
    if (one.work)
      work.push({
        id: `w${i}`,
        kind: 'cut',
        needs: [id],
        phase: one.work.phase,
        for: 'kit',
        ...(one.work.undo ? { undo: 'as it was' } : {}),
        ...(one.work.leaves ? { leaves: ['swarf', 'bare-edge'] } : {}),
      });
    one.fasteners.forEach((f, j) =>
      fasteners.push({
        id: `f${i}-${j}`,
        kind: KINDS[f.kind],
        count: f.count,
        holds: f.second !== null && i > 0 && `p${f.second % (i + 1)}` !== id ? [id, `p${f.second % (i + 1)}`] : id,
        ...(f.kind === 0 || f.kind === 5 ? { drive: DRIVES[f.drive], length: 20, thread: 'M5' } : {}),
        ...(f.behind !== null && i > 0 ? { behind: [earlier(f.behind)] } : {}),
        ...(f.stays && KINDS[f.kind] === 'push-clip' ? { staysOn: id } : {}),
        ...(f.when ? { when: { windows: 'power' } } : {}),
        at: [[i * 40 + j, 20]],
      }),
    );
    if (one.link) {
      links.push({
        id: `l${i}`,
        kind: 'connector',
        joins: [id, one.link.to !== null && i > 0 ? earlier(one.link.to) : 'body'],
        ...(one.link.srs && options.srs !== false ? { safety: 'srs' as const } : {}),
      });
    }
  });
  const ids = [...parts, ...fasteners, ...links, ...work].map((item) => item.id);
  return {
    format: 'pezzo-procedure/1',
    id: options.id ?? 'made',
    title: 'Made for a test',
    applies: [{ make: 'Velden', model: 'Kite' }],
    zone: 'front-door',
    side: options.side ?? 'left',
    options: { windows: ['power', 'crank'] },
    map: { width: 1000, height: 600, outline: 'front-door' },
    parts,
    fasteners,
    links,
    work,
    before: rules
      .map(([a, b]) => ({ first: ids[a % ids.length], then: ids[b % ids.length] }))
      .filter((rule) => rule.first !== rule.then),
    recordedOrder: [...ids].reverse(),
    routes: options.routes
      ? seeds.flatMap((one, i) =>
          i < 2 || one.kind % 2
            ? []
            : [
                {
                  of: `p${i}`,
                  anyOf: [[`p${i - 1}`], [...new Set([`p${(one.kind + i) % i}`, `p${one.behind.length % i}`])]],
                },
              ],
        )
      : [],
  };
}
