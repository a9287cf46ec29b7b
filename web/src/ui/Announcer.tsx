import { useSyncExternalStore } from 'react';

/** So long nothing more must come before it is said: who types is not talked into. */
const QUIET_MS = 900;

let said = '';
let timer: ReturnType<typeof setTimeout> | undefined;
const listeners = new Set<() => void>();

function say(words: string): void {
  said = words;
  for (const listener of listeners) listener();
}

/** Say something to a screen reader at once: what has just been done. */
export function announce(words: string): void {
  clearTimeout(timer);
  say(words);
}

/** Say it once it is still: what follows from typing. */
export function announceLater(words: string): void {
  clearTimeout(timer);
  timer = setTimeout(() => say(words), QUIET_MS);
}

/** The one polite region in which things are said that are seen elsewhere. */
export function Announcer() {
  const words = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    () => said,
  );
  return (
    <p className="sr-only" role="status" data-part="announced">
      {words}
    </p>
  );
}
