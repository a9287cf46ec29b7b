/** What is said of the fish, part by part; each is a tab of its panel. */
export const FISH_PARTS = ['measures', 'prep', 'heat', 'sides', 'diners'] as const;
export type FishPart = (typeof FISH_PARTS)[number];

/** Where a place of the document is written; the first that begins it. */
const WRITTEN_IN: [start: string, part: FishPart][] = [
  ['/cook', 'heat'],
  ['/sides', 'sides'],
  ['/diners', 'diners'],
  ['/fish/receiving', 'prep'],
  ['/fish/trimmings', 'prep'],
  ['/fish/origin', 'prep'],
  ['/fish/frozen_record', 'prep'],
  ['/fish', 'measures'],
  ['/servings', 'measures'],
];

/** The part that a place of the document is written in, if it is one of the fish's. */
export const partWith = (path: string): FishPart | undefined =>
  WRITTEN_IN.find(([start]) => path === start || path.startsWith(`${start}/`))?.[1];
