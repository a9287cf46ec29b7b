import { readFileSync } from 'node:fs';

/** Rows of expected values: a CSV (RFC 4180) whose first line names the columns. */
export function table(name: string): Record<string, string>[] {
  const text = readFileSync(new URL(`tables/${name}.csv`, import.meta.url), 'utf8');
  const [head = [], ...rows] = text.trim().split('\n').map(cells);
  return rows.map((row) => Object.fromEntries(head.map((column, place) => [column, row[place] ?? ''])));
}

const cells = (row: string): string[] =>
  [...`,${row}`.matchAll(/,(?:"((?:[^"]|"")*)"|([^,]*))/g)].map(([, quoted, plain]) =>
    quoted === undefined ? (plain ?? '') : quoted.replaceAll('""', '"'),
  );
