import { type FormulaDocument, signedInAs } from '@/api';

/** What was typed and not yet kept by the server, kept in this browser until it is. */
export interface Unsent {
  revision: number;
  document: FormulaDocument;
}

/** A formula goes by its number, anything else by its kind and number, as service-12. */
export type Item = number | `service-${number}`;

/** By whom, in which kitchen, of which formula: what one person typed is nobody else's to send. */
const ROOM = 'jar-table/unsent/';
const name = (person: number, kitchen: string, item: Item) => `${ROOM}${person}/${kitchen}/${item}`;
/** How it was kept before: it does not say by whom. */
const nameOfBefore = (kitchen: string, formula: Item) => `${ROOM}${kitchen}/${formula}`;

export function unsent(kitchen: string, formula: Item, person = signedInAs()): Unsent | null {
  adoptFromBefore(kitchen, formula, person);
  try {
    return JSON.parse(localStorage.getItem(name(person, kitchen, formula)) ?? 'null') as Unsent | null;
  } catch {
    return null;
  }
}

export function keepHere(kitchen: string, formula: Item, what: Unsent | null, person = signedInAs()): void {
  try {
    if (what) localStorage.setItem(name(person, kitchen, formula), JSON.stringify(what));
    else localStorage.removeItem(name(person, kitchen, formula));
  } catch {
    // A full or forbidden store: the server is then the only keeper, and the header says when it was last reached.
  }
}

/** What of formulas is still here of somebody in a kitchen: each formula's number, with the title it was typed under. */
export function unsentOf(kitchen: string, person = signedInAs()): { formula: number; title: string }[] {
  const room = `${ROOM}${person}/${kitchen}/`;
  return stored()
    .filter((one) => one.startsWith(room))
    .map((one) => Number(one.slice(room.length)))
    .filter((formula) => !Number.isNaN(formula))
    .map((formula) => ({ formula, title: String(unsent(kitchen, formula, person)?.document.title ?? '') }))
    .sort((one, other) => one.formula - other.formula);
}

/** What was kept without saying by whom is whose browser it is, where nobody else has anything in it. */
function adoptFromBefore(kitchen: string, formula: Item, person: number): void {
  const before = nameOfBefore(kitchen, formula);
  const others = stored().some((one) => one.split('/').length === 5 && !one.startsWith(`${ROOM}${person}/`));
  try {
    const left = localStorage.getItem(before);
    if (left === null || others || localStorage.getItem(name(person, kitchen, formula)) !== null) return;
    localStorage.setItem(name(person, kitchen, formula), left);
    localStorage.removeItem(before);
  } catch {
    // As it is where nothing can be stored.
  }
}

function stored(): string[] {
  try {
    const names = Array.from({ length: localStorage.length }, (_, place) => localStorage.key(place) ?? '');
    return names.filter((one) => one.startsWith(ROOM));
  } catch {
    return [];
  }
}
