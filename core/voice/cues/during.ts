import { halfMs, isWork, sideAtStation, sidesAt } from '../../time/index.ts';
import type { ClassCues } from './class-cues.ts';
import type { IntervalCues } from './interval-cues.ts';
import { nameSaid } from './said.ts';

const HALF_FROM_MS = 30_000;
const TEN_FROM_MS = 25_000;
const FORM_FROM_MS = 20_000;
/** Half way is not called so near to a phase. */
const BESIDE_MS = 3000;
const PHRASE_BEATS = 8;
const COUNTED = ['Four', 'Three', 'Two'];

/** Plans the calls during a set: switch of sides, phases, half way, ten seconds, a form cue. */
export function duringWork(cues: ClassCues, k: number, here: IntervalCues, formCue: string | null): void {
  const { interval } = here;
  const half = halfMs(interval);
  const switches = switchCall(cues, k);
  if (switches.length > 0) {
    if (cues.sounds(k, 'phases')) here.tone('switch', half);
    const when = { wantedMs: half, earliestMs: half, latestMs: half };
    cues.say(k, 'side', fittingIn(cues, switches, interval.durationMs - half), when, { must: true });
  }
  const phases = phasesOf(cues, k);
  for (const { atMs, say } of phases) {
    if (cues.sounds(k, 'phases')) here.tone('switch', atMs);
    if (cues.speaks(k, 'phases'))
      cues.say(k, 'phase', [say], { wantedMs: atMs, earliestMs: atMs, latestMs: atMs + 1500 });
  }
  if (interval.untilTap) return;
  const beside = phases.some(({ atMs }) => Math.abs(atMs - half) <= BESIDE_MS);
  if (switches.length === 0 && !beside && interval.durationMs >= HALF_FROM_MS) call(cues, k, here, 'half', half, 1500);
  if (interval.durationMs >= TEN_FROM_MS) call(cues, k, here, 'tenSeconds', interval.durationMs - 10_000, 500);
  if (formCue !== null && cues.speaks(k, 'formCues') && interval.durationMs >= FORM_FROM_MS)
    cues.say(k, 'form', [formCue], { wantedMs: 4000, earliestMs: 2500, latestMs: interval.durationMs - 4000 });
  if (cues.beatMs(k) !== null) onTheBeat(cues, k, here);
}

/** Half way and ten seconds: a chime, words, or both. */
function call(
  cues: ClassCues,
  k: number,
  here: IntervalCues,
  which: 'half' | 'tenSeconds',
  atMs: number,
  slackMs: number,
) {
  if (cues.sounds(k, which)) here.tone('chime', atMs);
  if (cues.speaks(k, which))
    cues.say(k, which, [cues.phrase(which)], {
      wantedMs: atMs,
      earliestMs: atMs - slackMs,
      latestMs: atMs + slackMs,
    });
}

/** The call at half time in its forms; at stations wherever someone must switch, with who where not all must. Empty for none. */
function switchCall(cues: ClassCues, k: number): string[] {
  if (!cues.isSpread(k)) return sidesIn(cues, k) === 2 ? switchForms(cues) : [];
  const here = cues.occupied(k);
  const interval = cues.at(k);
  if (!interval) return [];
  const who = here.filter((s) => sideAtStation(s, interval, 0) !== sideAtStation(s, interval, interval.durationMs));
  if (who.length === 0) return [];
  const [full = '', ...shorter] = switchForms(cues);
  return who.length === here.length
    ? [full, ...shorter]
    : [`${full}: ${who.map(nameSaid).join(', ')}`, full, ...shorter];
}

const switchForms = (cues: ClassCues): string[] => {
  const full = cues.phrase('switchSides');
  return [full, full.split(' ')[0] ?? full];
};

const sidesIn = (cues: ClassCues, k: number) => {
  const interval = cues.at(k);
  return interval ? sidesAt(cues.plan, interval).length : 0;
};

/** The forms that end in time; the shortest in any case. */
function fittingIn(cues: ClassCues, forms: readonly string[], roomMs: number): string[] {
  const fits = forms.filter((text) => cues.ms(text) <= roomMs);
  return fits.length > 0 ? fits : forms.slice(-1);
}

/** The phases of a set; at stations of all that someone is at, named where not all have them. */
function phasesOf(cues: ClassCues, k: number): { atMs: number; say: string }[] {
  const interval = cues.at(k);
  if (!interval) return [];
  if (!cues.isSpread(k)) {
    const splits = sidesIn(cues, k) === 2;
    const half = halfMs(interval);
    return interval.phases.filter((p) => !(splits && p.atMs === half && p.say === 'Switch sides'));
  }
  const here = cues.occupied(k);
  const said = new Map<string, { atMs: number; say: string; who: string[] }>();
  for (const station of here)
    for (const { atMs, say } of cues.phasesAt(station, interval)) {
      const known = said.get(`${atMs} ${say}`) ?? { atMs, say, who: [] };
      known.who.push(nameSaid(station));
      said.set(`${atMs} ${say}`, known);
    }
  return [...said.values()]
    .map(({ atMs, say, who }) => ({ atMs, say: who.length === here.length ? say : `${who.join(', ')}: ${say}` }))
    .sort((a, b) => a.atMs - b.atMs);
}

/** In a set counted in beats: the next layer one phrase before it begins, and "four, three, two" on the last counts. */
function onTheBeat(cues: ClassCues, k: number, here: IntervalCues): void {
  const beatMs = cues.beatMs(k) ?? 0;
  const { interval } = here;
  const end = interval.durationMs;
  const next = cues.at(k + 1);
  const isLayer =
    next !== null && isWork(next) && next.stationIndex === interval.stationIndex && next.side === interval.side;
  if (isLayer && next.layer !== null && cues.speaks(k, 'phases')) {
    const wantedMs = Math.max(0, end - PHRASE_BEATS * beatMs);
    cues.say(k, 'layer', [next.layer], {
      wantedMs,
      earliestMs: Math.max(0, end - 2 * PHRASE_BEATS * beatMs),
      latestMs: end - COUNTED.length * beatMs,
    });
  }
  if (!cues.speaks(k, 'phases')) return;
  const fit = COUNTED.every((word) => cues.ms(word) < beatMs) && end > (COUNTED.length + 2) * beatMs;
  if (!fit) return;
  COUNTED.forEach((word, i) => {
    const at = Math.round(end - (COUNTED.length + 1 - i) * beatMs);
    here.count(word, at, cues.ms(word));
  });
}
