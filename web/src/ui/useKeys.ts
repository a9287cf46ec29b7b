import { useEffect, useRef, useSyncExternalStore } from 'react';

const KEPT = 'jar-table/single-keys';
const listeners = new Set<() => void>();
const on = () => localStorage.getItem(KEPT) !== 'off';

/** Whether keys of a single letter do something, on this device, and the switch for it. */
export function useSingleKeys(): [on: boolean, turn: (on: boolean) => void] {
  const state = useSyncExternalStore((listener) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  }, on);
  return [
    state,
    (next) => {
      localStorage.setItem(KEPT, next ? 'on' : 'off');
      for (const listener of listeners) listener();
    },
  ];
}

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement && (target.matches('input, textarea, select') || target.isContentEditable);

/** Keys of one letter, while no field has the focus. A dialog or a menu that is open keeps its keys for itself. */
export function useKeys(verbs: Readonly<Record<string, () => void>>) {
  const [isOn] = useSingleKeys();
  const latest = useRef(verbs);
  latest.current = verbs;
  useEffect(() => {
    if (!isOn) return;
    function pressed(event: KeyboardEvent) {
      if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented || typing(event.target))
        return;
      if (document.querySelector('[role=dialog], [role=menu]')) return;
      const verb = latest.current[event.key];
      if (!verb) return;
      event.preventDefault();
      verb();
    }
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [isOn]);
}
