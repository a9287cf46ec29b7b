/** Times of a service, as it has them: local, day and clock. */

import { kitchenNow } from './kitchenClock';

const CLOCK = /^(\d{1,2}):(\d\d)$/;

export const dayOf = (local: string): string => local.split(/[T ]/)[0] ?? '';
export const clockOf = (local: string): string => (local.split(/[T ]/)[1] ?? '').slice(0, 5);

/**
 * A clock time on a day of service, which begins so long after midnight [min]: the small hours are those of the night
 * after it. What is no time stays as typed.
 */
export function onDay(day: string, clock: string, begins: number): string {
  const found = CLOCK.exec(clock.trim());
  if (!found) return `${day}T${clock}`;
  const hour = Number(found[1]);
  const there = hour * 60 + Number(found[2]) < begins ? shifted(day, 1) : day;
  return `${there}T${String(hour).padStart(2, '0')}:${found[2]}`;
}

/** A day so many days later. */
export function shifted(day: string, days: number): string {
  const there = new Date(`${day}T12:00:00Z`);
  if (Number.isNaN(there.getTime())) return day;
  there.setUTCDate(there.getUTCDate() + days);
  return there.toISOString().slice(0, 10);
}

/** So many days from one day to another; 0 where one of them is none. */
export function daysBetween(from: string, to: string): number {
  const days = (Date.parse(`${to}T12:00:00Z`) - Date.parse(`${from}T12:00:00Z`)) / 86_400_000;
  return Number.isFinite(days) ? Math.round(days) : 0;
}

/** The clock of a time with its offset, as it is in the service's own zone. */
export const wall = (at: string): string => at.slice(11, 16);

/** So many minutes after a time with its offset, as a local time of the service; nights of the clock change apart. */
export function localAfter(at: string, minutes: number): string {
  const there = new Date(`${at.slice(0, 16)}:00Z`);
  there.setUTCMinutes(there.getUTCMinutes() + minutes);
  return there.toISOString().slice(0, 16);
}

/** One formatter for each zone: making one takes long. */
const zones = new Map<string, Intl.DateTimeFormat | null>();

/** What writes local times of a zone by its name, with its clock changes; null where there is no such zone. */
function zoneOf(name: string): Intl.DateTimeFormat | null {
  let found = zones.get(name);
  if (found === undefined) {
    try {
      // Swedes write them as the format has them.
      found = new Intl.DateTimeFormat('sv-SE', { timeZone: name, dateStyle: 'short', timeStyle: 'short' });
    } catch {
      found = null;
    }
    zones.set(name, found);
  }
  return found;
}

/** A minute [min since the epoch] as a local time: of a zone by its name, or by the offset of a time that has one. */
export function localIn(like: string, minute: number): string {
  const zone = /^[A-Za-z]/.test(like) ? zoneOf(like) : null;
  if (zone) return zone.format(minute * 60_000).replace(' ', 'T');
  const offset = /([+-])(\d\d):(\d\d)$/.exec(like);
  const shift = offset ? (offset[1] === '-' ? -1 : 1) * (Number(offset[2]) * 60 + Number(offset[3])) : 0;
  return new Date((minute + shift) * 60_000).toISOString().slice(0, 16);
}

/** Where a service is, by whose clock: its zone by name; one that says none goes by the offset of its plan. */
export const placeOf = (document: { timezone?: unknown }, plan: { starts_at: string | null }): string =>
  (typeof document.timezone === 'string' && document.timezone) || (plan.starts_at ?? '');

/** Now, as a local time there. */
export const nowIn = (like: string): string => localIn(like, Math.floor(kitchenNow() / 60_000));
