import type { AnswerOf } from '@/api';
import { fill, named, says, terms } from '@/words';

type LineRead = NonNullable<AnswerOf<'read-line'>['line']>;

/** A line that is not in the jar yet, in words: its amount and what it follows, with its base. */
export function lineInWords({ amount, basis, per }: LineRead): string {
  const unit = named(terms.units, amount.unit ?? '');
  const much = amount.unstated
    ? says.lines.notStated
    : amount.value !== undefined
      ? fill(says.lines.amount, { amount: amount.value, unit })
      : fill(says.lines.range, { low: amount.low ?? '', high: amount.high ?? '', unit });
  if (!basis || amount.unstated) return much;
  const base = per
    ? fill(says.lines.forEach, { fish: per.value, unit: per.unit })
    : basis === 'surface'
      ? ` ${says.lines.forArea} `
      : ' ';
  return `${much}${base}${named(terms.follows, basis)}`;
}
