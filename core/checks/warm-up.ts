import { effortOf, type Stint, workedAreas } from '../balance/index.ts';
import { basisOf, movesNamed, PART_WORDS, type Part, someOf } from '../moves/index.ts';
import {
  addBlock,
  type Block,
  keyOfRole,
  moduleOf,
  moveBlock,
  type Plan,
  settingOf,
  updateBlock,
  withSetting,
} from '../plan/index.ts';
import { proposeWarmUp } from '../propose/index.ts';
import { isHeavy } from '../sequence/index.ts';
import { isEasing } from './context.ts';
import { lengthOf, proposed } from './ends.ts';
import { easierThere } from './mends.ts';
import { isMain, listed, secondsOf } from './parts.ts';
import {
  blockPlace,
  type Check,
  type CheckContext,
  CLASS_PLACE,
  type Raised,
  RULE_OF_THUMB,
  rowPlace,
} from './types.ts';

const WARM_UP = `${RULE_OF_THUMB} Pulse, mobility, the moves themselves, then near the effort of the first work.`;

/** Classes that ask for preparation: what eases the body is its own. */
const wants = ({ plan, kind }: CheckContext) => kind !== 'mobility' && plan.blocks.some(isMain);

/** The stints of warm-up blocks that come before the main part. */
function before(context: CheckContext): Stint[] {
  const { plan, stints } = context;
  const first = plan.blocks.findIndex(isMain);
  return stints.filter((s) => s.blockIndex < first && plan.blocks[s.blockIndex]?.role === 'warmUp');
}

/** What a warm-up does is known: none of its blocks is led freely, and none of its moves is a guess. */
function isKnown({ plan, library }: CheckContext): boolean {
  const blocks = plan.blocks.filter((b) => b.role === 'warmUp');
  const { guessed, unknown } = basisOf(movesNamed({ blocks }), library);
  return blocks.every((b) => b.stations.length > 0) && guessed.length + unknown.length === 0;
}

export const noWarmUp: Check = {
  id: 'noWarmUp',
  title: 'No warm-up',
  reason: 'Cold muscles and joints are where people get hurt.',
  source: RULE_OF_THUMB,
  thresholds: ['warmUpMin'],
  run: (context) => {
    const { plan, thresholds } = context;
    if (!wants(context)) return [];
    const at = plan.blocks.findIndex(isMain);
    const hasMs = lengthOf(context, (b, k) => b.role === 'warmUp' && k < at);
    const late = plan.blocks.find((b, k) => b.role === 'warmUp' && k > at);
    if (hasMs >= thresholds.warmUpMin * 60_000) return [];
    const own = plan.blocks.find((b, k) => b.role === 'warmUp' && k < at);
    const proposal = hasMs === 0 && !late ? proposeWarmUp(proposed(context, PROPOSED_MS)) : null;
    const found: Raised = {
      check: 'noWarmUp',
      key: 'noWarmUp',
      weight: 2,
      text:
        hasMs > 0
          ? `The warm-up is shorter than ${thresholds.warmUpMin} min.`
          : late
            ? `The warm-up comes after ${plan.blocks[at]?.title}.`
            : 'There is no warm-up.',
      place: late && hasMs === 0 ? blockPlace(late.id) : CLASS_PLACE,
      fixes: proposal
        ? [{ label: 'Add a proposed warm-up of 5 min', plan: addBlock(plan, proposal, at) }]
        : late && hasMs === 0
          ? [{ label: 'The warm-up first', plan: moveBlock(plan, late.id, at) }]
          : own
            ? another(context, own, PROPOSED_MS, 'A proposed warm-up of 5 min in its place')
            : [],
    };
    return [found];
  },
};

export const warmUpCovers: Check = {
  id: 'warmUpCovers',
  title: 'Warm-up leaves something out',
  reason: 'What is worked hard later is moved gently first; a few seconds of it are none.',
  source: WARM_UP,
  thresholds: ['coverFromS', 'warmAreaS'],
  run: (context) => {
    const { plan, library, thresholds } = context;
    const block = plan.blocks.find((b) => b.role === 'warmUp');
    if (!block || !wants(context) || plan.blocks.some((b) => b.role === 'warmUp' && b.stations.length === 0)) return [];
    const moved = before(context).filter((s) => s.sure && s.move !== null && s.move.pattern !== 'stretch');
    const secondsFor = (parts: readonly Part[]) =>
      moved
        .filter(({ move }) => move && [...move.main, ...move.helpers].some((p) => parts.includes(p)))
        .reduce((sum, s) => sum + s.ms, 0) / 1000;
    const lacking = workedAreas(plan, context.stints, 'warmUp', thresholds.coverFromS * 1000).flatMap(
      ({ area, parts }) => {
        const seconds = secondsFor(area);
        return seconds < thresholds.warmAreaS ? [{ parts, seconds: Math.round(seconds) }] : [];
      },
    );
    if (lacking.length === 0) return [];
    const parts = lacking.flatMap((l) => l.parts).sort();
    const { guessed, unknown } = basisOf(
      movesNamed({ blocks: plan.blocks.filter((b) => b.role === 'warmUp') }),
      library,
    );
    const open = [...guessed, ...unknown];
    const words = parts.map((p) => PART_WORDS[p]).join(', ');
    const some = lacking.filter((l) => l.seconds > 0);
    const dose =
      some.length > 0
        ? ` It gives ${some.map((l) => `${l.parts.map((p) => PART_WORDS[p]).join(' and ')} ${l.seconds} s`).join(', ')}; ${thresholds.warmAreaS} s in motion are wanted.`
        : '';
    const found: Raised = {
      check: 'warmUpCovers',
      key: `warmUpCovers:${parts.join('+')}`,
      weight: open.length === 0 ? 2 : 1,
      text:
        open.length > 0
          ? `Not known whether the warm-up reaches ${words}: ${someOf(open)} ${open.length === 1 ? 'is' : 'are'} not known.`
          : some.length === lacking.length
            ? `The warm-up hardly moves ${words}, which the class works.${dose}`
            : `The warm-up leaves out ${words}, which the class works.${dose}`,
      place: blockPlace(block.id),
      fixes: another(context, block),
    };
    return [found];
  },
};

const PROPOSED_MS = 300_000;
const AS_LONG = 'Propose another warm-up of the same length';

/** Another warm-up in the place of this one, as long where nothing else is said. */
function another(context: CheckContext, old: Block, ms?: number, label = AS_LONG) {
  const { plan, totals } = context;
  const lengthMs = ms ?? totals.blocks[plan.blocks.indexOf(old)]?.totalMs ?? 0;
  const made = proposeWarmUp(proposed(context, lengthMs));
  if (!made) return [];
  const block = { ...made, id: old.id, title: old.title, breakAfter: old.breakAfter };
  return [
    {
      label,
      plan: { ...plan, blocks: plan.blocks.map((b) => (b.id === old.id ? block : b)) },
    },
  ];
}

/** Effort from which a start is hard. */
const HARD = 4;

export const hardStart: Check = {
  id: 'hardStart',
  title: 'Hard start',
  reason: 'The first minutes raise the pulse and open the joints; hard landings and full effort come after them.',
  source: WARM_UP,
  thresholds: ['gentleMin'],
  run: (context) => {
    const { thresholds } = context;
    const warm = before(context);
    const from = warm[0]?.interval.startMs ?? 0;
    const hard = warm.filter(
      (s) =>
        s.sure &&
        s.move !== null &&
        (s.move.impact === 'high' || s.move.effort >= HARD) &&
        s.interval.startMs - from < thresholds.gentleMin * 60_000,
    );
    const [first] = hard;
    const block = first && context.plan.blocks[first.blockIndex];
    if (!first || !block) return [];
    const found: Raised = {
      check: 'hardStart',
      key: `hardStart:${block.id}`,
      weight: 2,
      text: `${listed(hard.map((s) => s.station.move))} in the first ${thresholds.gentleMin} min: ${first.move?.impact === 'high' ? 'hard landings on cold joints' : 'hard work before the pulse is up'}.`,
      place: rowPlace(block.id, first.station.id),
      fixes: [...easierThere(context, block, first.station), ...another(context, block)],
    };
    return [found];
  },
};

/** What raises the pulse: the whole body under way, not a joint moved on the spot. */
const raises = ({ move }: Stint) =>
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
  source: WARM_UP,
  thresholds: ['pulseS'],
  run: (context) => {
    const { plan, thresholds, stints, kind } = context;
    const main = stints.filter((s) => isMainStint(context, s));
    const peak = Math.max(0, ...main.map((s) => (s.sure ? (s.move?.effort ?? 0) : 0)));
    const warm = before(context);
    const block = plan.blocks.find((b) => b.role === 'warmUp');
    const hasMs = lengthOf(context, (b, k) => b.role === 'warmUp' && k < plan.blocks.findIndex(isMain));
    // One that is too short is that, and no more.
    if (hasMs < thresholds.warmUpMin * 60_000) return [];
    if (!block || warm.length === 0 || peak < 3 || kind === 'seated' || !wants(context) || !isKnown(context)) return [];
    const ms = warm.filter(raises).reduce((sum, s) => sum + s.ms, 0);
    if (thresholds.pulseS * 1000 - ms < 1000) return [];
    const found: Raised = {
      check: 'warmUpPulse',
      key: 'warmUpPulse',
      weight: 1,
      text: `${ms === 0 ? 'Nothing' : `Only ${secondsOf(ms)} s`} of the warm-up raises the pulse; ${thresholds.pulseS} s at least.`,
      place: blockPlace(block.id),
      fixes: another(context, block),
    };
    return [found];
  },
};

const isMainStint = ({ plan }: CheckContext, s: Stint) => {
  const block = plan.blocks[s.blockIndex];
  return block !== undefined && isMain(block);
};

const LAST_MS = 60_000;

export const warmUpRamp: Check = {
  id: 'warmUpRamp',
  title: 'Cold into hard work',
  reason: 'The last minute of a warm-up comes near the effort of the first work, or that is done cold.',
  source: WARM_UP,
  thresholds: [],
  run: (context) => {
    const { plan, stints } = context;
    const warm = before(context);
    const first = stints.find((s) => isMainStint(context, s));
    const block = first && plan.blocks[first.blockIndex];
    if (!first || !block || warm.length === 0 || !wants(context) || !isKnown(context)) return [];
    const full = moduleOf(block.format).traits.fullEffort !== null;
    const together = stints.filter((s) => s.interval === first.interval);
    // At stations the groups begin at different ones: what most of them begin with counts.
    const opens =
      block.use === 'stations'
        ? stints.filter((s) => s.blockIndex === first.blockIndex && s.interval.round === 1)
        : together;
    const effort = effortOf(opens, full);
    const lastEnd = Math.max(...warm.map((s) => s.interval.startMs + s.interval.durationMs));
    const last = warm.filter((s) => s.interval.startMs + s.interval.durationMs > lastEnd - LAST_MS);
    const near = Math.max(0, ...last.map((s) => s.move?.effort ?? 0));
    if (effort === null || effort - near <= 1) return [];
    const warmUp = plan.blocks.find((b) => b.role === 'warmUp');
    const found: Raised = {
      check: 'warmUpRamp',
      key: 'warmUpRamp',
      weight: effort >= 5 ? 2 : 1,
      text: `${block.title} begins at effort ${Math.round(effort * 10) / 10} ${block.use === 'stations' ? 'over its stations' : `with ${first.station.move}`}; the last minute of the warm-up is at ${near}.`,
      place: blockPlace(block.id),
      fixes: warmUp ? another(context, warmUp) : [],
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
    const { plan, stints, thresholds } = context;
    const jump = stints.find((s) => isMainStint(context, s) && s.sure && s.move?.impact === 'high');
    if (!jump) return [];
    const holds = stints.filter(
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
      .map(([key]) => key.split(':')[0] as Part);
    const block = plan.blocks[holds[0]?.blockIndex ?? -1];
    if (long.length === 0 || !block) return [];
    const found: Raised = {
      check: 'staticHolds',
      key: `staticHolds:${block.id}`,
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
  source: WARM_UP,
  thresholds: [],
  run: (context) => {
    const { stints, plan, kind } = context;
    const warm = before(context);
    if (warm.length === 0 || !isKnown(context)) return [];
    const ready = new Set(
      warm.flatMap(({ move }) => (move ? [move.pattern, ...(move.second ? [move.second] : [])] : [])),
    );
    const warmUp = plan.blocks.find((b) => b.role === 'warmUp');
    const heavy = stints.filter(({ station, move, sure, ...s }) => {
      const loaded = move !== null && (isHeavy(move, station) || (kind === 'strength' && (station.weightKg ?? 0) > 0));
      return (
        sure &&
        move !== null &&
        loaded &&
        isMainStint(context, { station, move, sure, ...s }) &&
        LIFTED.has(move.pattern) &&
        !ready.has(move.pattern)
      );
    });
    const [first] = heavy;
    const block = first && plan.blocks[first.blockIndex];
    if (!first || !block) return [];
    const found: Raised = {
      check: 'rehearsal',
      key: `rehearsal:${block.id}`,
      weight: 1,
      text: `The warm-up has nothing like ${listed(heavy.map((s) => s.station.move))} without the weight.`,
      place: rowPlace(block.id, first.station.id),
      fixes: warmUp ? another(context, warmUp) : [],
    };
    return [found];
  },
};

const LIFTED = new Set(['squat', 'hinge', 'lunge', 'push', 'pull']);
