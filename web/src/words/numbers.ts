/** Numbers as a cook reads them: no false precision, always with the unit. Drawing only; nothing is computed here. */

import { locale, named, terms } from './index';

const { units } = terms;

/** One formatter for each number of digits: making one takes longer than drawing a line of the bench. */
const formatters = new Map<number, Intl.NumberFormat>();

function shown(value: number, digits: number): string {
  let formatter = formatters.get(digits);
  if (!formatter) {
    formatter = new Intl.NumberFormat(locale, {
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
    });
    formatters.set(digits, formatter);
  }
  return formatter.format(value);
}

/** With one decimal, and without it where it is none. */
const tenths = (value: number): string => shown(value, Math.round(value * 10) % 10 === 0 ? 0 : 1);

export const MISSING = '—';

export function grams(value: number | null | undefined): string {
  if (value === null || value === undefined) return MISSING;
  if (value >= 9_995) return `${shown(value / 1000, 1)} ${units.kg}`;
  if (value >= 999.5) return `${shown(value / 1000, 2)} ${units.kg}`;
  return `${shown(value, value < 99.95 ? 1 : 0)} ${units.g}`;
}

/** A mass as it stands on a scale of so coarse a step [g]: no digit more than that shows. */
export function onScale(value: number, step: number): string {
  const digits = -Math.floor(Math.log10(step) + 1e-9);
  return value >= 1000
    ? `${shown(value / 1000, Math.max(0, digits + 3))} ${units.kg}`
    : `${shown(value, Math.max(0, digits))} ${units.g}`;
}

export function millilitres(value: number | null | undefined): string {
  if (value === null || value === undefined) return MISSING;
  return value >= 999.5
    ? `${shown(value / 1000, 2)} ${units.l}`
    : `${shown(value, value < 9.95 ? 1 : 0)} ${units.ml}`;
}

export function percent(value: number | null | undefined, digits = 2): string {
  return value === null || value === undefined ? MISSING : `${shown(value, digits)} ${units['%']}`;
}

export function plain(value: number | null | undefined, digits = 1): string {
  return value === null || value === undefined ? MISSING : shown(value, digits);
}

export function millimetres(value: number | null | undefined): string {
  return value === null || value === undefined
    ? MISSING
    : `${shown(value, value < 9.95 ? 1 : 0)} ${units.mm}`;
}

/** 4.5 min, 19 min, 1 h 14, 19 h, 7 d: as the core says it too. */
export function duration(minutes: number | null | undefined): string {
  if (minutes === null || minutes === undefined) return MISSING;
  if (minutes < 59.5) return `${minutes < 9.45 ? tenths(minutes) : Math.round(minutes)} ${units.min}`;
  if (minutes < 600) {
    const whole = Math.round(minutes);
    return whole % 60
      ? `${Math.floor(whole / 60)} ${units.h} ${String(whole % 60).padStart(2, '0')}`
      : `${whole / 60} ${units.h}`;
  }
  return minutes < 4320 ? `${Math.round(minutes / 60)} ${units.h}` : `${tenths(minutes / 1440)} ${units.d}`;
}

/** A modelled time in the heat, no finer than the model knows it: to the half minute, from 5 min to the minute. */
export function heatTime(minutes: number | null | undefined): string {
  if (minutes === null || minutes === undefined) return MISSING;
  if (minutes >= 5) return duration(Math.round(minutes));
  return duration(minutes > 0 ? Math.max(0.5, Math.round(minutes * 2) / 2) : 0);
}

/** A time of seconds, given in minutes. */
export const seconds = (minutes: number): string => `${Math.round(minutes * 60)} ${units.s}`;

/** A temperature [degC] to the degree. */
export const degrees = (celsius: number | null | undefined): string =>
  celsius === null || celsius === undefined ? MISSING : `${shown(celsius, 0)} ${units.degC}`;

export const day = (time: Date): string => time.toLocaleDateString(locale);

export function clock(time: Date): string {
  return time.toLocaleTimeString(locale, { hour: '2-digit', minute: '2-digit' });
}

/** The day of a local time, as it is said: Fri 4 Dec. */
export const dayInWords = (local: string): string =>
  new Date(`${local.slice(0, 10)}T12:00:00`).toLocaleDateString(locale, {
    weekday: 'short',
    day: 'numeric',
    month: 'short',
  });

/** When something was: the time of a day that is today, else the day. */
export const since = (time: Date): string => (day(time) === day(new Date()) ? clock(time) : day(time));

/** A number of the core in its own unit, as a cook reads it. */
export function inUnit(value: number | null | undefined, unit: string): string {
  if (value === null || value === undefined) return MISSING;
  switch (unit) {
    case 'min':
      return duration(value);
    case 'g':
      return grams(value);
    case 'ml':
      return millilitres(value);
    case 'mm':
      return millimetres(value);
    case '%':
      return percent(value);
    case 'degC':
      return `${shown(value, value % 1 ? 1 : 0)} ${units.degC}`;
    case 'mg':
    case 'cm2':
      return `${shown(value, 0)} ${units[unit]}`;
    case '':
      return shown(value, value % 1 ? 2 : 0);
    default:
      return `${value < 1 ? value.toPrecision(2) : shown(value, value < 100 ? 1 : 0)} ${named(units, unit)}`;
  }
}
