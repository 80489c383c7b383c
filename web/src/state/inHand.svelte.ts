// What is in hand of a list: one of its things by its number, a new one that is written, or nothing.

export class InHand {
  /** The number of what is in hand. */
  at: number | null = $state(null);
  /** A new one is written. */
  writing = $state(false);

  take(one: number | null): void {
    this.at = one;
    this.writing = false;
  }

  write(): void {
    this.at = null;
    this.writing = true;
  }

  /** The next one of a list, or the one before; from nothing the first or the last. */
  step(numbers: number[], by: 1 | -1): void {
    const at = this.at === null ? -1 : numbers.indexOf(this.at);
    const next = at < 0 ? (by > 0 ? 0 : numbers.length - 1) : Math.max(0, Math.min(numbers.length - 1, at + by));
    const one = numbers[next];
    if (one !== undefined) this.take(one);
  }

  get isEmpty(): boolean {
    return this.at === null && !this.writing;
  }
}
