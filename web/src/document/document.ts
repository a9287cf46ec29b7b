import type { FormulaDocument, Json, WrittenParts } from '@/api';
import type { FieldOf, Place } from './place';

/** A way into any JSON, as a pointer from the core gives it. Ways that we write ourselves are a Place. */
export type Way = readonly (string | number)[];

export const isObject = (value: Json | undefined): value is { [key: string]: Json } =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What stands at a way of any JSON, or undefined where the way ends. */
export function atWay(document: Json | undefined, way: Way): Json | undefined {
  let here: Json | undefined = document;
  for (const step of way) {
    if (Array.isArray(here) && typeof step === 'number') here = here[step];
    else if (isObject(here)) here = here[String(step)];
    else return undefined;
  }
  return here;
}

/** What stands at a place of the document. */
export const at = (document: FormulaDocument | undefined, place: Place): Json | undefined =>
  atWay(document, place);

/** A field of a part that was read from the document: within<'Jar'>(jar, 'name'). */
export const within = <Part extends keyof WrittenParts>(
  part: Json | undefined,
  field: FieldOf<Part>,
): Json | undefined => atWay(part, [field as string]);

/** The document with a value put at a place; undefined takes the field out. Parts on the way are made. */
export const put = (document: FormulaDocument, place: Place, value: Json | undefined): FormulaDocument =>
  putWay(document, place, value);

/** The same at a way that the core names. */
export const putWay = (document: FormulaDocument, way: Way, value: Json | undefined): FormulaDocument =>
  set(document, way, value) as FormulaDocument;

function set(here: Json | undefined, way: Way, value: Json | undefined): Json {
  const [step, ...rest] = way;
  if (step === undefined) return value ?? null;
  if (typeof step === 'number') {
    const list = Array.isArray(here) ? [...here] : [];
    if (rest.length === 0 && value === undefined) list.splice(step, 1);
    else list[step] = set(list[step], rest, value);
    return list;
  }
  const copy = isObject(here) ? { ...here } : {};
  if (rest.length === 0 && value === undefined) delete copy[step];
  else copy[step] = set(copy[step], rest, value);
  return copy;
}

export const list = (value: Json | undefined): Json[] => (Array.isArray(value) ? value : []);

export const text = (value: Json | undefined): string | null =>
  value === null || value === undefined ? null : String(value);

/** A short random id, so that two people who add a line at once add two lines. */
export const newId = (): string => crypto.getRandomValues(new Uint32Array(1))[0]?.toString(36) ?? 'x';

/** A JSON Pointer of a way. */
export const pointer = (way: Way): string =>
  way.map((step) => `/${String(step).replaceAll('~', '~0').replaceAll('/', '~1')}`).join('');

/** The way of a JSON Pointer, with positions as numbers. */
export const wayOf = (path: string): Way =>
  path
    .split('/')
    .slice(1)
    .map((step) => step.replaceAll('~1', '/').replaceAll('~0', '~'))
    .map((step) => (/^\d+$/.test(step) ? Number(step) : step));
