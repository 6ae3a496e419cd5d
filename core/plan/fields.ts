import { type Field, keysOf } from '../station/index.ts';
import { same } from '../values/index.ts';
import type { Layout } from './layout.ts';
import type { Block, Bound, Plan } from './schema.ts';

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
  mix: said('levels in the class'),
  kind: said('kind of class'),
  climate: said('warmth of the room'),
  room: said('room'),
  layout: { ...unsaid('room plan'), names: spotsNamed },
  notes: unsaid('notes'),
  countInMs: said('count-in'),
  getReadyMs: said('get ready'),
  cues: unsaid('cue settings'),
  cueLevels: unsaid('cue levels'),
  phrases: unsaid('phrases'),
  lines: { ...unsaid('script'), names: linesNamed },
  voice: unsaid('voice'),
  squads: unsaid('squads'),
  kit: unsaid('kit of this class'),
  series: unsaid('place in its series'),
  silent: unsaid('silent class'),
  audience: unsaid('who is here'),
  accepted: { ...unsaid('findings as meant'), names: acceptedNamed },
  blocks: said('blocks'),
};

export const BLOCK_FIELDS: { readonly [K in keyof Block]-?: PlanField<Block[K]> } = {
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
  music: unsaid('music'),
  notes: unsaid('notes'),
  shows: { ...unsaid('what the demo shows'), names: showsNamed },
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

type Lines = NonNullable<Plan['lines']>;

function linesNamed(lines: Lines, ids: Ids): Lines | undefined {
  let changed = false;
  const kept = lines.flatMap((line) => {
    const at = boundNamed(line.at, ids);
    changed ||= at !== line.at;
    return at ? [at === line.at ? line : { ...line, at }] : [];
  });
  return changed ? (kept.length > 0 ? kept : undefined) : lines;
}

function boundNamed(at: Bound, ids: Ids): Bound | null {
  if (at.on === 'class') return at;
  const blockId = ids.block(at.blockId);
  if (blockId === null) return null;
  const named = blockId === undefined || blockId === at.blockId ? at : { ...at, blockId };
  if (named.on !== 'station') return named;
  const stationId = ids.station(at.blockId, named.stationId);
  if (stationId === null) return null;
  return stationId === undefined || stationId === named.stationId ? named : { ...named, stationId };
}

type Shows = NonNullable<Block['shows']>;

function showsNamed(shows: Shows, ids: Ids): Shows | undefined {
  const { blockId: old, moves } = shows;
  const blockId = ids.block(old);
  // The block it showed is gone: it shows what any demo would.
  if (blockId === null) return undefined;
  const named = moves?.flatMap((m) => {
    const stationId = ids.station(old, m.stationId);
    return stationId === null ? [] : [stationId === undefined ? m : { ...m, stationId }];
  });
  const next: Shows = { blockId: blockId ?? old, ...(named && named.length > 0 ? { moves: named } : {}) };
  return same(next, shows) ? shows : next;
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
    const asStation = blockId === null ? undefined : ids.station(blockId, part);
    // The first id is a block's; so may be a second one: from a block to the next.
    const asBlock = asStation === undefined ? ids.block(part) : undefined;
    if (blockId === null && asBlock !== undefined) blockId = part;
    const id = asStation === undefined ? asBlock : asStation;
    isGone ||= id === null;
    return id ?? part;
  });
  return isGone ? null : named.join('');
}
