import type { StepName, Steps } from '../steps/index.js';

/** One step of the pipeline: never done twice at once, waited for only so long, and noted how it went. */
export class Step {
  private running: Promise<void> | null = null;
  /** Whether it was given up waiting for, and has not ended since. */
  private isLate = false;
  /** Whether the last run did what it should. */
  private wentWell = false;

  constructor(
    private readonly name: StepName,
    private readonly work: () => Promise<unknown>,
    private readonly steps: Pick<Steps, 'did' | 'failed' | 'toldAt'>,
  ) {}

  /**
   * Does it once from its beginning; what is under way already is waited for first. One that takes longer than it may,
   * and says nothing of itself meanwhile, goes on by itself, and is not waited for again before it has ended. It never throws: how it went is noted, and given.
   */
  async run(withinMs: number): Promise<boolean> {
    if (this.isLate) return false;
    const done = this.after(this.running);
    if (!(await this.isLateBy(withinMs, done)) || !this.running) return this.wentWell;
    this.isLate = true;
    await this.steps.failed(this.name, `It has not ended within ${withinMs / 1000} seconds.`).catch(() => undefined);
    return false;
  }

  /** What is under way, to be waited for before all ends. */
  async settled(): Promise<void> {
    await this.running;
  }

  /** Whether it is not done so long after it began, or after it last said what it is at. */
  private async isLateBy(ms: number, done: Promise<void>): Promise<boolean> {
    for (let since = Date.now(); ; since = Math.max(since, this.steps.toldAt(this.name))) {
      const left = since + ms - Date.now();
      if (left <= 0) return true;
      let timer: NodeJS.Timeout | undefined;
      const late = new Promise<'late'>((resolve) => (timer = setTimeout(resolve, left, 'late')));
      const first = await Promise.race([done, late]);
      clearTimeout(timer);
      if (first !== 'late') return false;
    }
  }

  private async after(before: Promise<void> | null): Promise<void> {
    await before;
    this.running ??= this.noted().finally(() => {
      this.running = null;
      this.isLate = false;
    });
    await this.running;
  }

  private async noted(): Promise<void> {
    try {
      await this.work();
      this.wentWell = true;
      await this.steps.did(this.name);
    } catch (error) {
      this.wentWell = false;
      await this.steps.failed(this.name, (error as Error).message).catch(() => undefined);
    }
  }
}
