import { type KeyboardEvent, type RefObject, useLayoutEffect, useRef, useState } from 'react';

const FIELDS = 'input, select, button, summary, a[href]';
const fieldsOf = (row: Element) =>
  [...row.querySelectorAll<HTMLElement>(FIELDS)].filter((one) => one.offsetParent !== null);

/**
 * Rows of fields of which one row is in the order of Tab: arrows up and down go to the same field of another row, so
 * that a long list is passed by one press. A field that uses these keys itself keeps them.
 */
export function useRovingRows(table: RefObject<HTMLElement | null>, rows: string) {
  const [at, setAt] = useState(0);
  const place = useRef(at);
  place.current = at;
  useLayoutEffect(() => {
    const all = [...(table.current?.querySelectorAll(rows) ?? [])];
    const one = Math.min(at, all.length - 1);
    for (const [number, row] of all.entries())
      for (const field of row.querySelectorAll<HTMLElement>(FIELDS)) field.tabIndex = number === one ? 0 : -1;
  });
  const rowOf = (target: EventTarget) => {
    const all = [...(table.current?.querySelectorAll(rows) ?? [])];
    return { all, number: all.findIndex((row) => row.contains(target as Node)) };
  };
  return {
    onFocus: (event: { target: EventTarget }) => {
      const { number } = rowOf(event.target);
      if (number >= 0 && number !== place.current) setAt(number);
    },
    onKeyDown: (event: KeyboardEvent) => {
      const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
      const field = event.target as HTMLElement;
      // A lifted line is moved by the same keys, and a list of choices goes through its own.
      if (
        !step ||
        event.defaultPrevented ||
        field.matches('select, [aria-pressed=true], [aria-expanded=true]')
      )
        return;
      const { all, number } = rowOf(field);
      const here = all[number];
      const there = all[number + step];
      if (!here || !there) return;
      event.preventDefault();
      const fields = fieldsOf(there);
      fields[Math.min(fieldsOf(here).indexOf(field), fields.length - 1)]?.focus();
    },
  };
}

/** One of a row of buttons is in the order of Tab; arrows, Home and End go to the others. */
export function rovingKeys(event: KeyboardEvent<HTMLElement>, buttons: string): void {
  const all = [...event.currentTarget.querySelectorAll<HTMLElement>(buttons)];
  const number = all.indexOf(event.target as HTMLElement);
  const to = { ArrowLeft: number - 1, ArrowRight: number + 1, Home: 0, End: all.length - 1 }[event.key];
  if (number < 0 || to === undefined || event.defaultPrevented) return;
  event.preventDefault();
  all[to]?.focus();
}
