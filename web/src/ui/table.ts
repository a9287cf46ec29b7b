/** Tables that leave the page: tidy, a row for each observation, its columns named in the head. */

export type Cell = string | number | null;
export type Row = { readonly [column: string]: Cell };

/** Of what a table or a picture is: it stands in every row, and in the name of the file. */
export interface Origin {
  formula: string;
  /** "draft", or the number of the version. */
  version: string;
  /** Empty where it is of no one jar. */
  jar: string;
  /** What reckoned it, in full. */
  engine: string;
}

// What a spreadsheet would take for a formula (OWASP, CSV Injection); numbers are written as such.
const FORMULA = /^[=+\-@\t\r]/;
const LONGEST_PART = 40;

/** A cell: words quoted where they must be (RFC 4180), numbers to the digits that mean something. */
function cell(value: Cell | undefined): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'number') return String(Number(value.toPrecision(6)));
  const harmless = FORMULA.test(value) ? `'${value}` : value;
  return /[",\r\n]/.test(harmless) ? `"${harmless.replaceAll('"', '""')}"` : harmless;
}

/** Rows as CSV, where they come from before what they hold. */
export function csv(of: Origin, rows: readonly Row[]): string {
  const { formula, version, jar, engine } = of;
  const whole: Row[] = rows.map((row) => ({ formula, version, jar, ...row, engine }));
  const columns = Object.keys(whole[0] ?? {});
  const lines = whole.map((row) => columns.map((column) => cell(row[column])).join(','));
  return `${[columns.join(','), ...lines].join('\r\n')}\r\n`;
}

/** What the file is called but for its ending: of what, what, and by which version and tables. */
export function fileName(of: Origin, what: string): string {
  const [program = '', version = '', tables = ''] = of.engine.split(' ');
  const parts = [of.formula, of.version, of.jar, what, program, version, tables.split(':')[1] ?? ''];
  return parts
    .map((part) => slug(part))
    .filter(Boolean)
    .join('_');
}

/** Letters and digits of any script, the rest as hyphens. */
function slug(part: string): string {
  const kept = part.toLowerCase().replaceAll(/[^\p{Letter}\p{Mark}\p{Number}.]+/gu, '-');
  return [...kept]
    .slice(0, LONGEST_PART)
    .join('')
    .replaceAll(/^[-.]+|[-.]+$/g, '');
}
