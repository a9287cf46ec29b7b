import type { FormulaDocument, JarOnFish, Plan, PlannedStep } from '@/api';
import { atWay, list, text } from '@/document/document';
import type { Spell } from './scale';

/** A step on the docket: what it is, from when to when [min since the epoch]. Parts at one station follow as one. */
export interface Block extends Spell {
  step: PlannedStep;
  /** Whose column it stands in; the same step may stand in several. */
  column: string;
}

export interface Column {
  id: string;
  kind: 'person' | 'station';
  name: string;
  blocks: Block[];
}

/** The least that a step is drawn high, so that it can be read and pressed [px]. */
const LINE = 25;

export const minuteOf = (at: string): number => Math.round(Date.parse(at) / 60_000);

/** The columns of a docket: everybody and everything that the plan takes or the service names. */
export function columnsOf(document: FormulaDocument, plan: Plan): Column[] {
  const named = (kind: 'people' | 'stations') =>
    list(atWay(document, ['kitchen', kind])).map((one) => ({
      id: text(atWay(one, ['id'])) ?? '',
      name: text(atWay(one, ['name'])) ?? text(atWay(one, ['id'])) ?? '',
    }));
  const people = named('people').map(({ id, name }) => ({
    id,
    kind: 'person' as const,
    name,
    blocks: plan.steps
      .filter((step) => step.active && step.people.includes(id))
      .map((step) => blockOf(step, `person ${id}`)),
  }));
  const stations = named('stations').map(({ id, name }) => ({
    id,
    kind: 'station' as const,
    name,
    blocks: joined(
      plan.steps.filter((step) => step.stations.includes(id)),
      `station ${id}`,
    ),
  }));
  // A station that nothing is done on only takes room.
  return [...people, ...stations.filter(({ blocks }) => blocks.length > 0)];
}

const blockOf = (step: PlannedStep, column: string): Block => ({
  step,
  column,
  start: minuteOf(step.start),
  end: minuteOf(step.end),
  least: LINE,
});

const rootOf = (step: PlannedStep): string =>
  step.id.slice(0, Math.max(step.id.lastIndexOf('.'), 0)) || step.id;

/** Steps at a station that follow one another without a gap, as cook, turn and cook, are one block. */
function joined(steps: PlannedStep[], column: string): Block[] {
  const blocks: Block[] = [];
  for (const step of steps) {
    const last = blocks.at(-1);
    const next = blockOf(step, column);
    if (last && last.end === next.start && rootOf(last.step) === rootOf(step)) last.end = next.end;
    else blocks.push(next);
  }
  return blocks;
}

/** Jars on fish as columns of their own: those that are on one after another share one. */
export function jarColumns(windows: readonly JarOnFish[]): JarOnFish[][] {
  const columns: JarOnFish[][] = [];
  for (const one of windows) {
    const free = columns.find((column) => {
      const last = column.at(-1);
      return last && minuteOf(last.off) <= minuteOf(one.on);
    });
    if (free) free.push(one);
    else columns.push([one]);
  }
  return columns;
}

/** What the scale has to have room for. */
export function spellsOf(columns: readonly Column[], windows: readonly JarOnFish[]): Spell[] {
  return [
    ...columns.flatMap((column) => column.blocks),
    ...windows.map(({ on, off }) => ({ start: minuteOf(on), end: minuteOf(off), least: LINE })),
  ];
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/** What covers that came on top of a course are called behind its id. */
const MORE = /-more(-\d+)?$/;

/** The mark of a course of the plan: covers that came on top have that of their course. */
export const markOf = <T>(marks: ReadonlyMap<string, T>, course: string | null): T | undefined =>
  marks.get(course ?? '') ?? marks.get((course ?? '').replace(MORE, ''));

/** Courses by their ids: their place in the service, and a letter where there is more than one. */
export function lettersOf(document: FormulaDocument): Map<string, { place: number; letter: string }> {
  const ids = list(document.courses).map((one) => text(atWay(one, ['id'])) ?? '');
  return new Map(
    ids.map((id, place) => [
      id,
      { place, letter: ids.length > 1 ? (LETTERS[place % LETTERS.length] ?? '') : '' },
    ]),
  );
}
