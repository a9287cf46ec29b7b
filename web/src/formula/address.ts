import { NOT_YET } from '@/api';

const NEW = 'new';

/** What a formula is called in an address; one that is not stored yet is a new one. */
export const addressOf = (formula: number): string => (formula === NOT_YET ? NEW : String(formula));

/** The formula of an address; NaN for what is none. */
export const formulaAt = (address: string): number =>
  address === NEW ? NOT_YET : /^[1-9]\d{0,14}$/.test(address) ? Number(address) : Number.NaN;
