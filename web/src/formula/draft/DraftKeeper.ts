import { Again, type Conflict, type FormulaDocument, NOT_YET, Problem, type Stale, signedInAs } from '@/api';
import { same } from '@/document/carry';
import { History } from './History';
import { keepHere, type Unsent, unsent } from './keep';
import { FORMULAS, type Store } from './stores';

const PAUSE_MS = 500;
const MOST_SAVES = 4;

export type Keeping =
  | { state: 'kept'; at: Date }
  | { state: 'typing' | 'keeping' }
  /** Not kept, and why; AGAIN says that it is tried again by itself. */
  | { state: 'trouble'; problem: Problem; again: boolean }
  | { state: 'conflict'; conflicts: Conflict[] };

interface Snapshot {
  document: FormulaDocument;
  /** The formula's number; NOT_YET until the server has it. */
  formula: number;
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
 * where both changed the same thing. What others save comes in when nothing of one's own is on its way.
 */
export class DraftKeeper {
  private readonly kitchen: string;
  /** Who types: what they leave unsent stays theirs. */
  private readonly author = signedInAs();
  private formula: number;
  private readonly onBegun: (formula: number) => void;
  private readonly store: Store;
  private shown: Snapshot;
  private base: number;
  /** The document at that revision; null while only the server knows it. */
  private kept: FormulaDocument | null;
  private heard = 0;
  private dirty: boolean;
  private pushing: Promise<void> | null = null;
  private looking = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly again = new Again(() => void this.push());
  private readonly lookAgain = new Again(() => void this.look());
  private listeners = new Set<() => void>();
  private readonly history = new History();
  private merged = false;

  /** ONBEGUN is told the number of a formula that the server had not got, once it has; STORE is where it is kept. */
  constructor(
    kitchen: string,
    formula: number,
    opened: Unsent,
    onBegun: (formula: number) => void = () => {},
    store: Store = FORMULAS,
  ) {
    this.kitchen = kitchen;
    this.formula = formula;
    this.onBegun = onBegun;
    this.store = store;
    const left = unsent(kitchen, store.item(formula), this.author);
    this.base = (left ?? opened).revision;
    this.dirty = left !== null;
    const keeping: Keeping = left ? { state: 'typing' } : { state: 'kept', at: new Date() };
    const { document } = left ?? opened;
    this.kept = left ? null : document;
    this.shown = { document, keeping, formula, back: false, forth: false, merged: false };
  }

  get revision(): number {
    return this.base;
  }

  /** Whether nobody looks at it and nothing of it is still to be sent. */
  get idle(): boolean {
    return this.listeners.size === 0 && !this.dirty;
  }

  readonly snapshot = (): Snapshot => this.shown;

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    if (this.dirty) this.later(0);
    return () => {
      this.listeners.delete(listener);
      if (this.listeners.size === 0) this.lookAgain.stop();
      void this.push();
    };
  };

  readonly change = (document: FormulaDocument, key = ''): void => {
    this.history.note(this.shown.document, document, key);
    this.take(document);
  };

  readonly undo = (): void => this.take(this.history.undo(this.shown.document));
  readonly redo = (): void => this.take(this.history.redo(this.shown.document));

  private take(document: FormulaDocument | undefined): void {
    const { keeping } = this.shown;
    if (!document) {
      // Steps that were nobody's own any more are gone all the same.
      this.say(keeping);
      return;
    }
    this.dirty = true;
    this.show({ document, keeping: keeping.state === 'trouble' ? keeping : { state: 'typing' } });
    this.keep();
    // While a try is on its way by itself, typing does not hammer at a server that is not there.
    if (this.again.waiting) return;
    this.again.done();
    this.later(PAUSE_MS);
  }

  /** Send what is not kept yet; true when the server has everything that was typed. */
  readonly send = async (): Promise<boolean> => {
    // What came in while one save was on its way is one more; somebody who types on is not run after.
    for (let tries = 0; this.dirty && tries < MOST_SAVES; tries += 1) {
      await (this.pushing ?? this.push());
      if (this.shown.keeping.state === 'trouble' || this.shown.keeping.state === 'conflict') break;
    }
    return !this.dirty;
  };

  private async push(): Promise<void> {
    if (this.pushing || !this.dirty || this.shown.keeping.state === 'conflict') return;
    this.pushing = this.save(this.shown.document).finally(() => {
      this.pushing = null;
      this.catchUp();
    });
    await this.pushing;
  }

  private async save(sent: FormulaDocument): Promise<void> {
    clearTimeout(this.timer);
    this.again.stop();
    if (this.shown.keeping.state !== 'trouble') this.say({ state: 'keeping' });
    try {
      this.base = (await this.handOver(sent)).revision;
      this.kept = sent;
      this.again.done();
      this.dirty = this.shown.document !== sent;
      this.keep();
      this.say(this.dirty ? { state: 'typing' } : { state: 'kept', at: new Date() });
      if (this.dirty) this.later(PAUSE_MS);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.settle(error, sent);
    }
  }

  /** Save the draft; the first change of a formula is what stores it at all. */
  private async handOver(sent: FormulaDocument): Promise<{ revision: number }> {
    if (this.formula !== NOT_YET) return this.store.save(this.kitchen, this.formula, this.base, sent);
    const made = await this.store.begin(this.kitchen, sent);
    keepHere(this.kitchen, NOT_YET, null, this.author);
    this.formula = made.id;
    this.onBegun(made.id);
    return made;
  }

  /** Try at once what waits for the server. */
  readonly now = (): void => {
    if (this.dirty) this.again.now();
    else this.catchUp();
  };

  /** Nothing is sent by itself any more; what was not sent stays in the browser's store. */
  stop(): void {
    clearTimeout(this.timer);
    this.again.stop();
    this.lookAgain.stop();
  }

  private settle(problem: Problem, sent: FormulaDocument): void {
    if (problem.status === 409) {
      this.again.done();
      // Typed on while it was on its way: the newer draft is sent, and merged in its turn.
      if (this.shown.document !== sent) this.later(0);
      else this.merge(problem.body as Stale);
    } else {
      this.say({ state: 'trouble', problem, again: this.again.after(problem) });
    }
  }

  private merge(stale: Stale): void {
    const conflicts = stale.conflicts ?? [];
    const keeping: Keeping = conflicts.length ? { state: 'conflict', conflicts } : { state: 'typing' };
    // A draft left from another day grew from what only the server knows.
    this.kept ??= stale.base as FormulaDocument | null;
    this.adopt(stale.revision, stale.theirs as FormulaDocument, stale.merged as FormulaDocument, keeping);
    if (!conflicts.length) this.later(0);
  }

  /** Somebody saved the draft, up to a revision. */
  readonly news = (revision: number): void => {
    this.heard = Math.max(this.heard, revision);
    this.catchUp();
  };

  /** The draft as the server has it by now. */
  readonly met = ({ revision, document }: Unsent): void => {
    if (this.pushing || this.dirty || revision <= this.base) return;
    this.adopt(revision, document, document, { state: 'kept', at: new Date() });
  };

  private adopt(
    revision: number,
    theirs: FormulaDocument,
    document: FormulaDocument,
    keeping: Keeping,
  ): void {
    const other = !same(document, this.shown.document);
    this.history.met(this.kept ?? theirs, theirs, document);
    this.merged ||= other;
    this.base = revision;
    this.kept = theirs;
    this.show({ document: other ? document : this.shown.document, keeping });
    this.keep();
  }

  private catchUp(): void {
    if (this.heard > this.base && !this.dirty && !this.pushing) void this.look();
  }

  private async look(): Promise<void> {
    if (this.looking) return;
    this.looking = true;
    const { heard } = this;
    try {
      const opened = await this.store.look(this.kitchen, this.formula);
      this.lookAgain.done();
      this.met(opened);
      // What the server has is the newest there is, unless still newer was heard meanwhile.
      if (this.heard === heard) this.heard = Math.min(heard, Math.max(opened.revision, this.base));
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.lookAgain.after(error);
    } finally {
      this.looking = false;
    }
    if (!this.lookAgain.waiting) this.catchUp();
  }

  private later(ms: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.push(), ms);
  }

  private keep(): void {
    const left = this.dirty ? { revision: this.base, document: this.shown.document } : null;
    keepHere(this.kitchen, this.store.item(this.formula), left, this.author);
  }

  private say(keeping: Keeping): void {
    this.show({ document: this.shown.document, keeping });
  }

  private show(next: Shown): void {
    const { back, forth } = this.history;
    this.shown = { ...next, formula: this.formula, back, forth, merged: this.merged };
    for (const listener of this.listeners) listener();
  }
}
