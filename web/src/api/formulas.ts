import { api, taken } from './client';
import { begunAs, type FormulaPlace, formulaQuery, pantryQuery, queries } from './queries';
import type { components, operations } from './schema';
import type { FormulaDocument, Json } from './types';

type Formula = components['schemas']['Formula'];
type Label = operations['keep_from_label']['requestBody']['content']['application/json'];

/** A document goes over the wire as it was typed: the server keeps it, whatever stands in it. */
const asTyped = (document: FormulaDocument) => document as unknown as Formula;

export async function createFormula(kitchen: string, document: FormulaDocument) {
  const made = await taken(
    api.POST('/api/kitchens/{kitchen}/formulas', { params: { path: { kitchen } }, body: asTyped(document) }),
  );
  begunAs(kitchen, made);
  return made;
}

/** Put a formula on the table, into the archive or into the bin: from each it can be put back. */
export async function putFormula(kitchen: string, formula: number, place: FormulaPlace) {
  const path = { kitchen, formula };
  await taken(
    api.PUT('/api/kitchens/{kitchen}/formulas/{formula}/place', { params: { path }, body: { place } }),
  );
  await queries.invalidateQueries(formulaQuery(kitchen, formula));
  await queries.invalidateQueries({ queryKey: ['formulas', kitchen] });
}

/** Save a draft that was based on a revision; a Problem 409 brings what somebody else saved since. */
export const saveDraft = (kitchen: string, formula: number, revision: number, document: FormulaDocument) =>
  taken(
    api.PUT('/api/kitchens/{kitchen}/formulas/{formula}/draft', {
      params: { path: { kitchen, formula } },
      body: { revision, document: asTyped(document) },
    }),
  );

/** Call a version something; an empty name takes the name away. */
export async function nameVersion(kitchen: string, formula: number, number: number, name: string) {
  const path = { kitchen, formula, number };
  await taken(
    api.PUT('/api/kitchens/{kitchen}/formulas/{formula}/versions/{number}/name', {
      params: { path },
      body: { name },
    }),
  );
  await queries.invalidateQueries(formulaQuery(kitchen, formula));
}

export const shelve = (kitchen: string, jar: { [key: string]: Json }, reason: string) =>
  taken(api.POST('/api/kitchens/{kitchen}/shelf', { params: { path: { kitchen } }, body: { jar, reason } }));

/** Make one row of the kitchen's own from a label, as it was typed; gives its id, once the page knows it. */
export async function keepFromLabel(
  kitchen: string,
  label: { [key: string]: Json | undefined },
): Promise<string> {
  const path = { kitchen };
  const made = await taken(
    api.POST('/api/kitchens/{kitchen}/rows/ingredients', {
      params: { path },
      body: label as unknown as Label,
    }),
  );
  await queries.invalidateQueries(pantryQuery(kitchen));
  return made.id;
}

/** Keep prices of a kitchen, as they were typed; a Problem 422 names the one that is none. */
export const keepPrices = (kitchen: string, currency: string | null, prices: { [field: string]: Json }[]) =>
  taken(
    api.PUT('/api/kitchens/{kitchen}/prices', {
      params: { path: { kitchen } },
      body: { currency, prices },
    }),
  );

/** Keep all scales of a kitchen, as they were typed; a Problem 422 names the one that cannot be. */
export const keepScales = (kitchen: string, scales: { step_g: Json; max_g: Json }[]) =>
  taken(
    api.PUT('/api/kitchens/{kitchen}/scales', {
      params: { path: { kitchen } },
      body: { scales },
    }),
  );
