import { signedInAs } from '@/api';
import { below, STRICT, tablet } from './tablet';

/** Photos of one run and one person that wait to be sent, kept on this tablet: they outlive the page. */
export class UnsentPhotos {
  private readonly person = signedInAs();
  private readonly kitchen: string;
  private readonly run: number;
  /** Those that found no room, while this page is open. */
  private readonly lost = new Map<string, Blob>();

  constructor(kitchen: string, run: number) {
    this.kitchen = kitchen;
    this.run = run;
  }

  get keeps(): boolean {
    return this.lost.size === 0;
  }

  async read(): Promise<[string, Blob][]> {
    try {
      const all = below(this.person, this.kitchen, this.run);
      const found = await (await tablet()).getAll('photos', all);
      return [...found.map(({ id, photo }): [string, Blob] => [id, photo]), ...this.lost];
    } catch {
      return [...this.lost];
    }
  }

  async add(id: string, photo: Blob): Promise<void> {
    try {
      const writing = (await tablet()).transaction('photos', 'readwrite', STRICT);
      const { person, kitchen, run } = this;
      await Promise.all([writing.store.put({ person, kitchen, run, id, photo }), writing.done]);
    } catch {
      this.lost.set(id, photo);
    }
  }

  async remove(id: string): Promise<void> {
    this.lost.delete(id);
    try {
      await (await tablet()).delete('photos', [this.person, this.kitchen, this.run, id]);
    } catch {
      // Sent once more, it is there already.
    }
  }
}
