import { list, text } from '@/document/document';
import type { useOpened } from '@/formula/opened';
import { fill, named, says, terms } from '@/words';
import { degrees, heatTime, millimetres, plain } from '@/words/numbers';
import type { FishPart } from './parts';

type Opened = ReturnType<typeof useOpened>;

/** One part of what is said of the fish, in a few words. */
export const inShort = (part: FishPart, opened: Opened): string => SHORT[part](opened);

const joined = (words: (string | number | false | null | undefined)[]) => words.filter(Boolean).join(', ');

const SHORT: Record<FishPart, (opened: Opened) => string> = {
  measures: ({ evaluation, value }) => {
    const { thickness_mm: thickness } = evaluation?.fish ?? {};
    const pieces = value(['fish', 'pieces']);
    return joined([
      typeof pieces === 'number' && fill(says.inShort.pieces, { pieces }),
      thickness && millimetres(thickness),
    ]);
  },
  prep: ({ value, evaluation }) => {
    const receiving = text(value(['fish', 'receiving']));
    if (receiving === 'rejected') return says.inShort.refused;
    const cards = evaluation?.fish.cards ?? [];
    return joined([
      receiving === 'accepted' && says.inShort.accepted,
      cards.length > 0 && fill(says.inShort.steps, { number: cards.length }),
    ]);
  },
  heat: ({ value, evaluation }) => {
    const method = text(value(['cook', 'method']));
    const cook = evaluation?.cook;
    if (!method) return says.inShort.noHeat;
    return joined([
      named(terms.choices.heat, method),
      cook?.minutes && fill(says.inShort.core, { core: degrees(cook.core_c), time: heatTime(cook.minutes) }),
    ]);
  },
  sides: ({ value }) => {
    const sides = list(value(['sides']));
    const called = sides.map((_, place) => text(value(['sides', place, 'name'])));
    return (
      joined(called) ||
      (sides.length ? fill(says.inShort.sides, { number: sides.length }) : says.inShort.noSides)
    );
  },
  diners: ({ value }) => {
    const diners = list(value(['diners']));
    const servings = value(['servings']);
    if (!diners.length)
      return typeof servings === 'number' ? fill(says.inShort.adults, { number: plain(servings, 0) }) : '';
    const avoided = new Set(diners.flatMap((_, place) => list(value(['diners', place, 'avoid']))));
    const words = [...avoided].map((one) => named(terms.avoided, String(one)));
    return joined([
      fill(diners.length === 1 ? says.inShort.oneDiner : says.inShort.diners, { number: diners.length }),
      words.length > 0 && fill(says.inShort.without, { what: words.join(', ') }),
    ]);
  },
};
