import { formatDuration, keyOfRole, moduleOf, roundsOf, updateBlock, withSetting } from '../../class/index.ts';
import { type Interval, isWork } from '../../time/index.ts';
import { HEAT_SOURCE, heatBand } from '../care/index.ts';
import { restFor, withRest, workOf } from './fixes.ts';
import { byLevel, isMain } from './parts.ts';
import { blockPlace, type Check, type CheckContext, CLASS_PLACE, type DraftFinding, RULE_OF_THUMB } from './types.ts';
import { ratioOf, workRestsOf } from './work-rests.ts';

const DRINK_MS = 30_000;

/** Time enough to drink: any pause of half a minute. */
const isDrink = (i: Interval) => !isWork(i) && i.kind !== 'demo' && (i.durationMs >= DRINK_MS || i.untilTap);

interface Dry {
  fromMs: number;
  toMs: number;
}

/** The stretches without a pause to drink in, up to the end of the main part: after it people drink as they like. */
function dryStretches({ plan, timeline }: CheckContext): Dry[] {
  const last = timeline.intervals.findLast((i) => {
    const block = plan.blocks[i.blockIndex];
    return isWork(i) && block !== undefined && isMain(block);
  });
  if (!last) return [];
  const endMs = last.startMs + last.durationMs;
  const drinks = timeline.intervals.filter((i) => isDrink(i) && i.startMs < endMs);
  const starts = [0, ...drinks.map((i) => i.startMs + i.durationMs)];
  const ends = [...drinks.map((i) => i.startMs), endMs];
  return starts.map((fromMs, k) => ({ fromMs, toMs: ends[k] ?? endMs }));
}

export const water: Check = {
  id: 'water',
  title: 'Long without a drink',
  reason: 'People drink when there is a break to drink in.',
  source: `${RULE_OF_THUMB} In heat as the guidance for heat says.`,
  thresholds: ['waterMin'],
  run: (context) => {
    const { plan, thresholds, kind } = context;
    if (kind === 'mobility') return [];
    const band = heatBand(plan.climate);
    const limitMin = Math.min(thresholds.waterMin, band?.dryMin ?? thresholds.waterMin);
    const limitMs = limitMin * 60_000;
    const dry = dryStretches(context).filter((d) => d.toMs - d.fromMs > limitMs + 1000);
    const [worst] = [...dry].sort((a, b) => b.toMs - b.fromMs - (a.toMs - a.fromMs));
    if (!worst) return [];
    const time = formatDuration(worst.toMs - worst.fromMs);
    const where = worst.fromMs === 0 ? 'from the start' : `from ${formatDuration(worst.fromMs)} on`;
    const heat = band && limitMin < thresholds.waterMin ? ` in this heat` : '';
    const found: DraftFinding = {
      weight: 1,
      text: `${time} without a break to drink in, ${where}; at most ${limitMin} min${heat}.${dry.length > 1 ? ` ${dry.length} stretches are too long.` : ''}`,
      place: CLASS_PLACE,
      fixes: breaks(context, [worst, ...dry.filter((d) => d !== worst)], limitMs),
    };
    return [found];
  },
};

/** A minute after the last block that ends within the limit of each dry stretch. */
function breaks(context: CheckContext, dry: readonly Dry[], limitMs: number) {
  const { plan, totals } = context;
  const after = dry.flatMap(({ fromMs, toMs }) => {
    const fits = totals.blocks.filter((b) => {
      const end = b.startMs + b.totalMs;
      return (
        b.totalMs > 0 && end > fromMs && end <= fromMs + limitMs && end < toMs && b.blockIndex < plan.blocks.length - 1
      );
    });
    const block = plan.blocks[fits.at(-1)?.blockIndex ?? -1];
    return block ? [block] : [];
  });
  const [first] = after;
  if (!first) return betweenRounds(context, dry);
  const fixed = after.reduce(
    (p, block) => updateBlock(p, block.id, (b) => ({ ...b, breakAfter: { ...b.breakAfter, ms: 60_000 } })),
    plan,
  );
  return [
    {
      label: `Break of 60 s after ${after.map((b) => b.title).join(' and ')}`,
      plan: fixed,
    },
  ];
}

/** Where no block ends in time: a minute between the rounds of the block that takes most of the longest stretch. */
function betweenRounds({ plan, totals }: CheckContext, [worst]: readonly Dry[]) {
  const within = (b: { startMs: number; totalMs: number }) =>
    worst ? Math.min(b.startMs + b.totalMs, worst.toMs) - Math.max(b.startMs, worst.fromMs) : 0;
  const [most] = totals.blocks
    .filter(({ blockIndex }) => {
      const block = plan.blocks[blockIndex];
      return block !== undefined && (roundsOf(block.format) ?? 1) > 1;
    })
    .sort((a, b) => within(b) - within(a));
  const block = plan.blocks[most?.blockIndex ?? -1];
  const key = block ? keyOfRole(block.format, 'roundBreak') : null;
  if (!block || key === null) return [];
  return [
    {
      label: `60 s between the rounds of ${block.title}`,
      plan: updateBlock(plan, block.id, (b) => ({ ...b, format: withSetting(b.format, key, 60_000) })),
    },
  ];
}

export const heat: Check = {
  id: 'heat',
  title: 'Heat',
  reason: 'In heat the body cools itself and works for it; who is new, unwell or older is at risk first.',
  source: HEAT_SOURCE,
  thresholds: ['ratioBeginner', 'ratioMixed', 'ratioPractised'],
  run: (context) => {
    const { plan, thresholds } = context;
    const band = heatBand(plan.climate);
    if (!band || !plan.climate) return [];
    const limit = byLevel(plan, thresholds.ratioBeginner, thresholds.ratioMixed, thresholds.ratioPractised) / band.rest;
    const dense = plan.blocks.filter((b) => {
      const ratio = isMain(b) && moduleOf(b.format).traits.timed ? ratioOf(workRestsOf(context, b)) : null;
      return ratio !== null && ratio > limit * 1.01;
    });
    const [first] = dense;
    const { celsius, humidity } = plan.climate;
    const globe = Math.round(band.globe * 10) / 10;
    const fixed = dense.reduce(
      (p, block) => updateBlock(p, block.id, (b) => withRest(b, restFor(workOf(b), limit))),
      plan,
    );
    const work = `at most ${Math.round(limit * 10) / 10} of work to 1 of rest`;
    const found: DraftFinding = {
      key: String(band.from),
      weight: band.from >= 30 ? 3 : first ? 2 : 1,
      text: `${celsius} °C and ${humidity} % are about ${globe} °C wet-bulb globe. ${band.advice}${first ? ` ${dense.map((b) => b.title).join(', ')}: ${work}.` : ''} Stop at dizziness, headache or chills; the venue\u2019s rules come first.`,
      place: first ? blockPlace(first.id) : CLASS_PLACE,
      fixes: first && fixed !== plan ? [{ label: 'As much more rest as that takes', plan: fixed }] : [],
    };
    return [found];
  },
};
