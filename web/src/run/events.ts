import type { RunEvent } from '@/api';

/** An event as read: when it was by the clock that all go by [ms since the epoch]. */
export interface Told {
  id: string;
  do: string;
  at: number;
  step: string | null;
  by: string | null;
  until: number | null;
  says: RunEvent;
}

/** A time as it is written [ms since the epoch]; null where it is none. */
function milliseconds(written: unknown): number | null {
  const at = typeof written === 'string' ? Date.parse(written) : Number.NaN;
  return Number.isNaN(at) ? null : at;
}

/**
 * When an event was: by its tablet's clock, put right by what that is off; never later than it was received. The same
 * is read in the core.
 */
function happenedAt(event: RunEvent): number | null {
  const written = milliseconds(event.at);
  if (written === null) return null;
  const at = written + (Number.isInteger(event.offset_ms) ? Number(event.offset_ms) : 0);
  const received = milliseconds(event.received_at);
  return received === null ? at : Math.min(at, received);
}

const byTime = (one: Told, other: Told): number => one.at - other.at || (one.id < other.id ? -1 : 1);

/** The events that can be read, each once, the earliest first; what a void names is left out. */
export function eventsOf(written: Iterable<RunEvent>): Told[] {
  const once = new Map<string, Told>();
  const read: Told[] = [];
  for (const event of written) {
    const at = happenedAt(event);
    if (at === null || typeof event.do !== 'string' || typeof event.id !== 'string') continue;
    const { id, do: did, step, by } = event;
    read.push({
      id,
      do: did,
      at,
      step: step ?? null,
      by: by ?? null,
      until: milliseconds(event.until),
      says: event,
    });
  }
  for (const one of read.sort(byTime).reverse()) once.set(one.id, one);
  const left = new Set([...once.values()].filter((one) => one.do === 'void').map(({ says }) => says.event));
  return [...once.values()].filter(({ id }) => !left.has(id)).sort(byTime);
}
