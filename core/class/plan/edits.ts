import type { Station } from '../station/index.ts';
import { copiedIds, withIds, withoutGone } from './ids.ts';
import type { Block, Plan } from './schema.ts';

/*
 * Edits are pure: plan in, plan out. An edit that names a block or station that is not there gives the plan back
 * unchanged (the same value), so that a late edit from a stale view does no harm.
 */

/** Replaces one block by what `change` makes of it. */
export function updateBlock(plan: Plan, blockId: string, change: (block: Block) => Block): Plan {
  if (!plan.blocks.some((b) => b.id === blockId)) return plan;
  return { ...plan, blocks: plan.blocks.map((b) => (b.id === blockId ? change(b) : b)) };
}

/** Adds a block at a place (0 is first), or at the end; throws a RangeError where there is no such place. */
export function addBlock(plan: Plan, block: Block, at: number = plan.blocks.length): Plan {
  return { ...plan, blocks: insertAt(plan.blocks, at, block) };
}

/** Takes a block out, and all that names it or its stations. */
export function removeBlock(plan: Plan, blockId: string): Plan {
  return plan.blocks.some((b) => b.id === blockId)
    ? withoutGone(plan, { ...plan, blocks: plan.blocks.filter((b) => b.id !== blockId) })
    : plan;
}

/** Moves a block to a place, counted after it has been taken out. */
export function moveBlock(plan: Plan, blockId: string, to: number): Plan {
  const from = plan.blocks.findIndex((b) => b.id === blockId);
  return from < 0 ? plan : { ...plan, blocks: moveItem(plan.blocks, from, to) };
}

/** Replaces one station of a block by what `change` makes of it. */
export function updateStation(
  plan: Plan,
  blockId: string,
  stationId: string,
  change: (station: Station) => Station,
): Plan {
  return updateBlock(plan, blockId, (block) => ({
    ...block,
    stations: block.stations.map((s) => (s.id === stationId ? change(s) : s)),
  }));
}

/** Adds stations to a block at a place, or at the end; throws a RangeError where there is no such place. */
export function addStations(plan: Plan, blockId: string, stations: readonly Station[], at?: number): Plan {
  return updateBlock(plan, blockId, (block) => ({
    ...block,
    stations: insertAt(block.stations, at ?? block.stations.length, ...stations),
  }));
}

/** Takes stations out of a block, and all that names them. */
export function removeStations(plan: Plan, blockId: string, stationIds: readonly string[]): Plan {
  const without = updateBlock(plan, blockId, (block) => ({
    ...block,
    stations: block.stations.filter((s) => !stationIds.includes(s.id)),
  }));
  return withoutGone(plan, without);
}

/** Moves a station within its block to a place, counted after it has been taken out. */
export function moveStation(plan: Plan, blockId: string, stationId: string, to: number): Plan {
  return updateBlock(plan, blockId, (block) => {
    const from = block.stations.findIndex((s) => s.id === stationId);
    return from < 0 ? block : { ...block, stations: moveItem(block.stations, from, to) };
  });
}

/** A copy of a plan under a new identity: new ids throughout, and everything that names them names the new ones; it is part of no series. */
export function duplicatePlan(original: Plan, makeId: () => string, title: string): Plan {
  const { series: _, ...plan } = original;
  return { ...withIds(plan, copiedIds(plan, makeId)), id: makeId(), title };
}

/** A copy of a block with new ids for it and its stations. */
export function duplicateBlock(block: Block, makeId: () => string): Block {
  return { ...block, id: makeId(), stations: block.stations.map((s) => ({ ...s, id: makeId() })) };
}

function insertAt<T>(list: readonly T[], at: number, ...items: T[]): T[] {
  if (!Number.isInteger(at) || at < 0 || at > list.length) throw new RangeError(`No place ${at} in ${list.length}`);
  return [...list.slice(0, at), ...items, ...list.slice(at)];
}

function moveItem<T>(list: readonly T[], from: number, to: number): T[] {
  const item = list[from];
  if (item === undefined) return [...list];
  const without = [...list.slice(0, from), ...list.slice(from + 1)];
  return insertAt(without, Math.max(0, Math.min(without.length, to)), item);
}
