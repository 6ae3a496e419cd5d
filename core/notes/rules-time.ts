import { numberOf, saysUnit, timeOf } from './numbers.ts';
import {
  BETWEEN,
  BREAK,
  breakMs,
  count,
  EACH_MOVE,
  type Facts,
  LIMB,
  N,
  OF_GROUPS,
  OF_MOVES,
  OF_ROUNDS,
  type Rule,
  rule,
  say,
  seconds,
  sentence,
  T,
  TIMES,
  TN,
} from './said.ts';

/** Work and rest beside each other; a rest without a unit has that of the work where it is minutes. */
export function pair(work: string | undefined, rest: string | undefined): Partial<Facts> | null {
  const [w, r] = [work ?? 'a min', rest ?? '0'];
  const inMinutes =
    saysUnit(w) && /\d? ?m(?!s)|min|[\u2032'\u2019]$/iu.test(w) && !w.includes(':') && !saysUnit(r) && numberOf(r) <= 5;
  const [workMs, restMs] = [seconds(w), timeOf(r, inMinutes ? 'minutes' : 'seconds')];
  return workMs < 1000 || workMs > 1_800_000 || restMs > 1_800_000 ? null : { workMs, restMs };
}

const listOf = (text: string) => (text.match(/\d+(?::\d{2})?/g) ?? []).map((n) => timeOf(n) / 1000);

/** Work, and work with rest. */
export const WORK: readonly Rule[] = [
  // One of two works while the other rests: both do both.
  rule(
    'work',
    `(?:(?:in )?pairs?[:, -]+)?(?:partner )?(?:a|one|1) works? (?:for )?${T},? (?:while|whilst|and) (?:partner )?(?:b|other|the other|one|2) rests?(?:,? (?:then |and )?(?:swap|switch|change))?`,
    (m) => pair(m[1], m[1]),
  ),
  rule('work', `${N} (?:moves|exercises|stations) ?(?:x|\u00d7|of|at|for) ?${T}`, (m) => ({
    stations: count(m[1]),
    workMs: seconds(m[2]),
    each: true,
  })),
  rule('work', `${T} (?:on|at|for) each(?: (?:of|one|move|station))?\\b(?! (?:side|leg|arm))`, (m) => ({
    workMs: seconds(m[1]),
    each: true,
  })),
  rule('work', `(?:max|maximum|as many) reps (?:in|for) ${T}`, (m) => ({ workMs: seconds(m[1]), each: true })),
  rule('work', `(\\d{1,3}) ?(?:s|secs?)? ?[/:\u2215] ?(\\d{1,3}) ?(?:s\\b|secs?\\b)?(?![\\d/])`, (m) => {
    const [a, b] = [Number(m[1]), Number(m[2])];
    // A stretch is called so.
    if (a === 90 && b === 90) return null;
    const isClock = m[0].includes(':') && (a < 15 || b === 0);
    return a > 120 || b > 120 || a < 5 || isClock ? null : pair(m[1], m[2]);
  }),
  // "50 10" at the beginning of a line.
  rule('work', '(?<=^ *)(\\d{2,3}) (\\d{2})(?= *(?:$|,|x ?\\d|\\())', (m) =>
    Number(m[1]) <= 120 && Number(m[2]) <= 60 ? pair(m[1], m[2]) : null,
  ),
  rule('work', `(\\d{1,3}) ?(?:s|secs?)? ?/ ?(\\d{1,3}) ?(?:s|secs?)? ?[x\u00d7] ?(\\d{1,2})(?!\\d)`, (m) => ({
    ...pair(m[1], m[2]),
    times: count(m[3]),
  })),
  rule(
    'work',
    `(\\d{2,3}) ?[-\u2013\u2014] ?(\\d{1,3})(?! ?[-\u2013\u2014/\\d]| ?(?:reps?|times|rounds|mins?|minutes|secs?|kg|lbs?|people|x)\\b)`,
    (m) =>
      Number(m[1]) <= 120 && Number(m[2]) >= 5 && Number(m[2]) <= 120 && Number(m[1]) >= 10 ? pair(m[1], m[2]) : null,
  ),
  rule(
    'work',
    `${TN}? ?(?:of )?(?:work|on|hard|go)(?: time)? ?(?:,|/|and|then|with|\\+|-|\u2013|&)? ?${TN} ?(?:of )?(?:off|rest|easy|recovery|recover)\\b`,
    (m) => (m[1] === undefined ? null : pair(m[1], m[2])),
  ),
  rule('work', `min(?:ute)? on ?(?:,|/|and|-)? ?${TN} off\\b`, (m) => pair('a min', m[1])),
  rule('work', `(?:work|on) ?(?:for|=|:)? ?${TN} ?(?:,|/|and|then|-)? ?(?:rest|off) ?(?:for|=|:)? ?${TN}`, (m) =>
    pair(m[1], m[2]),
  ),
  rule(
    'work',
    `${T} ?(?:,|/|and|then|with)? ?${TN} ?(?:seconds? )?(?:rest|off|recovery)\\b(?! ?(?:after|between))`,
    (m) => pair(m[1], m[2]),
  ),
  rule('work', `(?:a |one )?min(?:ute)? ?(?:on|work)\\b`, () => ({ workMs: 60_000 })),
  rule('work', `${TN} ?(?:seconds? )?(?:of )?(?:work|on)\\b`, (m) => ({ workMs: seconds(m[1]) })),
  rule('work', `work ?(?:for|=|:|time|is)* ?${TN}(?! ?[/:-] ?\\d)`, (m) => ({ workMs: seconds(m[1]) })),
  rule('work', `${T} ?(?:of )?${EACH_MOVE}(?! ${LIMB})\\b`, (m) => ({ workMs: seconds(m[1]), each: true })),
  rule('work', `(\\d{2,3}) (?:each|per (?:move|exercise|station))\\b(?! ${LIMB})`, (m) => ({
    workMs: seconds(m[1]),
    each: true,
  })),
  rule(
    'work',
    `(?:hold|holding|do) (each|every(?:thing)?|all)?(?: (?:one|stretch|pose|move|exercise|for|of them))* ?(?:for )?${TN}(?: each)?\\b`,
    (m) =>
      saysUnit(m[2] ?? '') || Number(m[2]) >= 10
        ? { workMs: seconds(m[2]), each: true, ...(m[1] && /^hold/i.test(m[0]) ? { kind: 'holds' as const } : {}) }
        : null,
    true,
  ),
  rule('work', `${T} (?:holds?|a (?:stretch|hold|pose)|per (?:stretch|hold|pose))\\b`, (m) => ({
    workMs: seconds(m[1]),
    each: true,
  })),
  rule(
    'work',
    `(?:(?:work )?(?:goes|going) up|ladder(?: of)?|pyramid(?: of)?|build(?:ing)? up)[ :,]*(\\d{1,3}(?:s|secs?)?(?:(?:(?: ?[-/] ?| )\\d{1,3}(?:s|secs?)?)+|(?:, ?(?:then )?\\d{1,3}(?:s|secs?)?)+)(?! ?(?:s|secs?|seconds) (?:rest|off|between))) ?(?:s|secs?|seconds)?\\b`,
    (m) => {
      const list = listOf(m[1] ?? '');
      const [first = 0, last = 0] = list;
      if (list.length === 2 && Math.min(first, last) <= 5 && first !== last && Math.abs(first - last) <= 20)
        return { byRound: stretched([first], String(last)), kind: 'amrap', forTime: true };
      return list.length >= 2 ? { byRound: list } : null;
    },
  ),
  rule(
    'work',
    '(\\d{1,3}(?: ?- ?\\d{1,3}){2,})(?:[.\u2026]{1,3} ?-? ?(\\d{1,3}))? ?(?:s|secs?|seconds)?\\b(?! ?(?:kg|lbs?))',
    (m) => ({ byRound: stretched(listOf(m[1] ?? ''), m[2]) }),
  ),
  rule('work', '(\\d{1,3}(?:, ?\\d{1,3}){2,}) ?(?:s|secs?|seconds)\\b', (m) => ({ byRound: listOf(m[1] ?? '') })),
  rule('work', '((?:\\d{1,3} ?(?:s|secs?|"))(?:[ ,/]+\\d{1,3} ?(?:s|secs?|")){2,})', (m) => ({
    byRound: listOf(m[1] ?? ''),
  })),
  rule(
    'count',
    '(\\d{1,2}) ?(?:down to|to|down 2|\u2192|->) ?(\\d{1,2})\\b(?! ?(?:mins?|minutes|secs?|seconds|reps?|kg|people|rounds))',
    (m) => {
      const [a, b] = [Number(m[1]), Number(m[2])];
      return a !== b && Math.abs(a - b) <= 20 && Math.min(a, b) >= 1 && Math.max(a, b) >= 5
        ? { byRound: stretched([a], m[2]), forTime: true, kind: 'amrap' }
        : null;
    },
  ),
  rule('work', '(\\d{1,2}(?: \\d{1,2}){2,})(?= *$)', (m) => ({ byRound: listOf(m[1] ?? '') }), true),
  rule('count', '(\\d{1,3})(?:[ -]\\1){1,5}(?=[ :]|$)', (m) => ({ reps: count(m[1]) })),
];

/** Rests, changes and breaks. */
export const RESTS: readonly Rule[] = [
  rule('rest', `(?:with )?(?:a |an )?${TN} ?(?:seconds? )?(?:of )?(?:rests?|off|recovery)\\b`, (m) => ({
    restMs: seconds(m[1]),
  })),
  rule('rest', '(?:an? |one )?min(?:ute)? (?:rest|recovery)\\b', () => ({ restMs: 60_000 })),
  // A rest of one to five alone on its line is minutes.
  rule('rest', '(?<=^ *)(?:rest|break) ([1-5])(?= *$)', (m) => ({ restMs: Number(m[1]) * 60_000 })),
  say('note', 'no rest for the wicked\\b', {}),
  say('note', '(?:throughout|all the way through|each time|every time)\\b', {}),
  rule(
    'break',
    `(?:an? |one )?min(?:ute)? ?(?:${BREAK} )?(?:after|at the end of) (?:each|every) (?:${OF_ROUNDS}|pair|group)\\b`,
    () => ({ betweenMs: 60_000, betweenOf: 'rounds' }),
  ),
  rule('rest', `(?:rest|rests|off|recover|recovery)(?: ?(?:is|for|of|=|:|period|time))* ?${TN}`, (m) => ({
    restMs: seconds(m[1]),
  })),
  say(
    'rest',
    '(?:no|without|zero) (?:rests?|breaks?)(?: between)?\\b|straight through\\b|back to back\\b|non[- ]?stop\\b',
    { restMs: 0 },
  ),
  rule(
    'rest',
    `${TN} ?(?:seconds? )?(?:of )?(?:rest|off|recovery) (?:after|at the end of) (?:each|every)(?: (?:turn|block|time|one|move|exercise))?\\b(?! ?(?:round|lap|circuit|pair|group|set|superset|tabata))`,
    (m) => ({ restMs: seconds(m[1]) }),
  ),
  rule('rest', `${TN} (?:seconds? )?(?:(?:rest|off|break) )?(?:in ?)?${BETWEEN} ${OF_MOVES}\\b`, (m) => ({
    restMs: breakMs(m[1]),
  })),
  rule('rest', `(?:rest )?${TN} (?:seconds? )?(?:${BREAK} )?(?:in ?)?between sets?\\b`, (m) => ({
    restMs: seconds(m[1]),
  })),
  rule('rest', `(?:rest|break) (?:of |for )?${TN} (?:in ?)?between (?:sets?|${OF_MOVES})\\b`, (m) => ({
    restMs: seconds(m[1]),
  })),
  rule(
    'break',
    `(?:with )?(?:an? )?(?:(?:rest|break|walk|recover)(?: of| for)? )?${TN} ?(?:seconds? |long )?(?:of )?(?:${BREAK} )?(?:in )?${BETWEEN} (?:(?:each|every|the) )?${OF_ROUNDS}(?!-)\\b`,
    (m) => (/sets?$/i.test(m[0]) ? null : { betweenMs: breakMs(m[1]), betweenOf: 'rounds' }),
  ),
  rule(
    'break',
    `(?:with )?(?:an? )?(?:(?:rest|break|walk|recover)(?: of| for)? )?${TN} ?(?:of )?(?:${BREAK} )?(?:in )?${BETWEEN} (?:(?:each|every|the) )?${OF_GROUPS}\\b`,
    (m) => ({ betweenMs: breakMs(m[1]), betweenOf: 'groups' }),
  ),
  rule(
    'break',
    `(?:with )?(?:an? )?(?:(?:rest|break|walk|recover)(?: of| for)? )?${TN} ?(?:of )?(?:${BREAK} )?(?:after|at the end of|end of) (?:each|every) (?:${OF_ROUNDS}|pair|group|superset|tabata)\\b`,
    (m) => ({ betweenMs: breakMs(m[1]), betweenOf: /pair|group|superset|tabata/i.test(m[0]) ? 'groups' : 'rounds' }),
  ),
  rule(
    'break',
    `(?:with )?(?:an? )?${TN} ?(?:of )?(?:(?:rest|break|off) )?(?:in ?)?${BETWEEN} (?:each|every)(?: (?:one|move|exercise|station))?\\b(?! ${OF_ROUNDS}| ${OF_GROUPS})`,
    (m) => ({ betweenMs: breakMs(m[1]), betweenOf: null, betweenEach: true }),
  ),
  rule(
    'break',
    `(?:with )?(?:an? )?(?:(?:rest|break|walk|recover)(?: of| for)? )?${TN} ?(?:of )?(?:${BREAK} )?(?:in ?)?(?:between|in the middle|(?:at )?half[ -]?way(?: through)?|at half time)\\b`,
    (m) => ({ betweenMs: breakMs(m[1]), betweenOf: null }),
  ),
  rule(
    'break',
    `min(?:ute)? ?(?:${BREAK} )?(?:in )?between(?: (?:each |the )?(${OF_ROUNDS}|${OF_GROUPS}))?\\b`,
    (m) => ({
      betweenMs: 60_000,
      betweenOf: m[1] === undefined ? null : /round|circuit|lap/i.test(m[1]) ? 'rounds' : 'groups',
    }),
  ),
  rule(
    'break',
    `(?:with )?${TN} ?(?:of )?(?:${BREAK} )?(?:in )?${BETWEEN} (?:[A-H]|\\d) (?:and|&|\\+) (?:[A-H]|\\d)\\b`,
    (m) => ({ betweenMs: breakMs(m[1]), betweenOf: 'groups' }),
  ),
  rule('break', `(?:round )?break(?: of|:)? ?${TN}`, (m) => ({ betweenMs: breakMs(m[1]), betweenOf: null })),
  rule('break', `${T} (?:long )?(?:break|breather|pause|water|water break|rest break|chat)\\b`, (m) => ({
    betweenMs: seconds(m[1]),
    betweenOf: null,
    ...(/water/i.test(m[0]) ? { water: true } : {}),
  })),
  rule(
    'break',
    `(?:water|water break|drinks?|drinks break)(?: ?(?:for|-|:))? ?${T}(?! class| session)`,
    (m) => ({ betweenMs: seconds(m[1]), betweenOf: null, water: true }),
    true,
  ),
  rule('break', `${TN} to (?:swap|switch|change) ?(?:sides?|legs?|over)?\\b`, (m) => ({ changeMs: seconds(m[1]) })),
  rule(
    'rest',
    `${TN} (?:seconds? )?(?:to change|to move|change|changeover|change over|transition|to get (?:to|into) the next(?: one)?)\\b`,
    (m) => ({ changeMs: seconds(m[1]) }),
  ),
  rule('rest', `(?:change|transition|changeover)s? ?(?:of )?${TN}`, (m) => ({ changeMs: seconds(m[1]) })),
  rule(
    'rest',
    `((?:walk|jog|roll|spin|row|step|cycle|paddle)(?:ing)? (?:back|easy|slowly|round|off|down)) ?(?:for )?${TN}(?: ?(?:secs?|seconds))?`,
    (m) => ({ restMs: seconds(m[2]), restAs: sentence(m[1] ?? '') }),
  ),
  rule(
    'rest',
    `${TN} ?(?:secs?|seconds)? ?((?:walk|jog|roll|spin|row|step|cycle|paddle)(?:ing)? (?:back|easy|slowly|round|off|down))\\b`,
    (m) => ({ restMs: seconds(m[1]), restAs: sentence(m[2] ?? '') }),
  ),
  rule('work', `${TN} ?(?:secs?|seconds)? ?(?:hard|flat out|all out|fast|max(?:imum)? effort|max)\\b`, (m) => ({
    workMs: seconds(m[1]),
  })),
  rule('break', `(?:sip of |some |quick )?${BREAK} (?:in )?${BETWEEN} ${OF_ROUNDS} ?[(:=-]? ?${T}\\)?`, (m) => ({
    betweenMs: seconds(m[1]),
    betweenOf: 'rounds',
  })),
  rule('work', `${T} rounds? ?[x\u00d7] ?${N}(?![\\p{L}\\d/:])`, (m) => ({ workMs: seconds(m[1]), sets: count(m[2]) })),
  rule('break', `(?:a |an )?(?:${T}|min(?:ute)?) ?(?:of )?${BREAK} (?:at )?half ?-?way(?: through)?\\b`, (m) => ({
    betweenMs: m[1] === undefined ? 60_000 : seconds(m[1]),
    betweenOf: 'rounds',
  })),
  rule('work', `${T} (?:of |on )?each,? (?:move |one )?(?:and )?then (?:a )?${T} ${BREAK}\\b`, (m) => ({
    workMs: seconds(m[1]),
    each: true,
    restMs: 0,
    betweenMs: seconds(m[2]),
    betweenOf: 'rounds',
  })),
];

/** How often. */
export const TIMES_RULES: readonly Rule[] = [
  rule('rounds', `${N} (?:giant|big|mega) ?sets?\\b`, (m) => ({ rounds: count(m[1]) })),
  rule(
    'rounds',
    `${N} ?(?:x|\u00d7|sets? of|lots of|reps of|goes of|times) ?${T}(?: (?:hard|fast|flat out|all out|efforts?|rounds?|bouts?|on|work))?(?! ?(?:rest|off|between))`,
    (m) => ({ sets: count(m[1]), workMs: seconds(m[2]) }),
  ),
  rule(
    'rounds',
    `${N} ?(?:x|\u00d7|sets? of|lots of) ?(\\d{1,3}) ?(?:s|secs?)? ?[/:] ?(\\d{1,3})(?:s|secs?)?(?![\\d/])`,
    (m) => ({ sets: count(m[1]), workMs: seconds(m[2]), restMs: seconds(m[3]) }),
  ),
  rule('rest', `${T} (?:of )?(?:easy|slow|gentle|active rest)\\b(?= *(?:$|[,.;/)+-]))`, (m) => ({
    restMs: seconds(m[1]),
  })),
  rule('work', `each (?:move |one |exercise |stretch )?(?:for |is |= ?)?${T}`, (m) => ({
    workMs: seconds(m[1]),
    each: true,
  })),
  rule(
    'rounds',
    `${N} ?(?:x|\u00d7|sets? of|lots of) ?(\\d{1,3})(?: ?reps?)?(?!\\d)(?! ?(?:[/:]|- ?\\d|x|kgs?|kilos?|lbs?|s\\b|secs?|seconds|mins?|m\\b|rounds|cals?))`,
    (m) =>
      // "Calf raises 20 x 2": nobody does twenty sets of two.
      Number(m[1]) > 10 && Number(m[2]) <= 6
        ? { reps: count(m[1]), times: count(m[2]) }
        : { sets: count(m[1]), reps: count(m[2]) },
  ),
  rule('rounds', `${N} of (?:them|these|those)\\b`, (m) => ({ sets: count(m[1]) })),
  rule(
    'rounds',
    `(?:\\(? ?)?(?:do |for )?${N} ?(?:x )?(?:full |complete |total |big )?(?:rounds?|rds?|rnds?|laps?|circuits|times (?:through|round|around|over)|times)\\b(?: through| round)?(?: (?:of|each))?`,
    (m) => ({ rounds: count(m[1]) }),
  ),
  rule(
    'rounds',
    `(?:repeat|go round|go around|round|all|do it|through|do it all|the lot|whole lot|repeat (?:all|it|the lot|circuit|the circuit))(?: it| all)? ?${TIMES}(?: through| round)?`,
    (m) => ({ rounds: count(...m.slice(1)) }),
  ),
  rule('rounds', '(?:go )?(?:twice|once|thrice)(?: through| round| around| over)?\\b', (m) => ({
    rounds: /once/i.test(m[0]) ? 1 : /twice/i.test(m[0]) ? 2 : 3,
  })),
  rule('rounds', `${TIMES}(?: (?:through|round|around|each))?(?![\\p{L}\\d])`, (m) =>
    /(?:rounds?|laps?|circuits?)$/i.test(m[0])
      ? { rounds: count(...m.slice(1)) }
      : { times: count(...m.slice(1)), ...(/each$/.test(m[0]) ? { apiece: true } : {}) },
  ),
  rule('rounds', `${TIMES} of each\\b`, (m) => ({ rounds: count(...m.slice(1)), groupSize: 1 })),
  rule('rounds', '(?:rounds|laps|sets) ?[:=] ?(\\d{1,2})(?! ?[\\p{L}\\d/])', (m) => ({ rounds: count(m[1]) })),
  rule(
    'rounds',
    `(?:do )?(?:each|every) (?:pair|group|superset|one|move|exercise) (?:(?:${N} times|twice|thrice)|x ?${N})(?: (?:then move on|before moving on|through))?`,
    (m) => ({
      rounds: (m[1] ?? m[2]) ? count(m[1], m[2]) : /thrice/i.test(m[0]) ? 3 : 2,
      ...(/(?:each|every) (?:one|move|exercise)/i.test(m[0]) ? { groupSize: 1 } : {}),
    }),
  ),
  rule(
    'rounds',
    `${N} sets(?: (?:each|of each|per (?:pair|move|exercise)|each pair|of(?= ?\\d+ ?[/:-])))?\\b`,
    (m) => ({ sets: count(m[1]) }),
  ),
  say('rounds', 'repeat\\b(?! ?\\d)|do it again\\b|same again\\b', { same: true }),
];

/** The numbers up to a last one in even steps, as "10-9-8…1" leaves them out. */
function stretched(list: number[], last: string | undefined): number[] {
  if (last === undefined) return list;
  const [end, from] = [Number(last), list.at(-1) ?? 0];
  const step = list.length > 1 ? from - (list.at(-2) ?? from) : Math.sign(end - from);
  if (step === 0 || (end - from) * step < 0) return list;
  const more: number[] = [];
  for (let n = from + step; step > 0 ? n <= end : n >= end; n += step) more.push(n);
  return [...list, ...more].slice(0, 60);
}
