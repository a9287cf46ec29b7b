import type { Json } from '@/api';
import { list, newId } from '@/document/document';

type Part = { [key: string]: Json };

/** A jar to put into a formula: with new ids, and its ratios hanging on the lines they hung on. */
export function withNewIds(jar: Part): Part {
  const lines = list(jar.lines).map((line) => ({ ...(line as Part) }));
  const renamed = new Map<Json | undefined, string>();
  for (const line of lines) {
    const id = newId();
    if (line.id) renamed.set(line.id, id);
    line.id = id;
  }
  for (const line of lines) {
    const other = renamed.get(line.of);
    if (other) line.of = other;
  }
  return { ...jar, id: newId(), lines };
}
