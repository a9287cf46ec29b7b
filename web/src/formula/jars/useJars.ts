import type { Json } from '@/api';
import { list, put } from '@/document/document';
import { useOpened } from '../opened';
import { withNewIds } from './newIds';

type Part = { [key: string]: Json };

/** Verbs on the row of jars: put one in, double it, move it, take it away. */
export function useJars() {
  const { document, change, value } = useOpened();
  const jars = list(value(['jars']));
  const write = (next: Json[]) => change(put(document, ['jars'], next));

  function move(from: number, to: number) {
    if (to < 0 || to >= jars.length || from === to) return;
    const next = [...jars];
    const [jar] = next.splice(from, 1);
    next.splice(to, 0, jar ?? null);
    write(next);
  }

  function add(jar: Part): number {
    write([...jars, withNewIds(jar)]);
    return jars.length;
  }

  function double(place: number) {
    const jar = jars[place];
    if (typeof jar !== 'object' || jar === null || Array.isArray(jar)) return;
    const name = typeof jar.name === 'string' ? `${jar.name}, again` : jar.name;
    const copy = withNewIds(name === undefined ? jar : { ...jar, name });
    write([...jars.slice(0, place + 1), copy, ...jars.slice(place + 1)]);
  }

  const take = (place: number) => write(jars.filter((_, other) => other !== place));

  return { jars, move, add, double, take };
}
