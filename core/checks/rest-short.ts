import { type NeededRest, neededRest } from '../norms/index.ts';
import { type Block, moduleOf, type Plan, sheetSetting, updateBlock, withSetting } from '../plan/index.ts';
import { WALK_MPS, walkTable } from '../stations/index.ts';
import { compile, isWork } from '../timeline/index.ts';
import { type Transition, transitionsOf } from './transitions.ts';
import type { Check, CheckContext, Raised } from './types.ts';

export const restShort: Check = {
  id: 'restShort',
  title: 'Rest too short',
  reason: 'People must hear the next move, change position and kit and walk there, or the set starts late.',
  thresholds: ['walkS', 'kitPickS', 'kitDropS', 'sideTurnS'],
  run: (context) => {
    const seen = new Set<string>();
    const walks = walksOf(context);
    return transitionsOf(context).flatMap((t) => {
      const needed = neededFor(t, context, walks);
      if (!t.known || needed.totalMs <= t.gapMs || (t.gapMs === 0 && flows(t))) return [];
      const key = `restShort:${t.fromBlock.id}:${t.fromStation.id}>${t.toStation.id}:${t.from.side ?? ''}`;
      if (seen.has(key)) return [];
      seen.add(key);
      return [finding(context, t, needed, key)];
    });
  },
};

/** Without a rest on purpose: formats that flow, and a warm-up in which all follow the instructor. */
function flows({ fromBlock, toBlock }: Transition): boolean {
  if (fromBlock.id !== toBlock.id) return false;
  return moduleOf(toBlock.format).traits.flows || (toBlock.role === 'warmUp' && toBlock.use === 'together');
}

/** What the change of a transition needs. */
function neededFor(t: Transition, { thresholds }: CheckContext, walks: (t: Transition) => number | null): NeededRest {
  const sameStation = t.fromStation.id === t.toStation.id;
  const moves = t.toBlock.use === 'stations' && t.fromBlock.id === t.toBlock.id && !sameStation;
  const walkMs = moves ? walks(t) : null;
  const how = { walks: moves, turns: sameStation && t.from.side !== t.to.side, ...(walkMs === null ? {} : { walkMs }) };
  return neededRest(t.fromMove, t.toMove, how, thresholds);
}

/** How long the walk of a transition takes by the room plan, ms; null where there is none. */
function walksOf({ plan }: CheckContext): (t: Transition) => number | null {
  const tables = new Map(plan.blocks.map((b) => [b.id, walkTable(plan, b)]));
  return ({ from, to, fromBlock }) => {
    const metres = tables.get(fromBlock.id)?.[from.stationIndex ?? -1]?.[to.stationIndex ?? -1];
    return metres === undefined ? null : (metres / WALK_MPS) * 1000;
  };
}

function finding({ plan }: CheckContext, t: Transition, needed: NeededRest, key: string): Raised {
  const sideways = t.fromStation.id === t.toStation.id;
  const to = sideways ? 'its other side' : t.toStation.move;
  return {
    check: 'restShort',
    key,
    weight: needed.totalMs - t.gapMs > 3000 ? 3 : 2,
    text: `${t.fromStation.move} to ${to}: ${seconds(t.gapMs)} s of rest, ${seconds(needed.totalMs)} s needed (${why(needed)}).`,
    place: { at: 'gap', blockId: t.fromBlock.id, stationId: t.fromStation.id, round: t.from.round },
    fixes: fixes(plan, t, Math.ceil(needed.totalMs / 1000) * 1000),
  };
}

const seconds = (ms: number) => Math.round(ms / 100) / 10;

function why(n: NeededRest): string {
  const parts: [string, number][] = [
    ['hear it', n.hearMs],
    ['change position', n.positionMs],
    ['change kit', n.kitMs],
    ['walk', n.walkMs],
  ];
  return parts.flatMap(([word, ms]) => (ms > 0 ? [`${word} ${seconds(ms)}`] : [])).join(', ');
}

/** The rest lengthened where this change is, or in the whole block; only what really gives the seconds is offered. */
function fixes(plan: Plan, t: Transition, restMs: number): { label: string; plan: Plan }[] {
  if (t.fromBlock.id !== t.toBlock.id)
    return [
      {
        label: `Break of ${restMs / 1000} s after ${t.fromBlock.title}`,
        plan: updateBlock(plan, t.fromBlock.id, (b) => ({ ...b, breakAfter: { ...b.breakAfter, ms: restMs } })),
      },
    ];
  const here = updateBlock(plan, t.fromBlock.id, (b) => withRestAt(b, t, restMs));
  const all = updateBlock(plan, t.fromBlock.id, (b) => withRest(b, restMs));
  return [
    { label: `${restMs / 1000} s of rest here`, plan: here },
    { label: `${restMs / 1000} s of rest throughout`, plan: all },
  ].filter((f) => gapAt(f.plan, t) >= restMs);
}

function withRestAt(block: Block, t: Transition, restMs: number): Block {
  const stations = block.stations.map((s) => {
    if (s.id !== t.fromStation.id) return s;
    return s.id === t.toStation.id && s.sides.mode === 'each'
      ? { ...s, sides: { ...s.sides, restMs } }
      : { ...s, restMs };
  });
  return { ...block, stations };
}

function withRest(block: Block, restMs: number): Block {
  const key = sheetSetting(block.format, 'rest');
  return key === null ? block : { ...block, format: withSetting(block.format, key, restMs) };
}

/** The gap between the same two work intervals in a changed plan. */
function gapAt(plan: Plan, t: Transition): number {
  const { intervals } = compile(plan);
  const same = (a: { blockIndex: number; stationIndex: number | null; round: number | null; side: string | null }) =>
    a.blockIndex === t.to.blockIndex &&
    a.stationIndex === t.to.stationIndex &&
    a.round === t.to.round &&
    a.side === t.to.side;
  const to = intervals.find((i) => isWork(i) && same(i));
  if (!to) return 0;
  let gap = 0;
  for (let k = to.index - 1; k >= 0; k--) {
    const i = intervals[k];
    if (!i || isWork(i)) break;
    gap += i.durationMs;
  }
  return gap;
}
