import Papa from 'papaparse';

/** Rows of a table that are sent at once. */
const ROWS = 4000;

/** A table as CSV in parts that one request takes, each with the names of the columns; records as JSON are one part. */
export function recordParts(text: string, rows = ROWS): string[] {
  if (/^\s*[[{]/.test(text)) return [text];
  const [head, ...body] = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true }).data;
  if (!head || body.length <= rows) return [text];
  return Array.from({ length: Math.ceil(body.length / rows) }, (_, k) =>
    Papa.unparse([head, ...body.slice(k * rows, (k + 1) * rows)]),
  );
}
