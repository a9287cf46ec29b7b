import type { FormulaDocument, Json } from '@/api';
import { atWay, list, putWay } from '@/document/document';
import { kitchenNow } from '@/service/kitchenClock';
import { clockOf, dayOf, shifted } from '@/service/times';

/** Fields of plates that are times. */
const TIMES = ['at', 'from', 'to'] as const;

/** The service with all its plates on other days. */
export function onDays(document: FormulaDocument, move: (day: string) => string): FormulaDocument {
  let moved = document;
  const put = (way: (string | number)[], time: Json | undefined) => {
    if (typeof time !== 'string' || !dayOf(time)) return;
    moved = putWay(moved, way, `${move(dayOf(time))}T${clockOf(time)}`);
  };
  for (const [place, plate] of list(document.plates).entries())
    for (const field of TIMES) put(['plates', place, field], atWay(plate, [field]));
  put(['not_before'], document.not_before);
  // Where steps were put is of that day.
  return putWay(moved, ['pins'], undefined);
}

/** Another service like one, on the day after today. */
export function likeTomorrow(document: FormulaDocument): FormulaDocument {
  const first = list(document.plates)
    .flatMap((plate) => TIMES.map((field) => atWay(plate, [field])))
    .filter((time): time is string => typeof time === 'string')
    .map(dayOf)
    .sort()[0];
  if (!first) return document;
  const now = new Date(kitchenNow());
  const today = `${now.getFullYear()}-${String(now.getMonth() + 1).padStart(2, '0')}-${String(now.getDate()).padStart(2, '0')}`;
  const days = Math.round((Date.parse(shifted(today, 1)) - Date.parse(first)) / 86_400_000);
  return onDays(document, (one) => shifted(one, days));
}
