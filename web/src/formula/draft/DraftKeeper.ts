import {
  type Conflict,
  type FormulaDocument,
  formulaQuery,
  Problem,
  queries,
  type Stale,
  saveDraft,
} from '@/api';
import { History } from './History';
import { keepHere, type Unsent, unsent } from './keep';

const PAUSE_MS = 500;
const RETRY_MS = 2500;

export type Keeping =
  | { state: 'kept'; at: Date }
  | { state: 'typing' | 'keeping' | 'offline' | 'signed-out' }
  | { state: 'refused'; why: string }
  | { state: 'conflict'; conflicts: Conflict[] };

interface Snapshot {
  document: FormulaDocument;
  keeping: Keeping;
  back: boolean;
  forth: boolean;
  /** Whether somebody else's change came in since the formula was opened. */
  merged: boolean;
}

type Shown = Pick<Snapshot, 'document' | 'keeping'>;

/**
 * Keeps a draft: every change is kept in the browser at once and by the server a moment later. A lost
 * connection keeps typing here and sends it later; a save that comes too late is merged, and asks only
 * where both changed the same thing.
 */
export class DraftKeeper {
  private shown: Snapshot;
  private base: number;
  private dirty: boolean;
  private busy = false;
  private timer: number | undefined;
  private listeners = new Set<() => void>();
  private readonly history = new History();
  private merged = false;

  constructor(
    private readonly kitchen: string,
    private readonly formula: number,
    opened: Unsent,
  ) {
    const left = unsent(kitchen, formula);
    this.base = (left ?? opened).revision;
    this.dirty = left !== null;
    const keeping: Keeping = left ? { state: 'typing' } : { state: 'kept', at: new Date() };
    this.shown = {
      document: (left ?? opened).document,
      keeping,
      back: false,
      forth: false,
      merged: false,
    };
  }

  get revision(): number {
    return this.base;
  }

  readonly snapshot = (): Snapshot => this.shown;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    if (this.dirty) this.later(0);
    const back = () => this.later(0);
    window.addEventListener('online', back);
    return () => {
      this.listeners.delete(listener);
      window.removeEventListener('online', back);
      void this.send();
    };
  };

  readonly change = (document: FormulaDocument, key = ''): void => {
    this.history.note(this.shown.document, key);
    this.take(document);
  };

  readonly undo = (): void => this.take(this.history.undo(this.shown.document));
  readonly redo = (): void => this.take(this.history.redo(this.shown.document));

  private take(document: FormulaDocument | undefined): void {
    if (!document) return;
    this.dirty = true;
    const offline = this.shown.keeping.state === 'offline';
    this.show({ document, keeping: offline ? this.shown.keeping : { state: 'typing' } });
    this.keep();
    this.later(PAUSE_MS);
  }

  /** Send what is not kept yet; true when the server has everything that was typed. */
  readonly send = async (): Promise<boolean> => {
    if (this.busy || !this.dirty || this.shown.keeping.state === 'conflict') return !this.dirty;
    this.busy = true;
    const sent = this.shown.document;
    if (this.shown.keeping.state !== 'offline') this.show({ document: sent, keeping: { state: 'keeping' } });
    try {
      this.base = (await saveDraft(this.kitchen, this.formula, this.base, sent)).revision;
      this.dirty = this.shown.document !== sent;
      // The next screen of this formula opens with what is kept now, not with what was loaded once.
      queries.setQueryData(
        formulaQuery(this.kitchen, this.formula).queryKey,
        (opened) => opened && { ...opened, revision: this.base, document: sent as typeof opened.document },
      );
      this.keep();
      this.say(this.dirty ? { state: 'typing' } : { state: 'kept', at: new Date() });
      if (this.dirty) this.later(PAUSE_MS);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.settle(error, sent);
    } finally {
      this.busy = false;
    }
    return !this.dirty;
  };

  private settle(problem: Problem, sent: FormulaDocument): void {
    if (problem.status === 409) {
      // Typed on while it was on its way: the newer draft is sent, and merged in its turn.
      if (this.shown.document !== sent) this.later(0);
      else this.adopt(problem.body as Stale);
    } else if (problem.offline) {
      this.say({ state: 'offline' });
      this.later(RETRY_MS);
    } else if (problem.status === 401) {
      this.say({ state: 'signed-out' });
    } else {
      this.say({ state: 'refused', why: problem.detail });
    }
  }

  private adopt(stale: Stale): void {
    this.base = stale.revision;
    this.history.cut();
    this.merged = true;
    const conflicts = stale.conflicts ?? [];
    const keeping: Keeping = conflicts.length ? { state: 'conflict', conflicts } : { state: 'typing' };
    this.show({ document: stale.merged as FormulaDocument, keeping });
    this.keep();
    if (!conflicts.length) this.later(0);
  }

  private later(ms: number): void {
    window.clearTimeout(this.timer);
    this.timer = window.setTimeout(() => void this.send(), ms);
  }

  private keep(): void {
    const left = this.dirty ? { revision: this.base, document: this.shown.document } : null;
    keepHere(this.kitchen, this.formula, left);
  }

  private say(keeping: Keeping): void {
    this.show({ document: this.shown.document, keeping });
  }

  private show(next: Shown): void {
    const { back, forth } = this.history;
    this.shown = { ...next, back, forth, merged: this.merged };
    for (const listener of this.listeners) listener();
  }
}
