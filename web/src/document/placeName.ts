import type { FormulaDocument, Json, Pantry } from '@/api';
import { named, says } from '@/words';
import { atWay, text, type Way, wayOf, within } from './document';

/** A place of the document as a cook would say it: "Mustard buttermilk › Honey › amount". */
export function placeName(document: FormulaDocument, pantry: Pantry, path: string): string {
  const way = wayOf(path);
  const said: string[] = [];
  way.forEach((step, place) => {
    if (typeof step === 'number')
      said.push(partName(atWay(document, way.slice(0, place + 1)), way, place, pantry));
    else if (!['jars', 'lines', 'value'].includes(step))
      said.push(named(says.parts, step).replaceAll('_', ' '));
  });
  return said.join(' › ') || says.formula.itself;
}

function partName(part: Json | undefined, way: Way, place: number, pantry: Pantry): string {
  const ingredient = text(within<'Line'>(part, 'ingredient'));
  const known = pantry.ingredients.find((one) => one.id === ingredient);
  const number = Number(way[place]) + 1;
  return (
    known?.name ??
    ingredient ??
    text(within<'Jar'>(part, 'name')) ??
    `${String(way[place - 1] ?? 'part').replace(/s$/, '')} ${number}`
  );
}
