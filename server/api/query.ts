import type { Request } from 'express';
import { type Cursor, readCursor } from '../db/page.ts';

const MOST_AT_ONCE = 200;
const MAX_QUERY = 200;

/** A text of the address's query; '' when it is missing or given twice. */
export function textOf(req: Request, name: string): string {
  const value = req.query[name];
  return typeof value === 'string' ? value.slice(0, MAX_QUERY) : '';
}

/** A whole number of the address's query from 1 to what fits 32 bits; null when it is none. */
export function numberOf(text: string): number | null {
  return /^[1-9]\d{0,9}$/.test(text) && Number(text) <= 2_147_483_647 ? Number(text) : null;
}

/** Which page of a list is asked for: `limit` rows (1 to 200) after the cursor `after`. */
export function pageOf(req: Request, usual: number): { limit: number; after: Cursor | null; query: string } {
  return {
    limit: Math.min(numberOf(textOf(req, 'limit')) ?? usual, MOST_AT_ONCE),
    after: readCursor(textOf(req, 'after')),
    query: textOf(req, 'q'),
  };
}
