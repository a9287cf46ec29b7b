import type { FormulaDocument, Pantry } from '@/api';
import { at, list, put, type Way } from '@/formula/document';

type Usual = Pick<Pantry['cuts'][number], 'usual_basis' | 'usual_skin' | 'usual_bone'>;

const PLAIN: Usual = { usual_basis: 'fillet', usual_skin: 'none', usual_bone: 'out' };

/**
 * The document with another cut. What was only the old cut's usual (weighed as, skin, bone) goes with it, so that a whole
 * fish is weighed whole in whatever order it is typed; what was said against the usual stays.
 */
export function withCut(document: FormulaDocument, cut: string, cuts: Pantry['cuts']): FormulaDocument {
  const was: Usual = cuts.find((one) => one.id === at(document, ['fish', 'cut'])) ?? PLAIN;
  const groups = list(at(document, ['fish', 'groups']));
  const places: [Way, string][] = [
    [['fish', 'skin'], was.usual_skin],
    [['fish', 'bone'], was.usual_bone],
    [['fish', 'weight', 'basis'], was.usual_basis],
    ...groups.map((_, place): [Way, string] => [
      ['fish', 'groups', place, 'weight', 'basis'],
      was.usual_basis,
    ]),
  ];
  return places.reduce(
    (changed, [way, usual]) => (at(changed, way) === usual ? put(changed, way, undefined) : changed),
    put(document, ['fish', 'cut'], cut),
  );
}
