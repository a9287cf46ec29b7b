import { useEffect, useRef } from 'react';
import { type Key, SHORTCUTS } from './shortcuts';

interface Verbs {
  on: boolean;
  press: (key: Key) => void;
}

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.matches('input, textarea, select') || target.isContentEditable);

/** Listens for the shortcuts. A dialog that is open keeps its keys for itself, but for the list's own. */
export function useShortcuts(verbs: Verbs) {
  const latest = useRef(verbs);
  latest.current = verbs;
  useEffect(() => {
    function pressed(event: KeyboardEvent) {
      const { on, press } = latest.current;
      const dialog = document.querySelector('[role=dialog]') !== null;
      if (!on || dialog || event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return;
      const found = SHORTCUTS.find((one) => one.key === event.key);
      if (!found) return;
      event.preventDefault();
      press(found.key);
    }
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, []);
}
