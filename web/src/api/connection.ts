const waiting = new Set<() => void>();

/** Be called when the server is heard again after a silence. */
export function onBack(listener: () => void): () => void {
  waiting.add(listener);
  return () => {
    waiting.delete(listener);
  };
}

/** The server is heard again: all that waits tries at once. */
export function isBack(): void {
  for (const listener of [...waiting]) listener();
}
