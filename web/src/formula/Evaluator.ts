import { ask, type Evaluation, type FormulaDocument } from '@/api';

const RETRY_MS = 2500;

export interface Answer {
  answer: Evaluation | null;
  /** The document that the answer is of. */
  of: FormulaDocument | null;
}

/**
 * Asks the core for the evaluation of what is on the bench: at once on each change, one request at a time, the latest
 * wins. The last good answer stays until the next one comes, through a lost connection too.
 */
export class Evaluator {
  private shown: Answer = { answer: null, of: null };
  private wanted: FormulaDocument | null = null;
  private busy = false;
  private timer: number | undefined;
  private listeners = new Set<() => void>();

  constructor(private readonly kitchen: string) {}

  readonly snapshot = (): Answer => this.shown;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => {
      this.listeners.delete(listener);
      window.clearTimeout(this.timer);
    };
  };

  readonly want = (document: FormulaDocument): void => {
    this.wanted = document;
    if (this.shown.of !== document) void this.ask();
  };

  private async ask(): Promise<void> {
    if (this.busy) return;
    this.busy = true;
    window.clearTimeout(this.timer);
    try {
      let asked: FormulaDocument | null = null;
      while (this.wanted !== null && asked !== this.wanted) {
        asked = this.wanted;
        const answer = await ask(this.kitchen, 'evaluate', asked, {});
        this.shown = { answer, of: asked };
        for (const listener of this.listeners) listener();
      }
    } catch {
      this.timer = window.setTimeout(() => void this.ask(), RETRY_MS);
    } finally {
      this.busy = false;
    }
  }
}
