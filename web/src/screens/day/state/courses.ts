import { api, type FormulaDocument, formulaQuery, type Json, queries, taken, versionQuery } from '@/api';
import { atWay, list, text } from '@/document/document';

/** A word of its own for a course, from its formula's title: steps and reasons call it so. */
export function nameOf(title: string, takenNames: readonly string[]): string {
  const word = title.toLowerCase().match(/[\p{L}\d]+/u)?.[0] ?? 'course';
  let name = word;
  for (let number = 2; takenNames.includes(name); number += 1) name = `${word}-${number}`;
  return name;
}

/** The newest version of a formula as a service has it; its draft, where it has none. */
async function formulaOf(
  kitchen: string,
  formula: number,
): Promise<{ document: FormulaDocument; version: { [key: string]: Json } }> {
  const { document, versions } = await queries.fetchQuery(formulaQuery(kitchen, formula));
  const number = versions[0]?.number;
  if (number === undefined) return { document: document as FormulaDocument, version: { formula } };
  const kept = await queries.fetchQuery(versionQuery(kitchen, formula, number));
  return { document: kept.document as FormulaDocument, version: { formula, number } };
}

/** A course of a formula for as many as it serves, at the first plate. */
export async function courseOf(kitchen: string, formula: number, service: FormulaDocument): Promise<Json> {
  const { document, version } = await formulaOf(kitchen, formula);
  const known = list(service.courses).map((one) => text(atWay(one, ['id'])) ?? '');
  const plate = atWay(service, ['plates', 0, 'id']);
  return {
    id: nameOf(text(document.title) || (text(atWay(document, ['fish', 'species'])) ?? ''), known),
    ...(plate === undefined ? {} : { plate }),
    covers: typeof document.servings === 'number' ? document.servings : 4,
    version,
    formula: document,
  };
}

/** The course with the newest version of its formula. */
export async function renewed(kitchen: string, course: Json): Promise<Json> {
  const { document, version } = await formulaOf(kitchen, Number(atWay(course, ['version', 'formula'])));
  return { ...(course as { [key: string]: Json }), version, formula: document };
}

/** The numbers of the newest versions of formulas; of one that is gone none. */
export const newestQuery = (kitchen: string, formula: number) => ({
  queryKey: ['formulas', kitchen, 'newest', formula],
  queryFn: async () =>
    (
      await taken(
        api.GET('/api/kitchens/{kitchen}/formulas/{formula}', { params: { path: { kitchen, formula } } }),
      )
    ).versions[0]?.number ?? null,
});
