/** Time down the page: as many pixels a minute as its steps need to be read, and idle hours drawn short. */

/** A time that something takes [min], and how high it has to be drawn at least [px]. */
export interface Spell {
  start: number;
  end: number;
  least: number;
}

/** An idle stretch that is drawn short: from when to when [min], and where [px]. */
export interface Tear {
  start: number;
  end: number;
  y: number;
  high: number;
}

export interface Scale {
  /** Where a time is drawn [px]. */
  y: (minute: number) => number;
  /** Which time is drawn there, to the minute. */
  at: (y: number) => number;
  high: number;
  marks: number[];
  tears: Tear[];
}

/** Pixels a minute where nothing needs more, and how high a stretch without a mark is drawn at most [px]. */
const PER_MIN = 2;
const MOST = 56;
/** A stretch so long [min] that it is drawn short is told. */
const IDLE = 45;

/** The scale of some spells; times in between are drawn in proportion. */
export function scaleOf(spells: readonly Spell[]): Scale {
  const marks = [...new Set(spells.flatMap(({ start, end }) => [start, end]))].sort((a, b) => a - b);
  const ending = new Map<number, Spell[]>();
  for (const spell of spells) ending.set(spell.end, [...(ending.get(spell.end) ?? []), spell]);
  const drawn = new Map<number, number>();
  const tears: Tear[] = [];
  for (const [place, mark] of marks.entries()) {
    const before = marks[place - 1];
    if (before === undefined) {
      drawn.set(mark, 0);
      continue;
    }
    const from = drawn.get(before) ?? 0;
    const high = Math.min((mark - before) * PER_MIN, MOST);
    const needed = (ending.get(mark) ?? []).map(({ start, least }) => (drawn.get(start) ?? 0) + least);
    const y = Math.max(from + high, ...needed);
    if (mark - before >= IDLE) tears.push({ start: before, end: mark, y: from, high: y - from });
    drawn.set(mark, y);
  }
  const ys = marks.map((mark) => drawn.get(mark) ?? 0);
  return {
    y: (minute) => between(marks, ys, minute),
    at: (y) => Math.round(between(ys, marks, y)),
    high: ys.at(-1) ?? 0,
    marks,
    tears,
  };
}

/** The value at X on the line through points whose XS grow; beyond its ends it is that of the end. */
function between(xs: readonly number[], ys: readonly number[], x: number): number {
  const right = xs.findIndex((one) => one >= x);
  if (right === -1) return ys.at(-1) ?? 0;
  const [x1, y1] = [xs[right] ?? 0, ys[right] ?? 0];
  if (right === 0 || x1 === x) return y1;
  const [x0, y0] = [xs[right - 1] ?? 0, ys[right - 1] ?? 0];
  return x1 === x0 ? y0 : y0 + ((y1 - y0) * (x - x0)) / (x1 - x0);
}

/** Marks whose words have room below one another [px]. */
export function roomy(marks: readonly number[], y: (mark: number) => number, room: number): number[] {
  const shown: number[] = [];
  for (const mark of marks) {
    const last = shown.at(-1);
    if (last === undefined || y(mark) - y(last) >= room) shown.push(mark);
  }
  return shown;
}
