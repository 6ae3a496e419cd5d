import { type Field, keysOf } from '../station/index.ts';
import type { Layout } from './layout.ts';
import type { Block, Plan } from './schema.ts';

/** What becomes of the ids of blocks and stations: an id, null where the thing is gone, undefined for what is no id. */
export interface Ids {
  block: (id: string) => string | null | undefined;
  station: (blockId: string, id: string) => string | null | undefined;
}

/** A field of the class; `names` gives it with other ids where it names blocks or stations. */
export interface PlanField<T> extends Field {
  names?: (value: NonNullable<T>, ids: Ids) => NonNullable<T> | undefined;
}

const said = (words: string): Field => ({ words, text: 'said' });
const unsaid = (words: string): Field => ({ words, text: 'unsaid' });

export const PLAN_FIELDS: { readonly [K in keyof Plan]-?: PlanField<Plan[K]> } = {
  version: unsaid('version'),
  id: unsaid('identity'),
  title: said('title'),
  slot: said('slot'),
  heads: said('heads'),
  level: said('level'),
  room: said('room'),
  layout: { ...unsaid('room plan'), names: spotsNamed },
  notes: unsaid('notes'),
  countInMs: said('count-in'),
  getReadyMs: said('get ready'),
  cues: unsaid('cue settings'),
  cueLevels: unsaid('cue levels'),
  phrases: unsaid('phrases'),
  lines: unsaid('script'),
  voice: unsaid('voice'),
  squads: unsaid('squads'),
  kit: unsaid('kit of this class'),
  silent: unsaid('silent class'),
  audience: unsaid('who is here'),
  accepted: { ...unsaid('findings as meant'), names: acceptedNamed },
  blocks: said('blocks'),
};

export const BLOCK_FIELDS: { readonly [K in keyof Block]-?: Field } = {
  id: unsaid('identity'),
  title: said('title'),
  role: said('part of the class'),
  use: said('use of the room'),
  stations: said('stations'),
  format: said('format'),
  breakAfter: said('break after'),
  floorMs: said('floor'),
  school: unsaid('order on purpose'),
  cueLevels: unsaid('cue levels'),
  musicBpm: unsaid('tempo of the music'),
  notes: unsaid('notes'),
};

/** The keys of a table that shorthand does not say. */
export const unsaidKeys = <T extends Record<string, Field>>(table: T) =>
  keysOf(table).filter((key) => table[key]?.text === 'unsaid');

function spotsNamed(layout: Layout, ids: Ids): Layout {
  let changed = false;
  const spots = layout.spots.flatMap((spot) => {
    const blockId = ids.block(spot.blockId);
    const stationId = ids.station(spot.blockId, spot.stationId);
    changed ||= blockId !== spot.blockId || stationId !== spot.stationId;
    return blockId && stationId ? [{ ...spot, blockId, stationId }] : [];
  });
  return changed ? { ...layout, spots } : layout;
}

type Accepted = NonNullable<Plan['accepted']>;

function acceptedNamed(accepted: Accepted, ids: Ids): Accepted | undefined {
  let changed = false;
  const kept = accepted.flatMap((finding) => {
    const key = keyNamed(finding.key, ids);
    changed ||= key !== finding.key;
    return key === null ? [] : [{ ...finding, key }];
  });
  if (!changed) return accepted;
  return kept.length > 0 ? kept : undefined;
}

/** The key of a finding names the check, then a block, then stations of it or something else; null where one is gone. */
function keyNamed(key: string, ids: Ids): string | null {
  let blockId: string | null = null;
  let isGone = false;
  const named = key.split(/([:>])/).map((part) => {
    const asBlock = blockId === null ? ids.block(part) : undefined;
    if (asBlock !== undefined) blockId = part;
    const id = asBlock === undefined && blockId !== null ? ids.station(blockId, part) : asBlock;
    isGone ||= id === null;
    return id ?? part;
  });
  return isGone ? null : named.join('');
}
