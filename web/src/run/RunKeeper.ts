import {
  Again,
  isBack,
  type Live,
  liveRun,
  named,
  onBack,
  Problem,
  type RunEvent,
  type RunOpened,
  sendEvents,
  sendPhoto,
  signedInAs,
} from '@/api';
import { eventsOf } from './events';
import { fold, type State } from './fold';
import { keepRun, type Opened } from './kept';
import type { UnsentPhotos } from './photos';
import { RunClock } from './RunClock';
import type { UnsentEvents } from './unsent';

/** What the keeper shows: a run as far as this tablet knows it. */
export interface Shown {
  /** The service as it is, and the plan of it. */
  document: RunOpened['document'] & object;
  plan: RunOpened['plan'] & object;
  planNumber: number;
  state: State;
  /** What is otherwise by the last plan, in words. */
  changed: string[];
  /** How many events and photos wait to be sent. */
  unsent: number;
  /** Why the server is not heard, while it is not; and when it was last, by its clock [ms since the epoch]. */
  problem: Problem | null;
  heardAt: number;
  /** What was told of events that were sent. */
  told: string[];
  /** Whether this tablet keeps what it cannot send, and whether its clock was set, or it slept, since it was heard. */
  keeps: boolean;
  jumped: boolean;
  endedAt: string | null;
  /** Whether what is simulated counts, and the number of the last event that the server has. */
  rehearsal: boolean;
  last: number;
  /** How many times as fast as any other clock it goes. */
  pace: number;
}

/** What somebody says happened; the keeper adds who it is, when it was, and its name. */
export type Saying = RunEvent & { do: string };

/**
 * Keeps one run: what happens is shown at once, kept on the tablet, and sent until the server has it. Events are only
 * ever added, each with a name of its own, so that sending one twice does nothing.
 */
export class RunKeeper {
  private readonly kitchen: string;
  private readonly run: number;
  private readonly store: UnsentEvents;
  private readonly photoStore: UnsentPhotos;
  /** Whose words these are: nobody else's session sends them. */
  private readonly person = signedInAs();
  private readonly events = new Map<string, RunEvent>();
  private waiting: RunEvent[] = [];
  private readonly photos = new Map<string, Blob>();
  private last: number;
  private live: Live & Pick<Shown, 'plan' | 'document'>;
  private heardAt: number;
  private readonly opened: Opened;
  private readonly clock = new RunClock();
  private problem: Problem | null = null;
  private told: string[] = [];
  private sending: Promise<void> | null = null;
  private readonly again = new Again(() => void this.send());
  private readonly listeners = new Set<() => void>();
  private shown: Shown;
  private readonly deaf: () => void;
  /** Until what was said before this page was opened is read. */
  private readonly ready: Promise<void>;
  private keeping: ReturnType<typeof setTimeout> | undefined;

  constructor(kitchen: string, opened: Opened, store: UnsentEvents, photoStore: UnsentPhotos) {
    this.kitchen = kitchen;
    this.opened = opened;
    this.run = opened.id;
    this.store = store;
    this.photoStore = photoStore;
    this.last = opened.last;
    this.live = { ...opened, plan: opened.plan ?? opened.planned, document: opened.document ?? {} };
    this.heardAt = opened.heard_ms ?? opened.now_ms;
    this.clock.set(opened.now_ms, Date.now(), opened.pace);
    for (const event of opened.events as RunEvent[]) if (event.id) this.events.set(event.id, event);
    this.shown = this.look();
    this.deaf = onBack(() => {
      this.again.stop();
      void this.news();
    });
    this.ready = this.readWaiting();
    this.keepSoon();
  }

  private async readWaiting(): Promise<void> {
    const before = await this.store.read();
    const known = new Set([...this.events.keys(), ...this.waiting.map(({ id }) => id)]);
    this.waiting = [...before.filter(({ id }) => !known.has(id)), ...this.waiting];
    for (const [id, photo] of await this.photoStore.read()) this.photos.set(id, photo);
    if (this.isUnsent) this.tell();
    await this.send();
  }

  private get isUnsent(): boolean {
    return this.waiting.length + this.photos.size > 0;
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly snapshot = (): Shown => this.shown;

  /** The time by the clock that all go by [ms since the epoch]. */
  readonly now = (): number => this.clock.now();

  /** Time goes on: where this tablet's clock has jumped, the server's is asked for; now [ms since the epoch]. */
  tick(): number {
    if (this.clock.jumped && !this.shown.jumped) {
      this.tell();
      void this.ask();
    }
    return this.now();
  }

  /** Somebody says what happened: shown at once, sent when it can be; its name, by which it is taken back. */
  say(who: string | null, saying: Saying): string {
    const id = named();
    const event: RunEvent = {
      id,
      version: 1,
      at: new Date().toISOString(),
      offset_ms: Math.round(this.clock.offset),
      source: 'pressed',
      ...(who ? { by: who } : {}),
      ...saying,
    };
    this.waiting = [...this.waiting, event];
    this.tell();
    void this.store.add(event).then(() => this.shown.keeps !== this.keeps && this.tell());
    void this.send();
    return id;
  }

  /** Somebody has taken a photo: it is kept here, and sent when it can be; the name of what is said of it. */
  photograph(who: string | null, photo: Blob, saying: Saying): string {
    const id = named();
    this.photos.set(id, photo);
    void this.photoStore.add(id, photo).then(() => this.shown.keeps !== this.keeps && this.tell());
    return this.say(who, { ...saying, photo: id });
  }

  private get keeps(): boolean {
    return this.store.keeps && this.photoStore.keeps;
  }

  /** Whether a photo waits to be sent. */
  readonly waitsHere = (photo: string): boolean => this.photos.has(photo);

  /** Everything that was said, sent or not. */
  readonly written = (): RunEvent[] => [...this.events.values(), ...this.waiting];

  /** Something is told of this run: ask what. */
  async news(mark = this.last + 1): Promise<void> {
    void this.send();
    if (mark > this.last || this.waiting.length === 0) await this.ask();
  }

  /** Send all that waits; true when the server has everything that was said. */
  async flush(): Promise<boolean> {
    await this.ready;
    await this.send();
    return !this.isUnsent;
  }

  /** Nothing of it is heard or tried any more; what was not sent stays in the browser's store. */
  stop(): void {
    this.again.stop();
    clearTimeout(this.keeping);
    this.deaf();
  }

  private async ask(): Promise<void> {
    try {
      const asked = Date.now();
      const answer = await liveRun(this.kitchen, this.run, this.known);
      // What could not be sent is another trouble, which ends when it is sent.
      if (this.waiting.length === 0) this.problem = null;
      this.meet(answer, asked);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.problem ??= error;
      this.tell();
    }
  }

  /** Send what waits; whoever asks while something is on its way waits for that. */
  private async send(): Promise<void> {
    if (!this.isUnsent || signedInAs() !== this.person) return;
    this.sending ??= this.sendAll().finally(() => {
      this.sending = null;
    });
    await this.sending;
  }

  private async sendAll(): Promise<void> {
    try {
      while (signedInAs() === this.person) {
        const [photo] = this.photos;
        // What is said goes first; more of it may come while a photo is on its way.
        if (this.waiting.length > 0) await this.sendSome();
        else if (photo) await this.sendOne(...photo);
        else break;
      }
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      this.problem = error;
      this.again.after(error);
      this.tell();
    }
  }

  private async sendSome(): Promise<void> {
    const batch = this.waiting.slice(0, MOST_AT_ONCE);
    const asked = Date.now();
    const answer = await sendEvents(this.kitchen, this.run, batch, this.known);
    this.again.done();
    if (this.problem) isBack();
    this.problem = null;
    this.told = answer.taken.flatMap(({ told }) => told);
    const sent = new Set(batch.map(({ id }) => id));
    this.waiting = this.waiting.filter(({ id }) => !sent.has(id));
    void this.store.remove([...sent].map(String));
    this.meet(answer, asked);
  }

  /** One photo goes; one that the server never takes is told, and waits no longer. */
  private async sendOne(id: string, photo: Blob): Promise<void> {
    try {
      await sendPhoto(this.kitchen, this.run, id, photo);
      this.again.done();
      this.problem = null;
    } catch (error) {
      if (!(error instanceof Problem) || !NEVER.includes(error.status)) throw error;
      this.told = [error.detail];
    }
    this.photos.delete(id);
    void this.photoStore.remove(id);
    this.tell();
  }

  private get known() {
    return { after: this.last, plan_number: this.live.plan_number };
  }

  /** What the server says, asked at a time of this tablet: half way there and back its clock was read. */
  private meet(answer: Live, asked: number): void {
    this.clock.set(answer.now_ms, (asked + Date.now()) / 2, answer.pace);
    this.heardAt = answer.now_ms;
    for (const event of answer.events as RunEvent[]) if (event.id) this.events.set(event.id, event);
    this.last = Math.max(this.last, answer.last);
    this.live.pace = answer.pace;
    // An answer that was overtaken knows an older plan.
    if (answer.plan_number >= this.live.plan_number)
      this.live = {
        ...answer,
        plan: answer.plan ?? this.live.plan,
        document: answer.document ?? this.live.document,
      };
    this.tell();
    this.keepSoon();
  }

  /** Keep it as it is known by now, so that it opens without a network; not with each word of the server. */
  private keepSoon(): void {
    this.keeping ??= setTimeout(() => {
      this.keeping = undefined;
      if (signedInAs() !== this.person) return;
      const { last } = this;
      const events = [...this.events.values()] as RunOpened['events'];
      const now_ms = this.heardAt;
      void keepRun(this.kitchen, { ...this.opened, ...this.live, events, last, now_ms }, this.clock.now());
    }, KEEP_MS);
  }

  private tell(): void {
    this.shown = this.look();
    for (const listener of [...this.listeners]) listener();
  }

  private look(): Shown {
    const { plan, document } = this.live;
    return {
      document,
      plan,
      planNumber: this.live.plan_number,
      state: fold(plan, eventsOf(this.written()), this.live.rehearsal),
      changed: this.live.changed,
      unsent: this.waiting.length + this.photos.size,
      problem: this.problem,
      heardAt: this.heardAt,
      told: this.told,
      keeps: this.keeps,
      jumped: this.clock.jumped,
      endedAt: this.live.ended_at,
      rehearsal: this.live.rehearsal,
      last: this.last,
      pace: this.live.pace,
    };
  }
}

const MOST_AT_ONCE = 200;
/** What a photo is answered that is never taken. */
const NEVER = [409, 413, 422];
/** It is kept on the tablet so long after something of it changed [ms]. */
const KEEP_MS = 1000;
