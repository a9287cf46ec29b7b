import { useQueries } from '@tanstack/react-query';
import { type FormulaDocument, formulaQuery, type VersionItem, versionQuery } from '@/api';
import { text } from '@/document/document';

/** Most that stand beside one another. */
export const MOST = 4;

/** One of those that are compared: a formula by its number, and which version of it, null for the draft. */
export interface Column {
  formula: number;
  number: number | null;
  title: string;
  document: FormulaDocument;
  versions: VersionItem[];
}

export type Which = Pick<Column, 'formula' | 'number'>;

/** What an address names: 12.3~12 is version 3 of the formula 12, and its draft. */
export const named = (of: string | undefined): Which[] =>
  (of ?? '')
    .split('~')
    .map((one) => /^(\d+)(?:\.(\d+))?$/.exec(one))
    .flatMap((found) =>
      found ? [{ formula: Number(found[1]), number: found[2] ? Number(found[2]) : null }] : [],
    )
    .slice(0, MOST);

/** The same as an address. */
export const addressOf = (some: Which[]): string | undefined =>
  some.map(({ formula, number }) => (number === null ? `${formula}` : `${formula}.${number}`)).join('~') ||
  undefined;

/** The columns of an address, as far as they have come; `gone` where one is not there. */
export function useColumns(kitchen: string, which: Which[]): { columns: Column[]; gone: boolean } {
  const formulas = useQueries({ queries: which.map((one) => formulaQuery(kitchen, one.formula)) });
  const versions = useQueries({
    queries: which.map((one) => ({
      ...versionQuery(kitchen, one.formula, one.number ?? 0),
      enabled: one.number !== null,
    })),
  });
  const columns = which.flatMap((one, place) => {
    const formula = formulas[place]?.data;
    const document = one.number === null ? formula?.document : versions[place]?.data?.document;
    if (!formula || !document) return [];
    const kept = document as FormulaDocument;
    return [{ ...one, title: text(kept.title) ?? '', document: kept, versions: formula.versions }];
  });
  return { columns, gone: [...formulas, ...versions].some((one) => one.isError) };
}
