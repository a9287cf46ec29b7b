import { Again } from './Again';
import { api, Problem, taken } from './client';
import { isBack } from './connection';
import { type News, tell } from './news';
import { signedInAs } from './person';

const EACH_MS = 1000;

/** What one window tells the others of this browser. */
interface Told {
  after: number;
  news: News;
}

/**
 * The change feed of a kitchen, asked each second while a page is looked at. One window of a browser asks (whoever
 * holds the lock) and tells the others, so that ten windows ask as often as one.
 */
export class Feed {
  /** What is wrong, while something is. */
  problem: Problem | null = null;

  private readonly kitchen: string;
  private readonly person = signedInAs();
  private last: number;
  private readonly changed: () => void;
  private readonly channel: BroadcastChannel;
  private readonly again = new Again(() => void this.ask());
  private timer: ReturnType<typeof setTimeout> | undefined;
  private release: (() => void) | null = null;
  private giveUp: AbortController | null = null;
  private busy = false;
  private stopped = false;

  /** FROM is the number up to which all is known; CHANGED is called when `problem` is another one. */
  constructor(kitchen: string, from: number, changed: () => void) {
    this.kitchen = kitchen;
    this.last = from;
    this.changed = changed;
    this.channel = new BroadcastChannel(this.name);
    this.channel.onmessage = ({ data }: MessageEvent<Told>) => this.heard(data);
  }

  start(): void {
    document.addEventListener('visibilitychange', this.look);
    window.addEventListener('focus', this.lookAnew);
    this.look();
  }

  stop(): void {
    this.stopped = true;
    document.removeEventListener('visibilitychange', this.look);
    window.removeEventListener('focus', this.lookAnew);
    this.pause();
    this.channel.close();
  }

  /** Windows of one person ask for each other; somebody else in this browser is answered something else. */
  private get name(): string {
    return `jar-table/feed/${this.person}/${this.kitchen}`;
  }

  private readonly look = (): void => {
    if (document.visibilityState !== 'visible') this.pause();
    // Looked at again: once at once, whoever else asks, for what was told meanwhile may not have come through.
    else if (!this.giveUp) void this.ask();
  };

  /** Somebody comes back to the page, perhaps from signing in again in another window. */
  private readonly lookAnew = (): void => {
    if (this.problem) this.again.now();
  };

  private pause(): void {
    clearTimeout(this.timer);
    this.again.stop();
    this.letGo();
  }

  /** Let another window ask. */
  private letGo(): void {
    this.giveUp?.abort();
    this.giveUp = null;
    this.release?.();
    this.release = null;
  }

  private async takeTurn(): Promise<void> {
    if (this.stopped || this.giveUp || document.visibilityState !== 'visible') return;
    this.giveUp = new AbortController();
    const { signal } = this.giveUp;
    // Without locks (plain HTTP from another machine) each window asks for itself.
    if (!navigator.locks) return this.hold(signal);
    await navigator.locks.request(this.name, { signal }, () => this.hold(signal)).catch(() => {});
  }

  private hold(signal: AbortSignal): Promise<void> {
    return new Promise((resolve) => {
      if (signal.aborted) return resolve();
      this.release = resolve;
      // While something is wrong the next try, if there is one, is on its way already.
      if (!this.problem) this.next();
    });
  }

  private next(): void {
    clearTimeout(this.timer);
    if (this.release) this.timer = setTimeout(() => void this.ask(), EACH_MS);
  }

  private async ask(): Promise<void> {
    if (this.busy || this.stopped) return;
    this.busy = true;
    try {
      const after = this.last;
      const params = { path: { kitchen: this.kitchen }, query: { after } };
      const news = await taken(api.GET('/api/kitchens/{kitchen}/changes', { params }));
      if (this.stopped) return;
      const silent = this.problem !== null;
      this.again.done();
      this.say(null);
      if (silent) isBack();
      this.channel.postMessage({ after, news } satisfies Told);
      this.take(news);
      this.next();
      void this.takeTurn();
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      if (this.stopped) return;
      // Who may not ask (signed out here) does not keep the others from it.
      if (!this.again.after(error)) this.letGo();
      this.say(error);
    } finally {
      this.busy = false;
    }
  }

  /** What another window was told; with a gap before it, anything may have changed. */
  private heard({ after, news }: Told): void {
    const silent = this.problem !== null;
    this.say(null);
    if (silent) {
      isBack();
      void this.takeTurn();
    }
    if (news.last > this.last) this.take(after > this.last ? { ...news, whole: true } : news);
  }

  private take(news: News): void {
    this.last = news.last;
    if (news.whole || news.changes.length > 0) tell(this.kitchen, news);
  }

  private say(problem: Problem | null): void {
    const other = problem?.status !== this.problem?.status;
    this.problem = problem;
    if (other) this.changed();
  }
}
