import { readFileSync } from 'node:fs';

/** What the core's tests expect is expected of what is written twice, too. */
const CORES = '../../tests/core/tables';

/** Rows of expected values: a CSV (RFC 4180) whose first line names the columns. */
export const table = (name: string) => rowsOf(`tables/${name}`);
export const coresTable = (name: string) => rowsOf(`${CORES}/${name}`);
export const coresJson = (name: string): unknown =>
  JSON.parse(readFileSync(new URL(`${CORES}/${name}.json`, import.meta.url), 'utf8'));

function rowsOf(file: string): Record<string, string>[] {
  const text = readFileSync(new URL(`${file}.csv`, import.meta.url), 'utf8');
  const [head = [], ...rows] = text.trim().split('\n').map(cells);
  return rows.map((row) => Object.fromEntries(head.map((column, place) => [column, row[place] ?? ''])));
}

const cells = (row: string): string[] =>
  [...`,${row}`.matchAll(/,(?:"((?:[^"]|"")*)"|([^,]*))/g)].map(([, quoted, plain]) =>
    quoted === undefined ? (plain ?? '') : quoted.replaceAll('""', '"'),
  );
