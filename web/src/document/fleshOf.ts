import type { Pantry } from '@/api';
import { fill, named, says, terms } from '@/words';

/** What sort of flesh a species has, as a cook says it. */
export const fleshOf = ({ fat_class, firmness, delicate }: Pantry['species'][number]): string =>
  fill(delicate ? says.fish.delicateKind : says.fish.kind, {
    fat: named(terms.fat, fat_class),
    flesh: named(terms.firmness, firmness),
  });
