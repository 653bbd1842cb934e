/** True where the set at `offset` has the member. */
export const hasBit = (words: Int32Array, offset: number, member: number) =>
  ((words[offset + (member >>> 5)] >>> (member & 31)) & 1) === 1;

/** True where every member of the mask is in the set. */
export function holdsAll(
  words: Int32Array,
  offset: number,
  masks: Int32Array,
  maskOffset: number,
  count: number,
): boolean {
  for (let w = 0; w < count; w += 1) if ((masks[maskOffset + w] & ~words[offset + w]) !== 0) return false;
  return true;
}

/** A hash table from (set, small number) to an integer; open addressing, grows as it fills. */
export class BitTable {
  size = 0;
  values: Int32Array;
  private keys: Int32Array;
  private used: Uint8Array;
  private mask: number;

  constructor(
    private readonly words: number,
    capacity = 1024,
  ) {
    const slots = 2 ** Math.ceil(Math.log2(capacity * 2));
    this.mask = slots - 1;
    this.keys = new Int32Array(slots * (words + 1));
    this.values = new Int32Array(slots);
    this.used = new Uint8Array(slots);
  }

  clear(): void {
    this.used.fill(0);
    this.size = 0;
  }

  /** The slot of a key, made with `value` where it is new; `added` tells which. */
  slot(set: Int32Array, offset: number, extra: number, value: number): number {
    if (this.size * 2 > this.mask) this.grow();
    const at = this.probe(this.keys, this.used, this.mask, set, offset, extra);
    if (this.used[at]) return at;
    this.store(this.keys, this.used, at, set, offset, extra);
    this.values[at] = value;
    this.size += 1;
    return at;
  }

  /** The value of a key; undefined where it has none. */
  get(set: Int32Array, offset: number, extra: number): number | undefined {
    const at = this.probe(this.keys, this.used, this.mask, set, offset, extra);
    return this.used[at] ? this.values[at] : undefined;
  }

  private probe(
    keys: Int32Array,
    used: Uint8Array,
    mask: number,
    set: Int32Array,
    offset: number,
    extra: number,
  ): number {
    const { words } = this;
    let hash = Math.imul(extra + 1, 0x9e3779b1);
    for (let w = 0; w < words; w += 1) hash = Math.imul(hash ^ set[offset + w], 0x85ebca6b) ^ (hash >>> 13);
    let at = (hash ^ (hash >>> 16)) & mask;
    for (;;) {
      if (!used[at]) return at;
      const key = at * (words + 1);
      let same = keys[key + words] === extra;
      for (let w = 0; same && w < words; w += 1) same = keys[key + w] === set[offset + w];
      if (same) return at;
      at = (at + 1) & mask;
    }
  }

  private store(keys: Int32Array, used: Uint8Array, at: number, set: Int32Array, offset: number, extra: number): void {
    const key = at * (this.words + 1);
    for (let w = 0; w < this.words; w += 1) keys[key + w] = set[offset + w];
    keys[key + this.words] = extra;
    used[at] = 1;
  }

  private grow(): void {
    const slots = (this.mask + 1) * 2;
    const keys = new Int32Array(slots * (this.words + 1));
    const values = new Int32Array(slots);
    const used = new Uint8Array(slots);
    for (let at = 0; at <= this.mask; at += 1) {
      if (!this.used[at]) continue;
      const key = at * (this.words + 1);
      const to = this.probe(keys, used, slots - 1, this.keys, key, this.keys[key + this.words]);
      this.store(keys, used, to, this.keys, key, this.keys[key + this.words]);
      values[to] = this.values[at];
    }
    this.keys = keys;
    this.values = values;
    this.used = used;
    this.mask = slots - 1;
  }
}
