/** The states of one layer of the search: equally many members done. Grows as it fills. */
export class Layer {
  length = 0;
  sets: Int32Array;
  last: Int32Array;
  parent: Int32Array;
  cost: Int32Array;
  /** Cost plus the least that is still to come. */
  bound: Int32Array;
  into: Int32Array;
  paired: Int32Array;
  alive: Uint8Array;
  /** The next state with the same set; -1 at the end. */
  sibling: Int32Array;

  constructor(
    private readonly words: number,
    private capacity = 1024,
  ) {
    this.sets = new Int32Array(capacity * words);
    this.last = new Int32Array(capacity);
    this.parent = new Int32Array(capacity);
    this.cost = new Int32Array(capacity);
    this.bound = new Int32Array(capacity);
    this.into = new Int32Array(capacity);
    this.paired = new Int32Array(capacity);
    this.alive = new Uint8Array(capacity);
    this.sibling = new Int32Array(capacity);
  }

  /** Room for one more state; its number. */
  add(): number {
    if (this.length === this.capacity) this.grow();
    this.length += 1;
    return this.length - 1;
  }

  private grow(): void {
    this.capacity *= 2;
    const wider = (from: Int32Array, per = 1) => {
      const to = new Int32Array(this.capacity * per);
      to.set(from);
      return to;
    };
    this.sets = wider(this.sets, this.words);
    this.last = wider(this.last);
    this.parent = wider(this.parent);
    this.cost = wider(this.cost);
    this.bound = wider(this.bound);
    this.into = wider(this.into);
    this.paired = wider(this.paired);
    this.sibling = wider(this.sibling);
    const alive = new Uint8Array(this.capacity);
    alive.set(this.alive);
    this.alive = alive;
  }
}
