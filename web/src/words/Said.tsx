import { createElement, Fragment, type ReactNode } from 'react';
import type { Slots } from './fill';

interface Props<Words extends string> {
  words: Words;
  /** What stands in each slot, as it is drawn. */
  slots: { [Slot in Slots<Words>]: ReactNode };
}

/** A text whose slots hold more than words. */
export function Said<Words extends string>({ words, slots }: Props<Words>) {
  // Every other part is the name of a slot.
  const parts = words
    .split(/\{(\w+)\}/)
    .map((part, place) => (place % 2 ? slots[part as Slots<Words>] : part));
  return createElement(Fragment, null, ...parts);
}
