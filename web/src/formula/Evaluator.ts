import { Again, ask, type Evaluation, type FormulaDocument, onBack, Problem } from '@/api';

export interface Answer {
  answer: Evaluation | null;
  /** The document that the answer is of. */
  of: FormulaDocument | null;
  /** Why there is no answer to the present document. */
  problem: Problem | null;
}

/**
 * Asks the core for the evaluation of the opened document: at once on each change, one request at a time, the latest
 * wins. The last good answer stays until the next one comes, through a lost connection too.
 */
export class Evaluator {
  private readonly kitchen: string;
  private shown: Answer = { answer: null, of: null, problem: null };
  private wanted: FormulaDocument | null = null;
  private busy = false;
  /** Counts what documents are reckoned with: an answer of before is none. */
  private turn = 0;
  private readonly again = new Again(() => void this.ask());
  private listeners = new Set<() => void>();
  private deaf: (() => void) | null = null;

  constructor(kitchen: string) {
    this.kitchen = kitchen;
  }

  readonly snapshot = (): Answer => this.shown;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    this.deaf ??= onBack(this.now);
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size > 0) return;
      this.again.stop();
      this.deaf?.();
      this.deaf = null;
    };
  };

  readonly want = (document: FormulaDocument): void => {
    if (this.wanted === document && (this.busy || this.again.waiting || this.shown.problem)) return;
    this.wanted = document;
    // While a try is on its way by itself, typing does not hammer at a server that is not there.
    if (this.shown.of === document || this.again.waiting) return;
    this.again.done();
    void this.ask();
  };

  /** Try at once, where there is no answer yet. */
  readonly now = (): void => {
    if (this.wanted !== null && this.shown.of !== this.wanted) this.again.now();
  };

  /** What the document is reckoned with is another: ask anew. */
  readonly afresh = (): void => {
    this.turn += 1;
    this.show({ ...this.shown, of: null });
    this.now();
  };

  private async ask(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    try {
      while (this.wanted !== null && this.shown.of !== this.wanted) {
        const { wanted: of, turn } = this;
        const answer = await ask(this.kitchen, 'evaluate', of, {});
        this.show({ answer, of: turn === this.turn ? of : null, problem: null });
        this.again.done();
      }
    } catch (problem) {
      if (!(problem instanceof Problem)) throw problem;
      this.again.after(problem);
      this.show({ ...this.shown, problem });
    } finally {
      this.busy = false;
    }
  }

  private show(next: Answer): void {
    this.shown = next;
    for (const listener of this.listeners) listener();
  }
}
