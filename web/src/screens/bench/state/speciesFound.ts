import type { Pantry } from '@/api';
import type { Found } from '@/ui';
import { says } from '@/words';

/** Fish as they are searched for: by name, id and synonym; a name of many says so. */
export const speciesFound = (species: Pantry['species']): Found[] =>
  species.map((one) => ({
    id: one.id,
    name: one.name,
    hint: one.candidates.length ? says.fish.whichOne : one.flesh,
    words: [one.name, one.id, ...one.synonyms].join(' ').toLowerCase(),
  }));
