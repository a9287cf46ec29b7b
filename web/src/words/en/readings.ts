import { names } from './names';

/** Readings beside their targets, salt to the plate, cautions. */
export const readings = {
  thisJar: 'This jar',
  size: '{mass} · {volume}',
  notWeighed: 'A line is not weighed yet: readings leave it out.',
  restsOn: 'It rests on',
  row: '{name} {value}: {source} ({sure})',
  sure: { H: 'sure', M: 'fairly sure', L: 'rough' },
  equation: `${names.howThisIsReached}: {equation}.`,
  range: ' ({low}–{high})',
  target: 'Target',
  min: 'at least',
  max: 'at most',
  value: 'or just',
  in: 'on target',
  under: '{by} under its target',
  over: '{by} over its target',
} as const;

export const plate = {
  fish: 'fish',
  plate: 'plate',
  plateAtLeast: 'plate, at least',
  step: '{step} {salt}',
  target: 'target {salt}',
  unit: '% of the fish, its own salt included',
  atLeast: 'at least {value}',
  serving:
    '{salt}{saltRange} a serving, {sodium} mg sodium{sodiumRange}: {adult} % of an adult’s day, {child} % of a child’s.',
  missing: 'Not stated, so there is more: {what}.',
  share: '{share} of the fish, its own salt included{state}.',
  left: 'Left for the finish: {salt}.',
  leftServing: 'Left for the finish: {salt}, {each} g a serving.',
} as const;

export const cautions = {
  accepted: 'Accepted on record',
  says: '{grade}. {caution}',
  mark: '!',
  source: '{source}. Local codes and your own inspector come first.',
  by: 'By {initials}: {reason}',
  accept: 'Accept this stop knowingly',
  bothKept: 'Both are kept in the formula and in every version made from it.',
} as const;
