/** Words along a bar: where each stands so that none is printed over another. */

/** What one letter of small print takes at most [px]; a bold one is not wider. */
const LETTER = 7.4;
const APART = 10;

/** The room that words take [px]. */
export const room = (words: string): number => words.length * LETTER;

export interface Label {
  /** The place that it belongs to [px]. */
  at: number;
  /** The room that it takes [px]. */
  wide: number;
}

/** Where labels that stand in one line begin [px], each as near to its place as the others let it; null where they do not fit. */
export function inLine(labels: Label[], width: number): number[] | null {
  const needed = labels.reduce((sum, one) => sum + one.wide, 0) + APART * Math.max(labels.length - 1, 0);
  if (needed > width) return null;
  const starts = labels.map((one) => Math.min(Math.max(one.at - one.wide / 2, 0), width - one.wide));
  // From the left each gives way to the one before it, then from the right back into the line.
  for (let place = 1; place < labels.length; place += 1)
    starts[place] = Math.max(
      starts[place] ?? 0,
      (starts[place - 1] ?? 0) + (labels[place - 1]?.wide ?? 0) + APART,
    );
  let free = width;
  for (let place = labels.length - 1; place >= 0; place -= 1) {
    starts[place] = Math.min(starts[place] ?? 0, free - (labels[place]?.wide ?? 0));
    free = (starts[place] ?? 0) - APART;
  }
  return starts;
}

/** Those of FURTHER labels that stand free of TAKEN room and of each other, the first ones first. */
export function free<L extends Label>(further: L[], taken: [from: number, to: number][], width: number): L[] {
  const full = [...taken];
  return further.filter(({ at, wide }) => {
    const [from, to] = [at - wide / 2, at + wide / 2];
    const fits = from >= 0 && to <= width && full.every(([a, b]) => to + APART <= a || from - APART >= b);
    if (fits) full.push([from, to]);
    return fits;
  });
}
