import { useState } from 'react';
import { signedInAs } from '@/api';

/**
 * What is typed and not sent yet: it stays in this browser, for whoever typed it, until it is NOTHING again. Never for
 * what is secret.
 */
export function useTyped<T>(what: string, nothing: T): [T, (typed: T) => void] {
  const name = `jar-table/typed/${signedInAs()}/${what}`;
  const [typed, setTyped] = useState<T>(() => kept(name) ?? nothing);
  function type(next: T) {
    setTyped(next);
    try {
      if (JSON.stringify(next) === JSON.stringify(nothing)) localStorage.removeItem(name);
      else localStorage.setItem(name, JSON.stringify(next));
    } catch {
      // A browser that keeps nothing still shows what is typed.
    }
  }
  return [typed, type];
}

function kept<T>(name: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(name) ?? 'null') as T | null;
  } catch {
    return null;
  }
}
