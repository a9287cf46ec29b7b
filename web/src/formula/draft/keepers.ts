import { createFormula, NOT_YET, onBack, Problem, queries } from '@/api';
import { DraftKeeper } from './DraftKeeper';
import { keepHere, type Unsent, unsent, unsentOf } from './keep';
import { SERVICES } from './stores';

/** More than this are not remembered with their steps back, but for those that still have something to send. */
const MOST = 30;
const keepers = new Map<string, DraftKeeper>();
/** Formulas that were begun in this window, with what they were looked at as before they had a number. */
const begun = new Map<string, string>();
let beginnings = 0;
const beginning = () => `${NOT_YET}.${beginnings}`;

/** What a formula is looked at as: one that gets its number while it is looked at stays the one that it is. */
export const lookedAtAs = (kitchen: string, formula: number): string =>
  formula === NOT_YET ? beginning() : (begun.get(`${kitchen}/${formula}`) ?? String(formula));

/**
 * The one keeper of a formula's draft, in this window. It outlives the screens, so that a formula opened again goes on
 * with what was typed and with its steps back.
 */
export function keeperOf(kitchen: string, formula: number, opened: Unsent): DraftKeeper {
  const name = `${kitchen}/${formula}`;
  const known = keepers.get(name);
  if (known) return known;
  const keeper = new DraftKeeper(kitchen, formula, opened, (number) => {
    keepers.delete(name);
    keepers.set(`${kitchen}/${number}`, keeper);
    begun.set(`${kitchen}/${number}`, beginning());
    beginnings += 1;
  });
  keepers.set(name, keeper);
  letGo(name);
  return keeper;
}

/** Those of too many that have nothing to send are forgotten, but not the one that is opened. */
function letGo(opened: string): void {
  for (const [name, one] of keepers) {
    if (keepers.size <= MOST) break;
    if (one.idle && name !== opened) keepers.delete(name);
  }
}

/** The one keeper of a service, in this window: it outlives the screen, as that of a formula does. */
export function serviceKeeperOf(kitchen: string, service: number, opened: Unsent): DraftKeeper {
  const name = `${kitchen}/${SERVICES.item(service)}`;
  const known = keepers.get(name);
  if (known) return known;
  const keeper = new DraftKeeper(kitchen, service, opened, undefined, SERVICES);
  keepers.set(name, keeper);
  letGo(name);
  return keeper;
}

/**
 * A formula that was begun in this browser and left before the server had it is stored now: the next one begins empty.
 * Where that is not possible it stays here, and is the one that is gone on with.
 */
export async function storeLeft(kitchen: string): Promise<void> {
  const left = unsent(kitchen, NOT_YET);
  if (!left || keepers.has(`${kitchen}/${NOT_YET}`)) return;
  keepHere(kitchen, NOT_YET, null);
  try {
    await createFormula(kitchen, left.document);
    await queries.invalidateQueries({ queryKey: ['formulas', kitchen] });
  } catch (error) {
    keepHere(kitchen, NOT_YET, left);
    if (!(error instanceof Problem)) throw error;
  }
}

/** Formulas of a kitchen with something of one's own that was never sent, and that are not open in this window. */
export const leftHere = (kitchen: string): { formula: number; title: string }[] =>
  unsentOf(kitchen).filter(({ formula }) => formula !== NOT_YET && !keepers.has(`${kitchen}/${formula}`));

/** Send all that waits; true when the server has everything that was typed in this window. */
export async function sendAll(): Promise<boolean> {
  const sent = await Promise.all([...keepers.values()].map((keeper) => keeper.send()));
  return sent.every(Boolean);
}

/** Somebody else may sit down: no steps back are theirs. What was not sent stays in the browser's store. */
export function forgetAll(): void {
  for (const keeper of keepers.values()) keeper.stop();
  keepers.clear();
}

onBack(() => {
  for (const keeper of keepers.values()) keeper.now();
});
