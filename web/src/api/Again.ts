import type { Problem } from './client';
import { pauseBefore } from './policy';

/** Tries something behind the typing again, as the policy says. */
export class Again {
  private readonly act: () => void;
  private failed = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(act: () => void) {
    this.act = act;
  }

  /** Whether a try is on its way by itself. */
  get waiting(): boolean {
    return this.timer !== undefined;
  }

  /** It did not work; true when it will be tried again by itself. */
  after(problem: Problem): boolean {
    this.stop();
    const pause = pauseBefore(problem, this.failed, 'behind');
    this.failed += 1;
    if (pause !== null) this.timer = setTimeout(this.now, pause);
    return pause !== null;
  }

  /** It worked, or it is another thing by now: the next trouble is a new one. */
  done(): void {
    this.stop();
    this.failed = 0;
  }

  /** Try at once. */
  readonly now = (): void => {
    this.stop();
    this.act();
  };

  stop(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
  }
}
