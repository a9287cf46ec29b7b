interface Kept {
  number: number;
  after: number | null;
}

/** One node of the tree: its place from the top and its lane from the left. The draft has the number 0. */
export interface Row extends Kept {
  place: number;
  lane: number;
}

/**
 * The tree of versions, newest first, below the draft that goes on from ORIGIN: what first came from a version stands
 * in its lane, what came from it again gets a lane of its own.
 */
export function lanes(versions: Kept[], origin: number | null): { rows: Row[]; wide: number } {
  const laneOf = new Map<number, number>();
  const continued = new Set<number>();
  let wide = 0;
  for (const { number, after } of [...[...versions].reverse(), { number: 0, after: origin }]) {
    const lane = after !== null && !continued.has(after) ? laneOf.get(after) : undefined;
    if (after !== null) continued.add(after);
    if (lane === undefined) wide += 1;
    laneOf.set(number, lane ?? wide - 1);
  }
  const rows = [{ number: 0, after: origin }, ...versions].map((one, place) => ({
    ...one,
    place,
    lane: laneOf.get(one.number) ?? 0,
  }));
  return { rows, wide };
}
