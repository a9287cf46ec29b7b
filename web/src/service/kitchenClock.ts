/** The clock that a kitchen goes by: as the server said it last, and how many times as fast as any other it goes. */
let server = 0;
let wall = 0;
let pace = 1;

/** The server's clock showed a time when this one showed another [ms since the epoch]. */
export function clockShows(shown: number, at: number, atPace: number): void {
  server = shown;
  wall = at;
  pace = atPace;
}

/** What it shows now [ms since the epoch]; before anybody said so, what this one does. */
export const kitchenNow = (): number => (wall === 0 ? Date.now() : server + (Date.now() - wall) * pace);
