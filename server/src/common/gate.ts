/** Lets many read at once or one write alone; who comes first goes first. */
export class Gate {
  private readonly reading = new Set<Promise<unknown>>();
  private writing: Promise<unknown> = Promise.resolve();

  read<T>(work: () => Promise<T>): Promise<T> {
    const run = this.writing.then(work);
    const done: Promise<unknown> = run.then(nothing, nothing).then(() => this.reading.delete(done));
    this.reading.add(done);
    return run;
  }

  write<T>(work: () => Promise<T>): Promise<T> {
    const run = Promise.all([this.writing, ...this.reading]).then(work);
    this.writing = run.then(nothing, nothing);
    return run;
  }
}

function nothing(): void {}
