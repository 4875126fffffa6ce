/** Random numbers that are the same each time: a small linear congruential generator. */
export class Random {
  constructor(private state: number) {}

  /** At least 0, less than `below`. */
  below(below: number): number {
    this.state = (Math.imul(this.state, 1664525) + 1013904223) >>> 0;
    return Math.floor((this.state / 2 ** 32) * below);
  }

  chance(share: number): boolean {
    return this.below(1_000_000) < share * 1_000_000;
  }

  of<T>(list: readonly T[]): T {
    const one = list[this.below(list.length)];
    if (one === undefined) throw new Error('There is nothing to choose from.');
    return one;
  }
}
