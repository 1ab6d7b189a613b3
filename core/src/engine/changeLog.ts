const MOST = 8192;

/** Which words of rows changed, in their order, as far back as is worth looking. */
export class ChangeLog {
  private words: number[] = [];
  private forgotten = 0;

  /** The moment now: a count of changes. */
  get now(): number {
    return this.forgotten + this.words.length;
  }

  add(row: number): void {
    this.words.push(row >>> 5);
    if (this.words.length <= MOST) return;
    this.words = this.words.slice(MOST / 2);
    this.forgotten += MOST / 2;
  }

  /** The words changed since a moment; null when that is too long ago. */
  since(moment: number): ReadonlySet<number> | null {
    return moment < this.forgotten ? null : new Set(this.words.slice(moment - this.forgotten));
  }
}
