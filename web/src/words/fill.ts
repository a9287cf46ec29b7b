/** Words with slots, as "Amount of {line}": which slots a text has is known to the compiler. */

/** The names of the slots of a text. */
export type Slots<Words extends string> = Words extends `${string}{${infer Slot}}${infer Rest}`
  ? Slot | Slots<Rest>
  : never;

/** A text with its slots filled. */
export const fill = <Words extends string>(
  words: Words,
  slots: { [Slot in Slots<Words>]: string | number },
): string => words.replace(/\{(\w+)\}/g, (_, slot: Slots<Words>) => String(slots[slot]));

/** What an id is called; an id that nobody named stands for itself. */
export const named = (words: { readonly [id: string]: string }, id: string): string =>
  (Object.hasOwn(words, id) ? words[id] : undefined) ?? id;
