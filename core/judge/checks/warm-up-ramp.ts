import { type Block, keyOfRole, type Plan, settingOf, updateBlock, withSetting } from '../../class/index.ts';
import { type BodyPart, PART_WORDS } from '../../moves/index.ts';
import { type Bout, mainBouts, openingEffort } from '../balance/index.ts';
import { isHeavy } from '../sequence/index.ts';
import { isEasing } from './context.ts';
import { another, isWarmUpKnown, lengthOf, RAMP_SOURCE, wantsEnds, warmUpBouts, warmUpOf } from './ends.ts';
import { isMain, listed, secondsOf } from './parts.ts';
import { blockPlace, type Check, type DraftFinding, rowPlace } from './types.ts';

/** What raises the pulse: the whole body under way, not a joint moved on the spot. */
const raises = ({ move }: Bout) =>
  move !== null &&
  move.pattern !== 'stretch' &&
  (move.main.includes('heart') ||
    move.helpers.includes('heart') ||
    (move.effort >= 2 && !isEasing(move)) ||
    move.effort >= 3);

export const warmUpPulse: Check = {
  id: 'warmUpPulse',
  title: 'Pulse not raised',
  reason: 'Two or three minutes of easy movement bring blood and warmth; drills alone do not.',
  source: RAMP_SOURCE,
  thresholds: ['pulseS'],
  run: (context) => {
    const { plan, thresholds, bouts, kind } = context;
    const main = mainBouts(plan, bouts);
    const peak = Math.max(0, ...main.map((s) => (s.sure ? (s.move?.effort ?? 0) : 0)));
    const warm = warmUpBouts(context);
    const block = plan.blocks.find((b) => b.role === 'warmUp');
    const hasMs = lengthOf(context, (b, k) => b.role === 'warmUp' && k < plan.blocks.findIndex(isMain));
    // One that is too short is that, and no more.
    if (hasMs < thresholds.warmUpMin * 60_000) return [];
    if (!block || warm.length === 0 || peak < 3 || kind === 'seated' || !wantsEnds(context) || !isWarmUpKnown(context))
      return [];
    const ms = warm.filter(raises).reduce((sum, s) => sum + s.ms, 0);
    if (thresholds.pulseS * 1000 - ms < 1000) return [];
    const found: DraftFinding = {
      weight: 1,
      text: `${ms === 0 ? 'Nothing' : `Only ${secondsOf(ms)} s`} of the warm-up raises the pulse; ${thresholds.pulseS} s at least.`,
      place: blockPlace(block.id),
      fixes: another(context, block),
    };
    return [found];
  },
};

const LAST_MS = 60_000;

export const warmUpRamp: Check = {
  id: 'warmUpRamp',
  title: 'Cold into hard work',
  reason: 'The last minute of a warm-up comes near the effort of the first work, or that is done cold.',
  source: RAMP_SOURCE,
  thresholds: [],
  run: (context) => {
    const { plan, bouts } = context;
    const warm = warmUpBouts(context);
    const [first] = mainBouts(plan, bouts);
    const block = first && plan.blocks[first.blockIndex];
    if (!first || !block || warm.length === 0 || !wantsEnds(context) || !isWarmUpKnown(context)) return [];
    const effort = openingEffort(plan, bouts);
    const lastEnd = Math.max(...warm.map((s) => s.interval.startMs + s.interval.durationMs));
    const last = warm.filter((s) => s.interval.startMs + s.interval.durationMs > lastEnd - LAST_MS);
    const near = Math.max(0, ...last.map((s) => s.move?.effort ?? 0));
    if (effort === null || effort - near <= 1) return [];
    const found: DraftFinding = {
      weight: effort >= 5 ? 2 : 1,
      text: `${block.title} begins at effort ${Math.round(effort * 10) / 10} ${block.use === 'stations' ? 'over its stations' : `with ${first.station.move}`}; the last minute of the warm-up is at ${near}.`,
      place: blockPlace(block.id),
      fixes: another(context, warmUpOf(context)),
    };
    return [found];
  },
};

export const staticHolds: Check = {
  id: 'staticHolds',
  title: 'Long holds before jumps',
  reason: 'A muscle held for a minute jumps and lands a little worse for a while; move instead, or hold after.',
  source: 'Behm and others, Acute effects of muscle stretching on physical performance, 2016.',
  thresholds: ['staticHoldS'],
  run: (context) => {
    const { plan, bouts, thresholds } = context;
    const jump = mainBouts(plan, bouts).find((s) => s.sure && s.move?.impact === 'high');
    if (!jump) return [];
    const holds = bouts.filter(
      (s) => s.sure && s.move?.pattern === 'stretch' && s.interval.startMs < jump.interval.startMs,
    );
    const sums = new Map<string, number>();
    for (const s of holds)
      for (const part of s.move?.main ?? []) {
        const key = `${part}:${s.side ?? ''}`;
        sums.set(key, (sums.get(key) ?? 0) + s.ms);
      }
    const long = [...sums]
      .filter(([, ms]) => ms >= thresholds.staticHoldS * 1000)
      .map(([key]) => key.split(':')[0] as BodyPart);
    const block = plan.blocks[holds[0]?.blockIndex ?? -1];
    if (long.length === 0 || !block) return [];
    const found: DraftFinding = {
      key: block.id,
      weight: 1,
      text: `${thresholds.staticHoldS} s or more of holding ${[...new Set(long)].map((p) => PART_WORDS[p]).join(', ')} before ${jump.station.move}.`,
      place: blockPlace(block.id),
      fixes: shorter(plan, block),
    };
    return [found];
  },
};

/** Holds of half a minute, moved through rather than held. */
function shorter(plan: Plan, block: Block) {
  const key = keyOfRole(block.format, 'work');
  if (key === null || Number(settingOf(block.format, key)) <= SHORT_HOLD_MS) return [];
  const format = withSetting(block.format, key, SHORT_HOLD_MS);
  return [{ label: 'Hold 30 s', plan: updateBlock(plan, block.id, (b) => ({ ...b, format })) }];
}

const SHORT_HOLD_MS = 30_000;

export const rehearsal: Check = {
  id: 'rehearsal',
  title: 'Heavy moves not rehearsed',
  reason: 'A heavy lift wants the same move without its weight first: joints and form find their way.',
  source: RAMP_SOURCE,
  thresholds: [],
  run: (context) => {
    const { bouts, plan, kind } = context;
    const warm = warmUpBouts(context);
    if (warm.length === 0 || !isWarmUpKnown(context)) return [];
    const ready = new Set(
      warm.flatMap(({ move }) => (move ? [move.pattern, ...(move.second ? [move.second] : [])] : [])),
    );
    const heavy = mainBouts(plan, bouts).filter(({ station, move, sure }) => {
      if (!sure || !move || !LIFTED.has(move.pattern) || ready.has(move.pattern)) return false;
      return isHeavy(move, station) || (kind === 'strength' && (station.weightKg ?? 0) > 0);
    });
    const [first] = heavy;
    const block = first && plan.blocks[first.blockIndex];
    if (!first || !block) return [];
    const found: DraftFinding = {
      key: block.id,
      weight: 1,
      text: `The warm-up has nothing like ${listed(heavy.map((s) => s.station.move))} without the weight.`,
      place: rowPlace(block.id, first.station.id),
      fixes: another(context, warmUpOf(context)),
    };
    return [found];
  },
};

const LIFTED = new Set(['squat', 'hinge', 'lunge', 'push', 'pull']);
