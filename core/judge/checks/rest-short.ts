import { type Block, moduleOf, type Plan, sheetSetting, updateBlock, withSetting } from '../../class/index.ts';
import { compile, isWork } from '../../time/index.ts';
import type { Changeover } from '../changes/index.ts';
import type { NeededRest } from '../thresholds/index.ts';
import { distinctBy, grouped, often, secondsOf } from './parts.ts';
import { type Check, type CheckContext, type DraftFinding, type FindingPlace, RULE_OF_THUMB } from './types.ts';

/** Less than this nobody notices, ms. */
const UNNOTICED_MS = 1000;
const BADLY_MS = 3000;

/** A change with too little time for it. */
interface Short extends Changeover {
  needed: NeededRest;
}

export const restShort: Check = {
  id: 'restShort',
  title: 'Rest too short',
  reason: 'People must hear the next move, change position and kit and walk there, or the set starts late.',
  source: `${RULE_OF_THUMB} The seconds of each change of position are our own table.`,
  thresholds: ['walkS', 'kitPickS', 'kitDropS', 'sideTurnS'],
  run: (context) => {
    const short = context.changes.flatMap((change): Short[] => {
      if (!change.from.known || !change.to.known || (change.gapMs === 0 && flows(change, context))) return [];
      const needed = ledBy(change) ? unheard(context.needs(change)) : context.needs(change);
      const moves = needed.totalMs > needed.hearMs;
      // Words alone can be said in the last seconds before; what hands and feet do cannot.
      return moves && needed.totalMs - change.gapMs >= UNNOTICED_MS ? [{ ...change, needed }] : [];
    });
    const causes = grouped(short, ({ from, to }) => `${from.block.id}>${to.block.id}`);
    return causes.map((cases) => finding(context.plan, cases));
  },
};

/** Without a rest on purpose: formats that flow, and a warm-up in which all follow the instructor. */
function flows({ from, to }: Changeover, { kind }: CheckContext): boolean {
  if (from.block.id !== to.block.id) return false;
  if (kind === 'dance' || kind === 'mobility') return true;
  return moduleOf(to.block.format).traits.flows || (to.block.role === 'warmUp' && to.block.use === 'together');
}

/** Into and through a warm-up or cool-down all follow the instructor, who tells of the next while they hold this. */
const ledBy = ({ from, to }: Changeover) =>
  from.block.id === to.block.id &&
  to.block.use === 'together' &&
  (to.block.role === 'warmUp' || to.block.role === 'coolDown');

const unheard = (n: NeededRest): NeededRest => ({ ...n, hearMs: 0, totalMs: n.totalMs - n.hearMs });

const lacks = ({ needed, gapMs }: Short) => needed.totalMs - gapMs;

function finding(plan: Plan, cases: readonly Short[]): DraftFinding {
  const byLack = [...cases].sort((a, b) => lacks(b) - lacks(a));
  const worst = byLack[0] as Short;
  const { from, to } = worst;
  const kinds = distinctBy(byLack, changeOf);
  const sets = new Set(cases.map((c) => c.from.interval.index)).size;
  const among = kinds.length > 1 ? `${kinds.length} changes of ${from.block.title} are too short; most: ` : '';
  const times = sets > 1 ? ` ${kinds.length > 1 ? `It happens ${often(sets)}.` : `So ${often(sets)}.`}` : '';
  return {
    key: `${from.block.id}${to.block.id === from.block.id ? '' : `>${to.block.id}`}`,
    weight: lacks(worst) > BADLY_MS ? 3 : 2,
    text: `${among}${said(worst)}.${times}`,
    place: placeOf(worst),
    also: distinctBy(byLack.slice(1).map(placeOf), (p) => JSON.stringify(p)),
    ...(kinds.length > 1 ? { cases: kinds.map((c) => `${said(c)}.`) } : {}),
    fixes: fixes(plan, byLack, Math.ceil(worst.needed.totalMs / 1000) * 1000),
  };
}

/** From where to where; a change to the other side is another for each side. */
const changeOf = ({ from, to }: Short) =>
  from.station.id === to.station.id
    ? `${from.station.id}:${from.interval.side}`
    : `${from.station.id}>${to.station.id}`;

const placeOf = (short: Short): FindingPlace => ({
  at: 'gap',
  blockId: short.from.block.id,
  stationId: short.from.station.id,
  round: short.from.interval.round,
  text: `${said(short)}.`,
});

function said({ from, to, gapMs, needed }: Short): string {
  const isSide = from.station.id === to.station.id && from.block.id === to.block.id;
  const next = isSide
    ? from.interval.side === to.interval.side
      ? 'the same again'
      : 'its other side'
    : to.station.move;
  return `${from.station.move} to ${next}: ${secondsOf(gapMs)} s of rest, ${secondsOf(needed.totalMs)} s needed (${why(needed)})`;
}

function why(n: NeededRest): string {
  const parts: [string, number][] = [
    ['hear it', n.hearMs],
    ['change position', n.positionMs],
    ['change kit', n.kitMs],
    ['walk', n.walkMs],
  ];
  return parts.flatMap(([word, ms]) => (ms > 0 ? [`${word} ${secondsOf(ms)}`] : [])).join(', ');
}

/** The rest lengthened in the whole block, or at the stations that need it; only what really gives the seconds is offered. */
function fixes(plan: Plan, cases: readonly Short[], mostMs: number): { label: string; plan: Plan }[] {
  const [{ from, to }] = cases as [Short];
  if (from.block.id !== to.block.id)
    return [
      {
        label: `Break of ${mostMs / 1000} s after ${from.block.title}`,
        plan: updateBlock(plan, from.block.id, (b) => ({ ...b, breakAfter: { ...b.breakAfter, ms: mostMs } })),
      },
    ];
  const stations = new Map<string, Short>();
  for (const c of cases) if (!stations.has(c.from.station.id)) stations.set(c.from.station.id, c);
  const own = [...stations.values()].reduce((p, c) => updateBlock(p, from.block.id, (b) => withRestAt(b, c)), plan);
  const here =
    stations.size === 1
      ? `${mostMs / 1000} s of rest here`
      : `As much rest as each of the ${stations.size} stations needs`;
  const throughout = updateBlock(plan, from.block.id, (b) => withRest(b, mostMs));
  return [
    { label: here, plan: own },
    { label: `${mostMs / 1000} s of rest throughout`, plan: throughout },
  ].filter((f) => gives(f.plan, cases));
}

function withRestAt(block: Block, { from, to, needed }: Short): Block {
  const restMs = Math.ceil(needed.totalMs / 1000) * 1000;
  const stations = block.stations.map((s) => {
    if (s.id !== from.station.id) return s;
    return s.id === to.station.id && s.sides.mode === 'each'
      ? { ...s, sides: { ...s.sides, restMs } }
      : { ...s, restMs };
  });
  return { ...block, stations };
}

function withRest(block: Block, restMs: number): Block {
  const key = sheetSetting(block.format, 'rest');
  return key === null ? block : { ...block, format: withSetting(block.format, key, restMs) };
}

/** Whether every case has its seconds in a changed plan; the sets stay in their order, whatever the rests are. */
function gives(plan: Plan, cases: readonly Short[]): boolean {
  const [{ from }] = cases as [Short];
  const works = compile(plan).intervals.filter(isWork);
  const sets = works.filter((i) => i.blockIndex === from.interval.blockIndex);
  const same = (a: Short['from']['interval']) =>
    sets.findIndex((i) => i.stationIndex === a.stationIndex && i.round === a.round && i.side === a.side);
  return cases.every(({ from: f, to, needed }) => {
    const [a, b] = [sets[same(f.interval)], sets[same(to.interval)]];
    return a && b ? b.startMs - a.startMs - a.durationMs >= needed.totalMs : false;
  });
}
