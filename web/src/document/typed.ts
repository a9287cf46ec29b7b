import type { Json } from '@/api';

/** What a file and a database cannot keep is left out as it is typed or pasted: NUL and halves of characters. */
export function keepable(text: string): string {
  // biome-ignore lint/suspicious/noControlCharactersInRegex: NUL is just what is taken out
  return text.replace(/\u0000/g, '').toWellFormed();
}

/** The number that a text states, or the text as typed: the core says what is wrong with it, at its place. */
export function asTyped(text: string): Json {
  const trimmed = text.trim();
  if (trimmed === '') return null;
  const number = Number(trimmed.replace(',', '.'));
  return Number.isFinite(number) ? number : keepable(text);
}
