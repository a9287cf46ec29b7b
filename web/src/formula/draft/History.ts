import type { FormulaDocument } from '@/api';
import { carried, same } from '@/document/carry';

const TOGETHER_MS = 1200;
const MOST = 200;

interface Step {
  before: FormulaDocument;
  after: FormulaDocument;
}

/**
 * Steps back and forth through one's own edit. Typing in one place is one step. A step is taken back wherever the
 * document still holds what it made: what somebody else changed since stays theirs.
 */
export class History {
  private past: Step[] = [];
  private future: Step[] = [];
  private key = '';
  private at = 0;

  get back(): boolean {
    return this.past.length > 0;
  }

  get forth(): boolean {
    return this.future.length > 0;
  }

  /** A change was made, at the place KEY. */
  note(before: FormulaDocument, after: FormulaDocument, key: string): void {
    const now = Date.now();
    const last = this.past.at(-1);
    const together = last && key !== '' && key === this.key && now - this.at < TOGETHER_MS;
    if (together) last.after = after;
    else this.past = [...this.past.slice(1 - MOST), { before, after }];
    this.future = [];
    this.key = key;
    this.at = now;
  }

  /** The document one step back; undefined when there is none of one's own. */
  undo(present: FormulaDocument): FormulaDocument | undefined {
    return this.move(this.past, this.future, present, (step, here) => carried(step.after, step.before, here));
  }

  redo(present: FormulaDocument): FormulaDocument | undefined {
    return this.move(this.future, this.past, present, (step, here) => carried(step.before, step.after, here));
  }

  /**
   * Somebody else's change (from BASE to THEIRS) came in. Where a step began from what they changed it begins from
   * theirs now, and a step of which nothing is one's own any more is forgotten.
   */
  met(base: FormulaDocument, theirs: FormulaDocument, present: FormulaDocument): void {
    this.key = '';
    for (const step of [...this.past, ...this.future]) {
      const before = carried(base, theirs, step.before);
      step.after = carried(step.before, before, step.after);
      step.before = before;
    }
    let here = present;
    const own: Step[] = [];
    for (const step of this.past.toReversed()) {
      const back = carried(step.after, step.before, here);
      if (!same(back, here)) own.unshift(step);
      here = back;
    }
    this.past = own;
  }

  private move(
    from: Step[],
    to: Step[],
    present: FormulaDocument,
    taken: (step: Step, here: FormulaDocument) => FormulaDocument,
  ): FormulaDocument | undefined {
    this.key = '';
    for (let step = from.pop(); step; step = from.pop()) {
      const found = taken(step, present);
      if (same(found, present)) continue;
      to.push(step);
      return found;
    }
    return undefined;
  }
}
