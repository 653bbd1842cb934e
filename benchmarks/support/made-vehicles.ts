import type { Fastener, Link, Part, Point, ProcedureDocument } from '../../src/core/document';

const DRIVES = ['T20', 'T25', 'T30', 'hex 7 mm', 'hex 10 mm', 'PH2'];
const PRY = ['trim-tool', 'pick', 'hand', 'trim-tool'];

interface Panel {
  id: string;
  zone: string;
  side: 'left' | 'right' | 'centre';
  width: number;
  height: number;
}

/** Collects items while a panel is made up. */
class Maker {
  readonly parts: Part[] = [];
  readonly fasteners: Fastener[] = [];
  readonly links: Link[] = [];

  constructor(
    readonly panel: Panel,
    readonly random: () => number,
  ) {}

  pick = <T>(list: T[]): T => list[Math.floor(this.random() * list.length)];
  point = (): Point => [Math.round(this.random() * this.panel.width), Math.round(this.random() * this.panel.height)];
  get actions(): number {
    return this.parts.length * 2 + this.fasteners.length + this.links.length;
  }

  part(id: string, kind: string, at: Point, extra: Partial<Part> = {}): string {
    this.parts.push({
      id,
      kind,
      motions: ['pry-front', 'pull'],
      shape: [
        [at[0] - 30, at[1] - 15],
        [at[0] + 30, at[1] - 15],
        [at[0] + 30, at[1] + 15],
        [at[0] - 30, at[1] + 15],
      ],
      ...extra,
    });
    return id;
  }

  fastener(holds: string, kind: string, at: Point, extra: Partial<Fastener> = {}): void {
    this.fasteners.push({
      id: `f${this.fasteners.length}`,
      holds,
      kind,
      at: [at],
      count: 1 + Math.floor(this.random() * 3),
      ...extra,
    });
  }

  screw(holds: string, at: Point, behind: string[]): void {
    this.fastener(holds, 'screw', at, { drive: this.pick(DRIVES), behind, length: 20, thread: 'M5' });
  }

  link(part: string, extra: Partial<Link> = {}): void {
    this.links.push({
      id: `l${this.links.length}`,
      joins: [part, 'body'],
      kind: this.pick(['connector', 'connector', 'cable']),
      ...extra,
    });
  }

  /** A cover over a screw of the main panel: tab, cover, sometimes a switch on a plug, sometimes under the cover before it. */
  cover(n: number, main: string): void {
    const at = this.point();
    const isSwitch = this.random() < 0.35;
    const under = n > 0 && this.random() < 0.25 ? [`cover-${n - 1}`] : [];
    const id = this.part(`cover-${n}`, isSwitch ? 'switch' : 'cover', at, { tool: this.pick(PRY), behind: under });
    this.fastener(id, this.pick(['tab', 'push-clip', 'tab']), at, {});
    if (isSwitch) this.link(id);
    this.screw(main, [at[0] + 10, at[1]], [id]);
  }

  document(): ProcedureDocument {
    const { id, zone, side, width, height } = this.panel;
    const ids = [...this.parts, ...this.fasteners, ...this.links].map((item) => item.id);
    return {
      format: 'pezzo-procedure/1',
      id,
      title: id,
      applies: [{ make: 'Made', model: 'Up' }],
      zone,
      side,
      map: { width, height, outline: zone },
      parts: this.parts,
      fasteners: this.fasteners,
      links: this.links,
      recordedOrder: this.recorded(ids),
      before: [],
      routes: [],
    };
  }

  /** A person's order: cover by cover as they come, the main panel, then what is behind it. */
  private recorded = (ids: string[]) => [...ids].sort((a, b) => this.rank(a) - this.rank(b));
  private rank(id: string): number {
    const item = [...this.parts, ...this.fasteners, ...this.links].find((one) => one.id === id)!;
    const of = 'holds' in item ? String(item.holds) : 'joins' in item ? item.joins[0] : id;
    const cover = /cover-(\d+)/.exec('behind' in item && item.behind?.length ? `${of} ${item.behind.join(' ')}` : of);
    return cover ? Number(cover[1]) : of === 'main' ? 1000 : 2000;
  }
}

/** A door-like panel of about so many actions: covers over hidden screws, a card on clips, a shield, a speaker; `srs` adds an airbag plug. */
export function madeDoor(panel: Panel, actions: number, random: () => number, srs = false): ProcedureDocument {
  const maker = new Maker(panel, random);
  maker.part('main', 'panel', [panel.width / 2, panel.height / 2], { behind: [], tool: 'trim-tool' });
  maker.fastener('main', 'push-clip', [panel.width / 2, 20], { staysOn: 'main' });
  maker.fastener('main', 'hook', [panel.width / 2, panel.height - 20], { behind: [] });
  maker.link('main');
  if (srs) maker.link('main', { kind: 'connector', safety: 'srs' });
  maker.part('speaker', 'speaker', [panel.width * 0.3, panel.height * 0.25], { behind: ['main'], motions: ['pull'] });
  maker.screw('speaker', [panel.width * 0.3, panel.height * 0.3], ['main']);
  maker.link('speaker');
  for (let n = 0; maker.actions < actions - 4; n += 1) maker.cover(n, 'main');
  while (maker.actions < actions) maker.screw('main', maker.point(), []);
  return maker.document();
}

/** A dash-like panel: many trims side by side, most with screws in sight, modules on plugs behind some. */
export function madeDash(panel: Panel, actions: number, random: () => number): ProcedureDocument {
  const maker = new Maker(panel, random);
  for (let n = 0; maker.actions < actions - 4; n += 1) {
    const at = maker.point();
    const behind = n > 1 && random() < 0.4 ? [`trim-${Math.floor(random() * n)}`] : [];
    const id = maker.part(`trim-${n}`, random() < 0.3 ? 'module' : 'trim', at, { behind, tool: maker.pick(PRY) });
    if (random() < 0.8) maker.screw(id, at, behind);
    if (random() < 0.5) maker.fastener(id, 'tab', [at[0] + 12, at[1]], {});
    if (random() < 0.3) maker.link(id);
  }
  while (maker.actions < actions) maker.screw('trim-0', maker.point(), []);
  return maker.document();
}

const door = (id: string, zone: string, side: Panel['side']): Panel => ({
  id,
  zone,
  side,
  width: zone === 'front-door' ? 1100 : 980,
  height: 680,
});
const panel = (id: string, zone: string, side: Panel['side'], width: number, height: number): Panel => ({
  id,
  zone,
  side,
  width,
  height,
});

/** Whole vehicles of about so many actions, with everything wanted off. */
export function madeVehicle(actions: number, random: () => number): ProcedureDocument[] {
  if (actions <= 35) return [madeDoor(door('door', 'front-door', 'left'), actions, random)];
  if (actions <= 64) return [madeDash(panel('dash', 'dash-top', 'centre', 1400, 500), actions, random)];
  const doors: [string, string, Panel['side']][] = [
    ['fl', 'front-door', 'left'],
    ['fr', 'front-door', 'right'],
    ['rl', 'rear-door', 'left'],
    ['rr', 'rear-door', 'right'],
  ];
  if (actions <= 100)
    return doors
      .slice(0, 3)
      .map(([id, zone, side], n) => madeDoor(door(id, zone, side), Math.round((actions - 3) / 3), random, n === 0));
  const size = actions <= 200 ? 35 : actions <= 500 ? 45 : 60;
  const rest = actions - 4 * size;
  const dash = Math.min(64, rest);
  const made = [
    ...doors.map(([id, zone, side]) => madeDoor(door(id, zone, side), size, random)),
    madeDash(panel('dash', 'dash-top', 'centre', 1400, 500), dash, random),
  ];
  const others: [string, string, Panel['side'], number, number][] = [
    ['kick-l', 'kick-panel', 'left', 400, 500],
    ['kick-r', 'kick-panel', 'right', 400, 500],
    ['tail', 'tailgate', 'centre', 1200, 800],
    ['quarter-l', 'rear-quarter', 'left', 1000, 700],
    ['quarter-r', 'rear-quarter', 'right', 1000, 700],
    ['seat', 'rear-seat', 'centre', 1300, 900],
    ['load-l', 'load-side', 'left', 1000, 700],
    ['load-r', 'load-side', 'right', 1000, 700],
    ['roof', 'roof', 'centre', 1200, 1800],
    ['shelf', 'parcel-shelf', 'centre', 1200, 500],
    ['console', 'centre-stack', 'centre', 500, 600],
    ['sill-l', 'sill', 'left', 1600, 200],
    ['sill-r', 'sill', 'right', 1600, 200],
  ];
  const left = rest - dash;
  const share = Math.max(10, Math.min(60, Math.ceil(left / others.length)));
  for (let n = 0, used = 0; used < left && n < others.length; n += 1, used += share)
    made.push(madeDoor(panel(...others[n]), Math.min(share, Math.max(10, left - used)), random));
  return made;
}
