import type { FormulaDocument } from '@/api';

/** What was typed and not yet kept by the server, kept in this browser until it is. */
export interface Unsent {
  revision: number;
  document: FormulaDocument;
}

const name = (kitchen: string, formula: number) => `jar-table/unsent/${kitchen}/${formula}`;

export function unsent(kitchen: string, formula: number): Unsent | null {
  try {
    return JSON.parse(localStorage.getItem(name(kitchen, formula)) ?? 'null') as Unsent | null;
  } catch {
    return null;
  }
}

export function keepHere(kitchen: string, formula: number, what: Unsent | null): void {
  try {
    if (what) localStorage.setItem(name(kitchen, formula), JSON.stringify(what));
    else localStorage.removeItem(name(kitchen, formula));
  } catch {
    // A full or forbidden store: the server is then the only keeper, and the header says when it was last reached.
  }
}
