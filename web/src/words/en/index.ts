/** The words of the interface in English. */
import { app, silence, sorting, table, today, told } from './around';
import * as fish from './fish';
import * as formulas from './formulas';
import * as jars from './jars';
import * as readings from './readings';
import { troubles } from './troubles';
import * as window from './window';

export { names } from './names';
export { terms } from './terms';
export const says = {
  app,
  silence,
  sorting,
  told,
  table,
  today,
  troubles,
  ...formulas,
  ...fish,
  ...jars,
  ...readings,
  ...window,
};

/** How numbers, dates and times are written. */
export const locale = 'en-GB';
