import { type RunOpened, type Session, signedInAs } from '@/api';
import { below, type KeptRun, tablet } from './tablet';

/** What was looked at so long ago is not cooked any more [ms]. */
const OLD_MS = 3 * 24 * 3_600_000;
/** There is one session on a tablet. */
const HERE = 0;

/** A run as it was opened; one that this tablet kept says when the server was heard last [ms since the epoch]. */
export type Opened = RunOpened & { heard_ms?: number };

/** Keep a run as it is known by now, SEEN by the server's clock [ms]; where there is no room it is not kept. */
export async function keepRun(kitchen: string, opened: RunOpened, seen: number): Promise<void> {
  try {
    const here = await tablet();
    const at = Date.now();
    await here.put('runs', { person: signedInAs(), kitchen, run: opened.id, opened, seen, at });
    const all = await here.getAll('runs');
    const old = all.filter((one) => seen - one.seen > OLD_MS);
    await Promise.all(old.map((one) => here.delete('runs', [one.person, one.kitchen, one.run])));
  } catch {
    // It is only what lets it open without a network.
  }
}

/** A run as this tablet knew it last; null where it never did. Its time goes on by the tablet's clock. */
export async function keptRun(kitchen: string, run: number): Promise<Opened | null> {
  try {
    const kept: KeptRun | undefined = await (await tablet()).get('runs', [signedInAs(), kitchen, run]);
    if (!kept) return null;
    // A clock that was set back meanwhile does not take the evening back.
    const now = kept.seen + Math.max(0, Date.now() - kept.at) * (kept.opened.pace ?? 1);
    return { ...kept.opened, now_ms: now, heard_ms: kept.opened.now_ms };
  } catch {
    return null;
  }
}

/** Keep who is signed in here. */
export async function keepSession(session: Session): Promise<void> {
  try {
    await (await tablet()).put('sessions', session, HERE);
  } catch {
    // As above.
  }
}

/** Who was signed in here when the server was heard last. */
export async function keptSession(): Promise<Session | null> {
  try {
    return (await (await tablet()).get('sessions', HERE)) ?? null;
  } catch {
    return null;
  }
}

/** Somebody has signed out: nothing but what they have said and could not send stays here. */
export async function forgetKept(person: number): Promise<void> {
  try {
    const here = await tablet();
    await Promise.all([here.delete('sessions', HERE), here.delete('runs', below(person))]);
  } catch {
    // Nothing is kept where nothing can be.
  }
}
