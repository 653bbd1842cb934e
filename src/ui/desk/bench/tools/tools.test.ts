import { describe, expect, it } from 'vitest';
import { PezzoError } from '@/core/errors';
import { BENCH_TOOLS, valuesOf } from '.';

const tool = (code: string) => BENCH_TOOLS.find((one) => one.code === code)!;
const startOf = (code: string) => Object.fromEntries(tool(code).fields.map(({ key, start }) => [key, start]));
const answer = (code: string, typed: Record<string, string> = {}) =>
  tool(code).answer(valuesOf(tool(code).fields, { ...startOf(code), ...typed }));

describe('the tools of the bench', () => {
  it.each(BENCH_TOOLS.map(({ code }) => code))('%s has an answer from the start, in one sentence', (code) => {
    const { said, figures } = answer(code);
    expect(said.words).toMatch(/^[A-Z0-9].*\.$/);
    expect(figures.length).toBeGreaterThan(0);
  });

  it.each<[string, Record<string, string>, string, string]>([
    ['depth', {}, 'sure', 'Take 6 mm. It holds with every reading 1.5 mm off.'],
    ['depth', { sheets: '2' }, 'sure', 'Take 2 mm + 2 mm = 4 mm.'],
    ['depth', { depth: '3 1/4"' }, 'no', 'Does not fit: behind needs at least 25.6 mm, in front allows at most 12 mm.'],
    ['hole', { layers: 'card 3; ply 12; steel 0.8' }, 'sure', '2.2 mm into the steel'],
    ['hole', { toEdge: '4' }, 'no', 'too near the edge'],
    ['pad', { watts: '100' }, 'sure', 'in series'],
    ['load', { bridged: 'yes', bridgedMinimum: '2' }, 'sure', '2 Ω'],
    ['depth', { baffle: '6' }, 'sure', 'Screw it straight on'],
    ['depth', { sheets: '100' }, 'exact', 'Make a spacer of 2.5 mm to 10.5 mm'],
    ['depth', { toGlass: '90' }, 'sure', 'Screw it straight on'],
    ['depth', { toRegulator: '55', regulator: 'behind' }, 'exact', 'Take 9 mm.'],
    ['ring', { 'speaker.cutout': '5 3/4 in' }, 'no', 'wider than the hole in the door'],
    ['ring', { 'speaker.basket': '190' }, 'sure', 'chamfer or rebate'],
    ['drill', { size: '#29', sets: 'metric' }, 'sure', 'Take the 3.5 mm drill'],
    ['drill', { size: '3,2', sets: 'fraction' }, 'sure', 'Take the 1/8 in drill'],
    ['load', { circuit: '4 || 4 || 4' }, 'no', '1.33 Ω'],
    ['load', { circuit: '4 + 4' }, 'sure', '8 Ω'],
    ['load', { circuit: '4', bridged: 'yes', amplifierMinimum: '4' }, 'no', 'less than 8 Ω'],
    ['ring', { school: 'frame' }, 'exact', 'Not reversible'],
    ['oval', { 'speaker.circle': '192', 'speaker.cutout': '181' }, 'no', 'too near the rim'],
    ['oval', { measured: '-120 -90; 120 -90; 120 90; -120 90' }, 'sure', 'of material stays'],
    ['hole', { behind: '2' }, 'no', 'mark another place'],
    ['hole', { for: 'boot-door' }, 'exact', 'step drill to 26 mm'],
    ['hole', { for: 'clearance', screw: '5' }, 'sure', 'take the 5.5 mm drill'],
    ['level', { 'a.watts': '200' }, 'exact', 'a pad of −9 dB'],
    ['level', { setting: '-3' }, 'sure', 'Even'],
    ['factory', { drivers: 'woofer 2 → 4' }, 'exact', 'Woofer 3 dB quieter'],
    ['factory', { drivers: 'woofer 4 -> 2' }, 'no', 'overloaded'],
    ['pad', { db: '+3' }, 'no', 'only attenuates'],
    ['wire', { thick: '18 AWG', metres: '8' }, 'exact', 'thicker'],
    ['wire', { thick: '2,5 mm²' }, 'sure', 'Thick enough'],
    ['aim', { tilt: '80' }, 'exact', 'towards the ears'],
    ['aim', { tilt: '80', mounted: '90' }, 'sure', '0° off its axis'],
  ])('%s of %j', (code, typed, standing, words) => {
    const { said } = answer(code, typed);
    expect([said.standing, said.words]).toEqual([standing, expect.stringContaining(words)]);
  });

  it.each<[string, Record<string, string>, string]>([
    ['depth', { depth: '2 m' }, 'depth'],
    ['depth', { toGlass: '' }, 'toGlass'],
    ['depth', { grilleGap: '-3' }, 'grilleGap'],
    ['ring', { 'factory.count': '2.5' }, 'factory.count'],
    ['drill', { size: 'wide' }, 'size'],
    ['capacitor', { ohms: '0' }, 'ohms'],
    ['aim', { axis: '0, 0' }, 'axis'],
    ['aim', { tilt: '90' }, 'tilt'],
    ['aim', { at: '1' }, 'at'],
    ['load', { circuit: '4 ||' }, 'circuit'],
    ['hole', { screw: '3.3' }, 'screw'],
    ['factory', { drivers: 'woofer' }, 'drivers'],
    ['level', { 'a.watts': '0' }, 'a.watts'],
    ['oval', { measured: '1 2; 3' }, 'measured'],
  ])('%s refuses %j by the field', (code, typed, field) => {
    expect(() => answer(code, typed)).toThrow(PezzoError);
    expect(() => answer(code, typed)).toThrow(`“${field}`);
  });
});
