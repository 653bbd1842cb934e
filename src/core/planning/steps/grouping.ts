/**
 * Groups of actions that grow together as long as no group comes to wait for itself. Positions are those of `before`, the direct
 * precedence of the actions, which must be free of loops.
 */
export class Grouping {
  private readonly groupOf: number[];
  private readonly members: number[][];
  private readonly followers: number[][];

  constructor(private readonly before: readonly (readonly number[])[]) {
    this.groupOf = before.map((_, at) => at);
    this.members = before.map((_, at) => [at]);
    this.followers = before.map(() => []);
    before.forEach((list, at) => list.forEach((need) => this.followers[need].push(at)));
  }

  /** Joins the groups of two actions; false, and nothing changed, where something outside would have to come between. Linear in the edges. */
  join(a: number, b: number): boolean {
    const [one, other] = [this.groupOf[a], this.groupOf[b]];
    if (one === other) return true;
    if (this.leads(one, other) || this.leads(other, one)) return false;
    for (const member of this.members[other]) this.groupOf[member] = one;
    this.members[one].push(...this.members[other]);
    this.members[other] = [];
    return true;
  }

  /** Whether a chain through other groups leads from one group to another. */
  private leads(from: number, to: number): boolean {
    const next = (group: number) =>
      this.members[group].flatMap((member) => this.followers[member].map((at) => this.groupOf[at]));
    const seen = new Set(next(from).filter((group) => group !== to && group !== from));
    for (const group of seen) {
      for (const follower of next(group)) {
        if (follower === to) return true;
        seen.add(follower);
      }
    }
    return false;
  }

  /** Members of a group in an order that they can be done in, ties by rank. O(n²) in the group. */
  sorted(group: readonly number[], rank: readonly number[]): number[] {
    const left = [...group].sort((a, b) => rank[a] - rank[b]);
    const order: number[] = [];
    while (left.length) {
      const next = left.findIndex((at) => !left.some((other) => other !== at && this.waitsFor(at, other)));
      order.push(...left.splice(Math.max(next, 0), 1));
    }
    return order;
  }

  /** Within one group nothing outside comes between, so direct precedence says all there is. */
  private waitsFor = (at: number, other: number) => this.before[at].includes(other);

  /** Whether two actions are in one group. */
  isTogether = (a: number, b: number) => this.groupOf[a] === this.groupOf[b];

  /** The members of every group, and the direct precedence between groups by their place in that list. */
  groups(): { members: number[][]; before: number[][] } {
    const members = this.members.filter((list) => list.length);
    const placeOf = new Map(members.flatMap((list, place) => list.map((member) => [member, place] as const)));
    const before = members.map((list, place) => {
      const needs = list.flatMap((member) => this.before[member].map((need) => placeOf.get(need)!));
      return [...new Set(needs)].filter((need) => need !== place).sort((a, b) => a - b);
    });
    return { members, before };
  }
}
