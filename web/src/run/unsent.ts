import { type RunEvent, signedInAs } from '@/api';

/** Events that wait to be sent, kept on this tablet: they outlive the page. */
export interface UnsentEvents {
  /** Whether what was written last is kept. */
  readonly keeps: boolean;
  read: () => RunEvent[];
  write: (events: readonly RunEvent[]) => void;
}

/** Of one run and one person, in the browser's own storage; where that is full or forbidden it is said. */
export function eventsUnsent(kitchen: string, run: number): UnsentEvents {
  // A room of its own: drafts are kept by their numbers, and a run may have the same.
  const key = `jar-table/run/${signedInAs()}/${kitchen}/${run}`;
  let keeps = true;
  return {
    get keeps() {
      return keeps;
    },
    read: () => {
      try {
        const found: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
        return Array.isArray(found) ? found : [];
      } catch {
        return [];
      }
    },
    write: (events) => {
      try {
        if (events.length > 0) localStorage.setItem(key, JSON.stringify(events));
        else localStorage.removeItem(key);
        keeps = true;
      } catch {
        keeps = false;
      }
    },
  };
}
