import * as v from 'valibot';
import {
  type Block,
  BlockSchema,
  type Pasted,
  readPasted,
  type Station,
  StationSchema,
} from '../../../core/class/index.ts';
import { keepText, local } from '../../base/index.ts';

/*
 * What shorthand does not say of copied blocks and stations (cue levels, notes, the tempo of the music) is kept in this browser
 * beside the text: pasted here, from any of its classes, they are whole. Elsewhere the text says what it can.
 */

const KEY = 'odd-round.copied';
const CopiedSchema = v.object({
  text: v.string(),
  blocks: v.optional(v.array(BlockSchema)),
  stations: v.optional(v.array(StationSchema)),
});

/** Remembers what a text on the clipboard stands for. */
export function rememberCopied(
  text: string,
  what: { blocks: readonly Block[] } | { stations: readonly Station[] },
): void {
  // Where the storage is full or closed, what is pasted says what the text says.
  keepText(local, KEY, JSON.stringify({ text: bare(text), ...what }));
}

/** What a pasted text holds: whole, when it was copied here, else what it says; null when it is no shorthand. */
export function pastedFrom(text: string): Pasted | null {
  const kept = read();
  if (kept?.text !== bare(text)) return readPasted(text);
  if (kept.blocks) return { blocks: kept.blocks, left: [] };
  return kept.stations ? { stations: kept.stations, left: [] } : readPasted(text);
}

/** Clipboards change the ends of lines and of the text. */
const bare = (text: string) => text.replaceAll('\r\n', '\n').trimEnd();

function read(): v.InferOutput<typeof CopiedSchema> | null {
  try {
    const kept = v.safeParse(CopiedSchema, JSON.parse(local.getItem(KEY) ?? 'null'));
    return kept.success ? kept.output : null;
  } catch {
    return null;
  }
}
