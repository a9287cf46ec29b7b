import type { Opened } from './kept';
import { UnsentPhotos } from './photos';
import { RunKeeper } from './RunKeeper';
import { UnsentEvents } from './unsent';

const keepers = new Map<string, RunKeeper>();

/** The keeper of a run: one on this page, so that what it has said is not said twice. */
export function keeperOf(kitchen: string, opened: Opened): RunKeeper {
  const key = `${kitchen}/${opened.id}`;
  let keeper = keepers.get(key);
  if (!keeper) {
    keeper = new RunKeeper(
      kitchen,
      opened,
      new UnsentEvents(kitchen, opened.id),
      new UnsentPhotos(kitchen, opened.id),
    );
    keepers.set(key, keeper);
  }
  return keeper;
}

/** Send what was said of all runs; true when the server has it all. */
export async function sendRuns(): Promise<boolean> {
  const sent = await Promise.all([...keepers.values()].map((keeper) => keeper.flush()));
  return sent.every(Boolean);
}

/** Somebody else may sit down. What was not sent stays in the browser's store, for who said it. */
export function forgetRuns(): void {
  for (const keeper of keepers.values()) keeper.stop();
  keepers.clear();
}
