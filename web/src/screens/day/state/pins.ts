import type { FormulaDocument, Json } from '@/api';
import { atWay, list, putWay } from '@/document/document';

const pinsOf = (document: FormulaDocument): Json[] => list(atWay(document, ['pins']));
const others = (document: FormulaDocument, step: string) =>
  pinsOf(document).filter((one) => atWay(one, ['step']) !== step);

/** The service with a step put where it is to begin (local time). */
export const pinned = (document: FormulaDocument, step: string, at: string): FormulaDocument =>
  putWay(document, ['pins'], [...others(document, step), { step, at }]);

/** The service with a step let go to where it finds room. */
export function unpinned(document: FormulaDocument, step: string): FormulaDocument {
  const left = others(document, step);
  return putWay(document, ['pins'], left.length ? left : undefined);
}
