import {
  ALL,
  type Field,
  type FieldOf,
  HEARD,
  keysOf,
  NOBODY,
  SHOWN,
  seenOf,
  stationSeenBy,
  type Viewer,
} from '../station/index.ts';
import { same } from '../values/index.ts';
import { DEFAULT_CUES } from './defaults.ts';
import type { Layout } from './layout.ts';
import type { Block, Bound, Plan } from './schema.ts';

/** Maps the ids of blocks and stations: to an id, to null where the thing is gone, to undefined for a text that is no id. */
export interface Ids {
  block: (id: string) => string | null | undefined;
  station: (blockId: string, id: string) => string | null | undefined;
}

/** A field of the class; `names` gives it with other ids where it names blocks or stations. */
export interface PlanField<T> extends FieldOf<T> {
  names?: (value: NonNullable<T>, ids: Ids) => NonNullable<T> | undefined;
}

const said = (words: string, seenBy: readonly Viewer[]): Field => ({ words, text: 'said', seenBy });
const unsaid = (words: string, seenBy: readonly Viewer[]): Field => ({ words, text: 'unsaid', seenBy });

/** Where it is shown who is where. */
const GROUPS: readonly Viewer[] = ['wall', 'station', 'squad'];

export const PLAN_FIELDS: { readonly [K in keyof Plan]-?: PlanField<Plan[K]> } = {
  version: unsaid('version', ALL),
  id: unsaid('identity', NOBODY),
  title: said('title', SHOWN),
  // When it begins, not how long the room is booked.
  slot: { ...said('slot', ['wall']), seenAs: ({ start }) => ({ start, lengthMs: null }) },
  heads: said('heads', GROUPS),
  level: said('level', NOBODY),
  mix: said('levels in the class', NOBODY),
  kind: said('kind of class', NOBODY),
  body: said('body and hands', NOBODY),
  climate: said('warmth of the room', NOBODY),
  room: said('room', NOBODY),
  layout: { ...unsaid('room plan', NOBODY), names: spotsNamed },
  notes: unsaid('notes', NOBODY),
  countInMs: said('count-in', ALL),
  getReadyMs: said('get ready', ALL),
  cues: unsaid('cue settings', HEARD),
  cueLevels: unsaid('cue levels', HEARD),
  phrases: unsaid('phrases', SHOWN),
  // What is not spoken is for the instructor to read.
  lines: {
    ...unsaid('script', HEARD),
    names: linesNamed,
    seenAs: (lines) => lines.filter((line) => line.spoken),
  },
  voice: {
    ...unsaid('voice', HEARD),
    // One voice is enough to carry home.
    seenAs: ({ second, ...voice }, viewer) => (second && viewer === 'wall' ? { ...voice, second } : voice),
  },
  squads: unsaid('squads', GROUPS),
  kit: unsaid('kit of this class', NOBODY),
  series: unsaid('place in its series', HEARD),
  silent: unsaid('silent class', HEARD),
  audience: unsaid('who is here', NOBODY),
  accepted: { ...unsaid('findings as meant', NOBODY), names: acceptedNamed },
  blocks: said('blocks', ALL),
};

export const BLOCK_FIELDS: { readonly [K in keyof Block]-?: PlanField<Block[K]> } = {
  id: unsaid('identity', ALL),
  title: said('title', SHOWN),
  role: said('part of the class', SHOWN),
  use: said('use of the room', ALL),
  stations: said('stations', ALL),
  format: said('format', ALL),
  breakAfter: said('break after', ALL),
  body: said('body and hands', NOBODY),
  floorMs: said('floor', NOBODY),
  school: unsaid('order on purpose', NOBODY),
  cueLevels: unsaid('cue levels', HEARD),
  musicBpm: unsaid('tempo of the music', HEARD),
  music: unsaid('music', HEARD),
  notes: unsaid('notes', NOBODY),
  shows: { ...unsaid('what the demo shows', ALL), names: showsNamed },
};

/** What stands where a class may not say nothing, for those who do not see it. */
const BLANK: Partial<Plan> = {
  id: 'class',
  slot: { start: null, lengthMs: null },
  heads: null,
  level: 'mixed',
  room: '',
  notes: '',
  cues: DEFAULT_CUES,
};

/**
 * What a viewer sees of a class: the fields whose rows name it; all else is absent, or blank where a class must say something.
 * @param station the number in each block, from 0, of the one whose page it is; it sees of the others what time is worked out from
 */
export const planSeenBy = (plan: Plan, viewer: Viewer, station?: number): Plan => ({
  ...seenOf<Plan>(plan, PLAN_FIELDS, viewer, BLANK),
  blocks: plan.blocks.map((block) => ({
    ...seenOf<Block>(block, BLOCK_FIELDS, viewer),
    stations: block.stations.map((s, k) =>
      stationSeenBy(s, viewer === 'station' && k !== station ? 'elsewhere' : viewer),
    ),
  })),
});

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
