import type { FormulaDocument } from '@/api';

const TOGETHER_MS = 1200;
const MOST = 200;

/** Steps back and forth through the edit. Typing in one place is one step. */
export class History {
  private past: FormulaDocument[] = [];
  private future: FormulaDocument[] = [];
  private key = '';
  private at = 0;

  get back(): boolean {
    return this.past.length > 0;
  }

  get forth(): boolean {
    return this.future.length > 0;
  }

  /** A change is being made to BEFORE, at the place KEY. */
  note(before: FormulaDocument, key: string): void {
    const now = performance.now();
    const together = key !== '' && key === this.key && now - this.at < TOGETHER_MS;
    if (!together) this.past = [...this.past.slice(1 - MOST), before];
    this.future = [];
    this.key = key;
    this.at = now;
  }

  undo(present: FormulaDocument): FormulaDocument | undefined {
    return this.move(this.past, this.future, present);
  }

  redo(present: FormulaDocument): FormulaDocument | undefined {
    return this.move(this.future, this.past, present);
  }

  /** Somebody else's change came in: a step back over it would take it away from them, so there is none. */
  cut(): void {
    this.past = [];
    this.future = [];
  }

  private move(from: FormulaDocument[], to: FormulaDocument[], present: FormulaDocument) {
    const found = from.pop();
    if (found) to.push(present);
    this.key = '';
    return found;
  }
}
