import { onBack, Problem, queries, runQuery, type Session, sessionQuery } from '@/api';
import { forgetKept, keepSession, keptRun, keptSession, type Opened } from './kept';

/** So long a server is waited for where this tablet knows how things stood [ms]. */
const PATIENCE_MS = 5000;

/** What the server answers; what KEPT gives where it does not in time. A Problem of another kind is one here too. */
async function heardOr<T>(asked: Promise<T>, kept: () => Promise<T>): Promise<T> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const patience = new Promise<'late'>((late) => {
    timer = setTimeout(() => late('late'), PATIENCE_MS);
  });
  try {
    const heard = await Promise.race([asked, patience]);
    if (heard !== 'late') return heard;
    // Whatever it answers later, nobody waits for it any more.
    asked.catch(() => undefined);
    return await kept();
  } catch (error) {
    if (!(error instanceof Problem) || error.trouble !== 'lost') throw error;
    return await kept();
  } finally {
    clearTimeout(timer);
  }
}

/** Who is signed in: where the server is not heard, who was when it was heard last. */
export async function sessionHere(): Promise<Session> {
  const known = queries.getQueryData(sessionQuery.queryKey);
  if (known) return known;
  const session = await heardOr(queries.fetchQuery({ ...sessionQuery, retry: false }), async () => {
    const kept = await keptSession();
    if (kept) goOnAs(kept);
    // Where nothing is kept it is tried again as any other screen is.
    return kept ?? queries.ensureQueryData(sessionQuery);
  });
  void forgetOthers(session);
  return session;
}

/** What is kept of who was here stands in until the server is heard: it may have ended meanwhile, or be somebody else's. */
function goOnAs(kept: Session): void {
  queries.setQueryData(sessionQuery.queryKey, kept);
  const deaf = onBack(() => {
    deaf();
    void queries.invalidateQueries({ queryKey: sessionQuery.queryKey });
  });
}

/** Somebody else, or nobody, is here now: nothing is kept of who was before. */
async function forgetOthers({ person }: Session): Promise<void> {
  const before = (await keptSession())?.person?.id;
  if (before !== undefined && before !== person?.id) await forgetKept(before);
}

/** A run as the server has it; as this tablet knew it last, where the server is not heard. */
export async function runHere(kitchen: string, run: number): Promise<Opened> {
  const asked = runQuery(kitchen, run);
  return heardOr<Opened>(queries.fetchQuery({ ...asked, retry: false }), async () => {
    const kept = await keptRun(kitchen, run);
    if (kept) queries.setQueryData(asked.queryKey, kept);
    return kept ?? queries.fetchQuery(asked);
  });
}

/** From now on runs open here without a network: who is here is kept, and the page itself by its worker. */
export function makeReadyToGoWithout(): void {
  const session = queries.getQueryData(sessionQuery.queryKey);
  if (session?.person) void keepSession(session);
  // An update waits until nobody looks at a page of before. Without TLS there is no worker, and nothing to tell.
  void navigator.serviceWorker?.register('/sw.js').catch(() => undefined);
}
