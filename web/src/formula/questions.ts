import { api, type FormulaDocument, taken } from '@/api';
import type { Patch } from '@/document/patch';

/** What is asked of the core about the document on the bench. */
const body = <T extends object>(document: FormulaDocument, rest: T) => ({ document, ...rest }) as never;

export const compare = (document: FormulaDocument, after: FormulaDocument) =>
  taken(api.POST('/api/compare', { body: body(document, { after }) }));

export const readLine = (document: FormulaDocument, jar: number, text: string) =>
  taken(api.POST('/api/read-line', { body: body(document, { jar, text }) }));

export const rewriteLine = (
  document: FormulaDocument,
  jar: number,
  line: number,
  to: { unit?: string; basis?: string },
) => taken(api.POST('/api/rewrite-line', { body: body(document, { jar, line, ...to }) }));

export const swaps = (document: FormulaDocument, jar: number, line: number) =>
  taken(api.POST('/api/swaps', { body: body(document, { jar, line }) }));

export const schools = (document: FormulaDocument) =>
  taken(api.POST('/api/schools', { body: body(document, {}) }));

export const scale = (document: FormulaDocument, by: string, to: number) =>
  taken(api.POST('/api/scale', { body: body(document, { [by]: to }) })) as Promise<Patch>;

export const explain = (document: FormulaDocument, jar: number, name: string) =>
  taken(api.POST('/api/explain', { body: body(document, { jar, name }) }));

export const profiles = (document: FormulaDocument) =>
  taken(api.POST('/api/profiles', { body: document as never }));

export const windows = (document: FormulaDocument, jar: number) =>
  taken(api.POST('/api/windows', { body: body(document, { jar }) }));

export const curve = (document: FormulaDocument, jar: number, over: string) =>
  taken(api.POST('/api/curve', { body: body(document, { jar, over }) }));

export const fits = (document: FormulaDocument, jar: number, minutes: number) =>
  taken(api.POST('/api/fits', { body: body(document, { jar, minutes }) }));
