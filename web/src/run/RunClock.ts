/** What is less than so much off is no jump [ms]. */
const SLACK_MS = 2000;

/**
 * The clock that all go by, as far as this tablet knows it. Between two words of the server it goes on by the tablet's
 * own: one that goes back is wrong, one that leaps ahead may have slept.
 */
export class RunClock {
  private server = 0;
  private wall = 0;
  private steady = 0;
  /** How many times as fast as any other clock it goes: a rehearsal can be played faster. */
  private pace = 1;

  /** The server's clock showed SERVER when this tablet's showed WALL [ms since the epoch]. */
  set(server: number, wall: number, pace = 1): void {
    const ago = Date.now() - wall;
    this.server = server + ago * pace;
    this.wall = wall + ago;
    this.steady = performance.now();
    this.pace = pace;
  }

  /** Now [ms since the epoch]. */
  now(): number {
    const back = this.byWall < this.steadily - SLACK_MS;
    return this.server + (back ? this.steadily : this.byWall) * this.pace;
  }

  /** So far it is ahead of what this tablet's clock shows [ms]. */
  get offset(): number {
    return this.now() - Date.now();
  }

  /** Whether this tablet's clock has been set meanwhile, or it slept. */
  get jumped(): boolean {
    return Math.abs(this.byWall - this.steadily) > SLACK_MS;
  }

  private get byWall(): number {
    return Date.now() - this.wall;
  }

  private get steadily(): number {
    return performance.now() - this.steady;
  }
}
