import { useEffect } from 'react';

interface Steps {
  undo: () => void;
  redo: () => void;
}

/** Steps back and forth by Control or Command and Z, on every screen of a formula; a dialog keeps its keys for itself. */
export function useUndoKeys(steps: Steps | null) {
  useEffect(() => {
    if (!steps) return;
    const { undo, redo } = steps;
    function pressed(event: KeyboardEvent) {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      if (document.querySelector('[role=dialog]')) return;
      // A field that is no part of the document has the browser's own steps.
      if (event.target instanceof Element && event.target.matches('[role=combobox], [type=search]')) return;
      event.preventDefault();
      (event.shiftKey ? redo : undo)();
    }
    window.addEventListener('keydown', pressed);
    return () => window.removeEventListener('keydown', pressed);
  }, [steps]);
}
