import { type RunOpened, signedInAs } from '@/api';
import { RunKeeper } from './RunKeeper';
import { unsentOf } from './unsent';

const keepers = new Map<string, RunKeeper>();

/** The keeper of a run, one for each person on this page: what it has said is not said twice. */
export function keeperOf(kitchen: string, opened: RunOpened): RunKeeper {
  const key = `${signedInAs()} ${kitchen} ${opened.id}`;
  let keeper = keepers.get(key);
  if (!keeper) {
    keeper = new RunKeeper(kitchen, opened, unsentOf(kitchen, opened.id));
    keepers.set(key, keeper);
  }
  return keeper;
}
