import { onBack, Problem, queries, runQuery, type Session, sessionQuery } from '@/api';
import { forgetKept, keepSession, keptRun, keptSession, type Opened } from './kept';

/** So long a server is waited for where this tablet knows how things stood [ms]. */
const PATIENCE_MS = 5000;

/** What the server answers; what is kept here, where it does not in time. A Problem of another kind is one here too. */
async function heardOr<T>(asked: Promise<T>, kept: () => Promise<T | null>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const patience = new Promise<'late'>((late) => {
    timer = setTimeout(() => late('late'), PATIENCE_MS);
  });
  try {
    const heard = await Promise.race([asked, patience]);
    if (heard !== 'late') return heard;
    // Whatever it answers later, nobody waits for it any more.
    asked.catch(() => undefined);
    return (await kept()) ?? (await asked);
  } catch (error) {
    const here = error instanceof Problem && error.trouble === 'lost' ? await kept() : null;
    if (here === null) throw error;
    return here;
  } finally {
    clearTimeout(timer);
  }
}

/** Who is signed in: where the server is not heard, who was when it was heard last. */
export async function sessionHere(): Promise<Session> {
  const known = queries.getQueryData(sessionQuery.queryKey);
  if (known) return known;
  // Nobody waits for tries that are made again where it can go on without.
  const kept = await keptSession();
  if (kept === null) return queries.ensureQueryData(sessionQuery);
  const session = await heardOr(queries.fetchQuery({ ...sessionQuery, retry: false }), () => {
    queries.setQueryData(sessionQuery.queryKey, kept);
    // It may have ended meanwhile, or be somebody else's.
    const deaf = onBack(() => {
      deaf();
      void queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
    });
    return Promise.resolve(kept);
  });
  const before = kept.person?.id ?? 0;
  if (session.person?.id !== before) await forgetKept(before);
  return session;
}

/** A run as the server has it; as this tablet knew it last, where the server is not heard. */
export async function runHere(kitchen: string, run: number): Promise<Opened> {
  const asked = runQuery(kitchen, run);
  const kept = await keptRun(kitchen, run);
  if (kept === null) return queries.fetchQuery(asked);
  return heardOr<Opened>(queries.fetchQuery({ ...asked, retry: false }), async () => {
    const then = await keptRun(kitchen, run);
    if (then) queries.setQueryData(asked.queryKey, then);
    return then;
  });
}

/** From now on runs open here without a network: who is here is kept, and the page itself by its worker. */
export function makeReadyToGoWithout(): void {
  const session = queries.getQueryData(sessionQuery.queryKey);
  if (session?.person) void keepSession(session);
  // An update waits until nobody looks at a page of before. Without TLS there is no worker, and nothing to tell.
  void navigator.serviceWorker?.register('/sw.js').catch(() => undefined);
}
