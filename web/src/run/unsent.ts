import { type RunEvent, signedInAs } from '@/api';
import { below, STRICT, tablet } from './tablet';

/** Events of one run and one person that wait to be sent, kept on this tablet: they outlive the page. */
export class UnsentEvents {
  private readonly person = signedInAs();
  private readonly kitchen: string;
  private readonly run: number;
  /** What could not be kept: the tablet is full, or its browser forbids it. */
  private readonly lost = new Map<string, RunEvent>();

  constructor(kitchen: string, run: number) {
    this.kitchen = kitchen;
    this.run = run;
  }

  /** Whether everything that waits is kept. */
  get keeps(): boolean {
    return this.lost.size === 0;
  }

  async read(): Promise<RunEvent[]> {
    const before = this.ofBefore();
    for (const event of before) await this.add(event);
    if (before.length > 0 && this.keeps) localStorage.removeItem(this.placeOfBefore);
    try {
      const found = await (await tablet()).getAll('events', this.all);
      return [...found.map(({ event }) => event), ...this.lost.values()];
    } catch {
      return before;
    }
  }

  /** Keep an event, and with it what found no room before. */
  async add(event: RunEvent): Promise<void> {
    this.lost.set(event.id ?? '', event);
    try {
      const writing = (await tablet()).transaction('events', 'readwrite', STRICT);
      const { person, kitchen, run } = this;
      const put = [...this.lost.values()];
      await Promise.all([
        ...put.map((one) => writing.store.put({ person, kitchen, run, event: one })),
        writing.done,
      ]);
      for (const { id } of put) this.lost.delete(id ?? '');
    } catch {
      // It stays among what is lost, which is told.
    }
  }

  /** The server has them. */
  async remove(ids: readonly string[]): Promise<void> {
    for (const id of ids) this.lost.delete(id);
    try {
      const writing = (await tablet()).transaction('events', 'readwrite');
      const { person, kitchen, run } = this;
      await Promise.all([...ids.map((id) => writing.store.delete([person, kitchen, run, id])), writing.done]);
    } catch {
      // Sent once more, they are there already.
    }
  }

  private get all(): IDBKeyRange {
    return below(this.person, this.kitchen, this.run);
  }

  private get placeOfBefore(): string {
    return `jar-table/run/${this.person}/${this.kitchen}/${this.run}`;
  }

  /** What an older build kept, in another place. */
  private ofBefore(): RunEvent[] {
    try {
      const found: unknown = JSON.parse(localStorage.getItem(this.placeOfBefore) ?? '[]');
      return Array.isArray(found) ? found : [];
    } catch {
      return [];
    }
  }
}
