import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { RunEvent, RunOpened, Session } from '@/api';

/** An event that waits to be sent, and whose it is. */
interface Waiting {
  person: number;
  kitchen: string;
  run: number;
  event: RunEvent;
}

/** A run as this tablet knew it last, so that it opens without a network. */
export interface KeptRun {
  person: number;
  kitchen: string;
  run: number;
  opened: RunOpened;
  /** When this was kept, by the server's clock and by this tablet's [ms since the epoch]. */
  seen: number;
  at: number;
}

/** A photo that waits to be sent. */
interface WaitingPhoto extends Omit<Waiting, 'event'> {
  id: string;
  photo: Blob;
}

interface Tablet extends DBSchema {
  events: { key: [number, string, number, string]; value: Waiting };
  photos: { key: [number, string, number, string]; value: WaitingPhoto };
  runs: { key: [number, string, number]; value: KeptRun };
  sessions: { key: number; value: Session };
}

const NAME = 'jar-table';
const VERSION = 1;

let opening: Promise<IDBPDatabase<Tablet>> | null = null;

/** What this tablet keeps by itself, in the browser's own database. Fails where a browser has none, or forbids it. */
export function tablet(): Promise<IDBPDatabase<Tablet>> {
  opening ??= openDB<Tablet>(NAME, VERSION, {
    upgrade(made) {
      made.createObjectStore('events', { keyPath: ['person', 'kitchen', 'run', 'event.id'] });
      made.createObjectStore('photos', { keyPath: ['person', 'kitchen', 'run', 'id'] });
      made.createObjectStore('runs', { keyPath: ['person', 'kitchen', 'run'] });
      made.createObjectStore('sessions');
    },
    // Another page of a newer build waits for it.
    blocking: () => {
      void opening?.then((made) => made.close());
      opening = null;
    },
    terminated: () => {
      opening = null;
    },
  }).catch((error: unknown) => {
    opening = null;
    throw error;
  });
  return opening;
}

/** Everything below a key that begins so. */
export const below = (...parts: (string | number)[]): IDBKeyRange =>
  // An array comes after all texts and numbers.
  IDBKeyRange.bound(parts, [...parts, []]);

/** What was written is on the disk when it is said so: a browser may be ended the moment after. */
export const STRICT = { durability: 'strict' } as const;
