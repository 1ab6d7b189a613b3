import { goOn } from './requestBudget.js';
import { Dropped } from './thread.js';

/** For so long an answer is given to whoever asks the same: what goes by the clock is at most so old. */
const FRESH_MS = 1_000;
/** Characters of a question that is kept; few ask the same longer one. */
const LONGEST_QUESTION = 20_000;

interface Asked<T> {
  readonly at: number;
  readonly answer: Promise<T>;
}

/** Answers that several ask for within a second, each worked out once. */
export class SameAnswers<T> {
  /** By what was asked, the oldest first. */
  private readonly asked = new Map<string, Asked<T>>();

  /** The answer to a question, worked out only if nobody else asked the same just now. */
  async of(question: string, work: () => Promise<T>): Promise<T> {
    if (question.length > LONGEST_QUESTION) return work();
    const now = performance.now();
    for (const [oldest, { at }] of this.asked) {
      if (now - at < FRESH_MS) break;
      this.asked.delete(oldest);
    }
    const known = this.asked.get(question);
    if (!known) return this.begin(question, now, work);
    try {
      return await known.answer;
    } catch (error) {
      // whoever asked first waits no more; this one may
      if (!(error instanceof Dropped)) throw error;
      goOn();
      return work();
    }
  }

  /** Whoever asks from now on is answered anew. */
  forget(question: string): void {
    this.asked.delete(question);
  }

  private begin(question: string, at: number, work: () => Promise<T>): Promise<T> {
    const answer = work();
    this.asked.set(question, { at, answer });
    answer.catch(() => this.asked.delete(question));
    return answer;
  }
}
