const MOST = 8192;

/** What is in a log, for another thread. */
export interface Changes {
  readonly words: readonly number[];
  readonly forgotten: number;
}

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

  /** Tells all who ask that too much changed. */
  addAll(): void {
    this.forgotten += this.words.length + 1;
    this.words = [];
  }

  outline(): Changes {
    return { words: this.words, forgotten: this.forgotten };
  }

  /** Goes on from another thread's log. */
  follow({ words, forgotten }: Changes): void {
    this.words = [...words];
    this.forgotten = forgotten;
  }

  /** The words changed since a moment; null when that is too long ago. */
  since(moment: number): ReadonlySet<number> | null {
    return moment < this.forgotten ? null : new Set(this.words.slice(moment - this.forgotten));
  }
}
