import { isBreak } from '../../time/index.ts';
import type { ClassCues, When } from './class-cues.ts';
import { nameSaid } from './said.ts';

const WATER_FROM_MS = 30_000;
/** From this length on a gap is long: rounds are named at its end, and people are told to get ready. */
export const LONG_MS = 20_000;
/** A warning comes so long after the start of a gap at the earliest. */
const WARNED_FROM_MS = 2000;

/** When words may be said in a gap: from its opening to its countdown. */
export function within(cues: ClassCues, gap: number, wantedMs: number): When {
  const opens = cues.opensMs(gap);
  return {
    wantedMs: Math.max(opens, wantedMs),
    earliestMs: opens,
    latestMs: cues.perInterval[gap]?.roomEndMs ?? 0,
    loose: true,
  };
}

/** The warnings before the end of a gap, ms, the longest first. */
export function warnings(cues: ClassCues, gap: number): number[] {
  const interval = cues.at(gap);
  if (!interval || interval.untilTap || interval.kind === 'countIn' || !cues.isSet(gap + 1)) return [];
  let lengthMs = interval.durationMs;
  // The moves of a demo are one gap.
  for (let k = gap - 1; interval.kind === 'demo' && cues.at(k)?.kind === 'demo'; k--)
    lengthMs += cues.at(k)?.durationMs ?? 0;
  const counted = cues.plan.cues.countdownBeforeWork * 1000;
  if (lengthMs < LONG_MS || cues.level(gap, 'warnings') === 'off') return [];
  return cues.plan.cues.warningsMs
    .filter((ms) => ms > counted && ms <= interval.durationMs - WARNED_FROM_MS)
    .sort((a, b) => b - a);
}

/** Plans the other cues of a gap: the options of what comes, water, and to get ready. */
export function inGap(cues: ClassCues, next: number, gap: number, atMs: number): void {
  for (const ms of warnings(cues, gap)) {
    const at = (cues.at(gap)?.durationMs ?? 0) - ms;
    if (cues.sounds(gap, 'warnings')) cues.perInterval[gap]?.tone('chime', at);
    const text = ms === 10_000 ? cues.phrase('tenSeconds') : cues.phrase('warning', { n: ms / 1000 });
    if (cues.speaks(gap, 'warnings'))
      cues.say(gap, 'warning', [text], {
        wantedMs: at,
        earliestMs: Math.max(cues.opensMs(gap), at - 1500),
        latestMs: at + 1500,
      });
  }
  const forms = optionsOf(cues, next);
  if (forms.length > 0 && cues.speaks(next, 'options')) cues.say(gap, 'options', forms, within(cues, gap, atMs));
}

/** Water, at every break that is long enough, whatever follows it. */
export function water(cues: ClassCues, k: number): void {
  const interval = cues.at(k);
  if (!interval || !isBreak(interval) || interval.durationMs < WATER_FROM_MS || cues.level(k, 'water') === 'off')
    return;
  const opens = cues.opensMs(k);
  if (cues.sounds(k, 'water')) cues.perInterval[k]?.tone('chime', opens);
  if (cues.speaks(k, 'water')) cues.say(k, 'water', [cues.phrase('water')], within(cues, k, opens + 4000));
}

/** The way just below and the one just above the base, in the first round of a station. */
function optionsOf(cues: ClassCues, next: number): string[] {
  const station = cues.isSpread(next) ? null : cues.station(next);
  if (!station || (cues.at(next)?.round ?? 1) > 1 || !cues.places.get(next)?.opensVisit) return [];
  const easier = station.lowImpact ?? station.easier?.at(-1);
  const [harder] = station.harder ?? [];
  const below = easier === undefined ? [] : [`Easier: ${easier}`];
  const above = harder === undefined ? [] : [`Harder: ${harder}`];
  return [...new Set([[...below, ...above].join('. '), ...below, ...above])].filter((f) => f !== '');
}

/** The move that a stretch of a demo shows. */
export function shownInDemo(cues: ClassCues, k: number): void {
  const interval = cues.at(k);
  const station = cues.station(k);
  if (interval?.kind !== 'demo' || !station || !cues.speaks(k, 'nextUp')) return;
  cues.say(k, 'nextUp', [nameSaid(station)], within(cues, k, cues.opensMs(k)));
}
