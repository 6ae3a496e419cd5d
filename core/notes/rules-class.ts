import { NUMBER, numberOf, saysUnit, TIME_OR_NUMBER } from './numbers.ts';
import { count, type Facts, minutes, N, type Rule, rule, say, seconds, T, TIMES, TN } from './said.ts';

const clockOf = (hour: number, minute: number) => `${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}`;

function clock(m: RegExpExecArray): Partial<Facts> | null {
  const [hour, minute] = [Number(m[1]), Number(m[2] ?? '0')];
  const half = m[3]?.toLowerCase();
  const in24 = half === 'pm' && hour < 12 ? hour + 12 : half === 'am' && hour === 12 ? 0 : hour;
  return in24 > 23 || minute > 59 ? null : { start: clockOf(in24, minute) };
}

/** From one time of the day to another: "8am-8.45", "18:15 - 19:00". */
function span(m: RegExpExecArray): Partial<Facts> | null {
  const [from, to] = [
    [Number(m[1]), Number(m[2] ?? 0), m[3] ?? m[6]],
    [Number(m[4]), Number(m[5]), m[6] ?? m[3]],
  ].map(
    ([hour, minute, half]) =>
      (Number(hour) % 12) * 60 + Number(minute) + (half === 'pm' || (!half && Number(hour) >= 12) ? 720 : 0),
  );
  const lengthMin = (to ?? 0) - (from ?? 0);
  if (from === undefined || Number(m[5]) > 59 || lengthMin < 10 || lengthMin > 180) return null;
  return { start: clockOf(Math.floor(from / 60), from % 60), slotMs: lengthMin * 60_000 };
}

/** What is held to what was found, and the order. */
export const ORDER: readonly Rule[] = [
  rule('check', `${N} (?:stations?|stops)\\b`, (m) => ({ stations: count(m[1]), atStations: true })),
  rule('check', `${N} (?:exercises|moves|movements)\\b`, (m) => ({ stations: count(m[1]) })),
  say('order', 'rotations?\\b', { atStations: true }, true),
  say(
    'order',
    '(?:(?:at|in|round the) )?stations\\b|rotate\\b|move (?:on|round) (?:clockwise|when i shout|on the whistle)',
    { atStations: true },
  ),
  rule('order', `${N} (?:pairs|supersets)\\b`, (m) => ({ groupSize: 2, stations: count(m[1]) * 2 })),
  rule('order', `${N} (?:tri-?sets|triples)\\b`, (m) => ({ groupSize: 3, stations: count(m[1]) * 3 })),
  say('order', '(?:in|as) (?:pairs|supersets)\\b|supersets\\b', { groupSize: 2 }),
  say('order', '(?:in|as) (?:threes|triples|tri-?sets)\\b', { groupSize: 3 }),
  rule(
    'order',
    `(?:swap|move on|change|rotate|switch)(?: over)? (?:after|every) ${N} (?:goes|go's|times|sets|rounds|turns)\\b`,
    (m) => ({ times: count(m[1]), groupSize: 1 }),
  ),
  say(
    'order',
    'station by station\\b|all sets (?:of one|then next|first)(?:,? then the next)?\\b|one (?:move|exercise|station) at a time\\b|then move on\\b',
    { groupSize: 1 },
  ),
  rule('order', `(?:superset|pair|tri-?set|giant set) ?(?:[a-e]|\\d)?\\b(?! ?mins?)`, (m) => ({
    superset: true,
    groupSize: /tri/i.test(m[0]) ? 3 : 2,
  })),
  say(
    'order',
    '(?:and )?(?:then )?(?:(?:all the way )?back (?:down|again|up|down again)|and back|in reverse|and reverse|back to the start)\\b(?= *(?:$|[.,!;)]))',
    { reverse: true },
  ),
];

/** With the slips that are usual. */
const TABATAS = 'tab{1,2}at{1,2}as?';

/** Formats by name. */
export const FORMAT_RULES: readonly Rule[] = [
  rule('format', `${T} ?(?:of )?${TABATAS}(?: ?(?:style|round|block|set))?(?![\\p{L}\\d])`, (m) => ({
    kind: 'tabata',
    totalMs: seconds(m[1]),
  })),
  rule('format', `${N} ?(?:x )?${TABATAS}\\b`, (m) => ({ kind: 'tabata', tabatas: count(m[1]) })),
  rule(
    'format',
    `${TABATAS}(?: ?(?:style|round|block|set))?(?: ${TIMES})?(?: \\d(?= ?[:.)-]))?(?![\\p{L}\\d])`,
    (m) => ({
      kind: 'tabata',
      ...(m.slice(1).some((g) => g !== undefined) ? { tabatas: count(...m.slice(1)) } : {}),
    }),
  ),
  rule(
    'format',
    `(?:e(\\d{1,2})mom|emom)(?:[ :]*(?:for )?(${TIME_OR_NUMBER})(?: ?(?:mins?|minutes))?)?(?![\\p{L}\\d])`,
    (m) => ({
      kind: 'emom',
      periodMs: Number(m[1] ?? 1) * 60_000,
      ...(m[2] === undefined ? {} : { totalMs: minutes(m[2]) }),
    }),
  ),
  rule('format', `${TN} ?-? ?(?:mins?|minutes?)? ?(?:e(\\d{1,2})mom|emom)(?: of\\b)?(?![\\p{L}\\d])`, (m) => ({
    kind: 'emom',
    periodMs: Number(m[2] ?? 1) * 60_000,
    totalMs: minutes(m[1]),
  })),
  rule(
    'format',
    `(?:on )?(?:every|each) (?:minute|min)(?: on the (?:minute|min))?(?:[ ,]*(?:for )?${TN}(?: ?(?:mins?|minutes))?)?(?![\\p{L}\\d])`,
    (m) => ({ kind: 'emom', periodMs: 60_000, ...(m[1] === undefined ? {} : { totalMs: minutes(m[1]) }) }),
  ),
  rule(
    'format',
    `e(\\d{2,3})s(?:ecs?)?(?:[ :]*(?:for )?(${TIME_OR_NUMBER})(?: ?(?:mins?|minutes))?)?(?![\\p{L}\\d])`,
    (m) => ({ kind: 'emom', periodMs: Number(m[1]) * 1000, ...(m[2] === undefined ? {} : { totalMs: minutes(m[2]) }) }),
  ),
  rule('format', `every (?:${T}|(\\d{2,3}))(?:[ ,]*for ${TN}(?: ?(?:mins?|minutes))?)?(?![\\p{L}\\d])`, (m) => ({
    kind: 'emom',
    periodMs: seconds(m[1] ?? m[2]),
    ...(m[3] === undefined ? {} : { totalMs: minutes(m[3]) }),
  })),
  rule('format', `amraps?(?:[ :]*(?:for |in |x )?${TN}(?: ?(?:mins?|minutes))?)?(?: of\\b)?(?![\\p{L}\\d])`, (m) => ({
    kind: 'amrap',
    forTime: false,
    ...(m[1] === undefined ? {} : { capMs: minutes(m[1]) }),
  })),
  rule('format', `${TN} ?-? ?(?:mins?|minutes?)? ?amrap(?: of\\b)?(?![\\p{L}\\d])`, (m) => ({
    kind: 'amrap',
    forTime: false,
    capMs: minutes(m[1]),
  })),
  rule(
    'format',
    `as many (?:rounds|reps|times)?(?: of (?:this|these))? ?(?:as )?(?:you|they|we|u)? ?(?:can|as possible|possible|as poss|poss)(?: ?(?:in|for)? ${TN}(?: ?(?:mins?|minutes))?)?(?![\\p{L}\\d])`,
    (m) => {
      if (m[1] === undefined) return { kind: 'amrap', forTime: false };
      // So many in a minute is work, not a block.
      const isWork = saysUnit(m[1]) && seconds(m[1]) <= 90_000 && !/rounds/i.test(m[0]);
      return isWork ? { workMs: seconds(m[1]), each: true } : { kind: 'amrap', forTime: false, capMs: minutes(m[1]) };
    },
  ),
  rule('format', `in ${T},? as many rounds as (?:you|they|we) can\\b`, (m) => ({
    kind: 'amrap',
    forTime: false,
    capMs: minutes(m[1]),
  })),
  rule(
    'format',
    `(?:repeat|keep going|keep it going|round and round|continuous(?:ly)?|go)(?: this| it| round)? for (?:the )?${T}`,
    (m) => ({ kind: 'amrap', forTime: false, capMs: minutes(m[1]) }),
  ),
  say('format', '(?:rounds )?for time\\b|against the clock\\b', { kind: 'amrap', forTime: true }),
  rule('format', `${N} ?(?:rounds?|rds?) for time\\b`, (m) => ({ kind: 'amrap', forTime: true, rounds: count(m[1]) })),
  rule('length', `(?:time )?cap(?:ped)?(?: ?(?:at|of|is|:|=))? ?${TN}(?: ?(?:mins?|minutes))?(?![\\p{L}\\d])`, (m) => ({
    capMs: minutes(m[1]),
  })),
  rule('length', `${TN} ?-? ?(?:mins?|minutes?)? ?(?:time )?cap\\b`, (m) => ({ capMs: minutes(m[1]) })),
  say('format', 'add[- ]?ons?\\b|adding on\\b|add one each (?:time|round)\\b', { kind: 'addOn' }),
  say('format', '(?:dance )?routine\\b|choreo(?:graphy)?\\b', { kind: 'beats' }),
  rule('length', `(\\d{2,3}) ?bpm\\b`, (m) => ({ bpm: Number(m[1]), kind: 'beats' })),
  say(
    'format',
    '(?:stretch(?:es|ing)?(?: off| out)?|holds)\\b(?= *(?:$|[-\u2013:,.;(]|\\d|for\\b|each\\b|a\\b|x{1,3} *$))',
    { kind: 'holds' },
    true,
  ),
  rule('format', `(?:a )?${T} (?:of )?stretch(?:es|ing)?\\b(?= *(?:$|[.,!;)]))`, (m) => ({
    kind: 'holds',
    bareMs: seconds(m[1]),
  })),
  say('format', 'complex\\b(?= |:|$)', { kind: 'windows' }),
  say('format', 'odd(?: mins?| minutes?)?\\b(?= ?[:=-]| \\d| \\p{L})', { turn: 'odd', kind: 'emom' }),
  say('format', 'even(?: mins?| minutes?)?\\b(?= ?[:=-]| \\d| \\p{L})', { turn: 'even', kind: 'emom' }),
];

/** Parts of the class. */
export const PART_RULES: readonly Rule[] = [
  say('heading', 'warm(?:ing)?[ -]?ups?\\b|w/?u(?:p)?\\b|wu\\b(?= ?[:\\d-])|pulse raiser\\b', { role: 'warmUp' }),
  say(
    'heading',
    '(?:the )?main(?: (?:set|part|circuit|block|bit|session|workout|class|event))?\\b(?= *(?:$|[-\u2013:,.;(\\d]|is\\b))|(?:main|the) workout\\b',
    { role: 'main' },
  ),
  say(
    'heading',
    'finisher\\b|burn ?out\\b(?= *(?:$|[-\u2013:,.;(]))|to finish\\b|finish(?= ?:)|finish with\\b|finish on\\b|last thing\\b',
    { role: 'finisher' },
  ),
  say('heading', 'cool(?:ing)?[ -]?downs?\\b|c/?d(?:own)?\\b(?= ?[:\\d-])|c/down\\b|wind[ -]?down\\b|at the end\\b', {
    role: 'coolDown',
  }),
  rule('heading', '(first|second|third|fourth|last|1st|2nd|3rd|4th) round\\b', (m) => ({
    round:
      ['first', 'second', 'third', 'fourth'].indexOf((m[1] ?? '').toLowerCase()) + 1 ||
      Number.parseInt(m[1] ?? '', 10) ||
      1,
  })),
  rule('heading', 'round (\\d|one|two|three|four|five|six)\\b(?= *(?:$|[-\u2013:,.;(=]|\\d))', (m) => ({
    round: Math.round(numberOf(m[1] ?? '1')),
  })),
  say('note', '(?:then )?(?:swap|switch|rotate|change)(?: over| partners| round)?\\b(?= *(?:$|[:,.)]))', {}),
  say('order', '(?:newest last|oldest first|in order)\\b', { oldestFirst: true }),
  say('order', '(?:newest first|oldest last)\\b', { oldestFirst: false }),
  rule(
    'length',
    '(?<=(?:warm[ -]?up|w/?u|w/up|cool[ -]?down|c/?d|stretch(?:ing|es)?) ?[:-]? ?)(\\d{1,2})(?= *(?:$|\\())',
    (m) => (Number(m[1]) <= 20 ? { bareMs: Number(m[1]) * 60_000 } : null),
  ),
  rule('length', 'for (\\d{1,2})(?= *(?:[:,.]|$))', (m) =>
    Number(m[1]) >= 3 ? { bareMs: Number(m[1]) * 60_000 } : null,
  ),
];

/** The class itself. */
export const OF_THE_CLASS: readonly Rule[] = [
  rule(
    'slot',
    '(\\d{1,2})(?:[:.](\\d{2}))? ?(am|pm)? ?(?:-|\u2013|to|til|till|until) ?(\\d{1,2})[:.](\\d{2}) ?(am|pm)?(?![\\d/])',
    span,
  ),
  rule('slot', '(?:at |starts? (?:at )?|start:? )?(\\d{1,2})(?:[:.](\\d{2}))? ?(am|pm)\\b(?: start)?', clock),
  rule('slot', '(?:at |starts? (?:at )?|start:? )(\\d{1,2})[:.](\\d{2})(?!\\d)', clock),
  rule('slot', '(\\d{1,2})[:.](\\d{2}) ?(?:start|class|session|hrs|h\\b)', clock),
  rule(
    'slot',
    `(${NUMBER}) ?-? ?(?:mins?|minutes?) ?(?:class|session|slot|workout|hiit|circuit class|total|long|in total|altogether)\\b`,
    (m) => ({ slotMs: minutes(m[1]) }),
  ),
  rule(
    'slot',
    `(?<=\\b(?:hiit|class|session|total|slot|length|circuits) ?(?:of|is|:|=|-)? ?)(${NUMBER}) ?-? ?(?:mins?|minutes?)\\b(?! (?:on|work|off|rest|each|between))`,
    (m) => ({ slotMs: minutes(m[1]) }),
  ),
  say('note', '(?<=(?:plan|date|w/c|week) )\\d{1,2}[/.]\\d{1,2}(?= *$)', {}),
  say('note', '(?:\\d{1,2}|two|three|four) (?:people|of you|persons) (?:at|per|on|to|in) (?:each|a|every|one)\\b', {}),
  rule(
    'people',
    `(?:for |about |approx |~ ?)?${N} ?(?:people|ppl|persons|members|heads|pax|ladies|in the class|in class|coming|booked|booked in|of them coming)\\b(?: in (?:pairs|twos|threes|fours))?(?! (?:at|per|on|to|in) (?:each|a|every|one)\\b)`,
    (m) => ({ heads: count(m[1]) }),
  ),
  say('level', "(?:for |all )?beginners?'?s?(?: (?:class|friendly|group|level))?\\b|newbies\\b", { level: 'beginner' }),
  say('level', '(?:advanced|experienced|strong)(?: (?:class|group|level|lot))\\b', { level: 'practised' }),
  say('level', '(?:mixed|all)[ -](?:ability|abilities|levels?)\\b', { level: 'mixed' }),
];
