import type { FishResult, FormulaDocument } from '@/api';
import { at, list, put } from '@/document/document';
import type { Place } from '@/document/place';

/**
 * The document with another cut. What was only the usual of the old one (weighed as, skin, bone) goes with it, so that the
 * core takes the new one's, in whatever order things are typed; what was said against the usual stays.
 */
export function withCut(
  document: FormulaDocument,
  cut: string,
  was: FishResult | undefined,
): FormulaDocument {
  const groups = list(at(document, ['fish', 'groups']));
  const places: [Place, string | undefined][] = [
    [['fish', 'skin'], was?.usual.skin],
    [['fish', 'bone'], was?.usual.bone],
    [['fish', 'weight', 'basis'], was?.usual.basis],
    ...groups.map((_, place): [Place, string | undefined] => [
      ['fish', 'groups', place, 'weight', 'basis'],
      was?.usual.basis,
    ]),
  ];
  return places.reduce(
    (changed, [way, usual]) =>
      usual !== undefined && at(changed, way) === usual ? put(changed, way, undefined) : changed,
    put(document, ['fish', 'cut'], cut),
  );
}
