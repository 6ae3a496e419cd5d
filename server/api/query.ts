import { type Cursor, readCursor } from '../db/page.ts';

/** Rows of a page where nothing is said, and the most there are. */
const USUAL = 50;
const MOST_AT_ONCE = 200;

/** A whole number from 1 to what fits 32 bits; null when a text is none. */
export function numberOf(text: string): number | null {
  return /^[1-9]\d{0,9}$/.test(text) && Number(text) <= 2_147_483_647 ? Number(text) : null;
}

/** The requested page of a list: `limit` rows (1 to 200) after the cursor `after`. */
export function pageOf(
  query: { q?: string | undefined; after?: string | undefined; limit?: string | undefined },
  usual = USUAL,
): { limit: number; after: Cursor | null; query: string } {
  return {
    limit: Math.min(numberOf(query.limit ?? '') ?? usual, MOST_AT_ONCE),
    after: readCursor(query.after ?? ''),
    query: query.q ?? '',
  };
}
