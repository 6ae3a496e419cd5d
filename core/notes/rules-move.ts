import { kgIn } from '../class/index.ts';
import { count, E_S, type Facts, N, type Rule, rule, say, seconds, sentence, T, TN } from './said.ts';

export const kilos = (text: string, unit: string | undefined) => text.split('/').map((n) => kgIn(Number(n), unit));

function measured(amount: string, unit: string): Partial<Facts> | null {
  const n = Number(amount);
  const u = unit.toLowerCase();
  const is = (
    u.startsWith('cal')
      ? 'cal'
      : u.startsWith('k')
        ? 'km'
        : u.startsWith('mi')
          ? 'miles'
          : u.startsWith('y')
            ? 'yards'
            : u.startsWith('len')
              ? 'lengths'
              : 'm'
  ) as Facts['measure']['unit'];
  return n > 0 && n <= 99_999 ? { measure: { count: n, unit: is } } : null;
}

/** What is said of one move. */
export const OF_ONE_MOVE: readonly Rule[] = [
  rule('count', `(?:x ?)?${N} ?(?:reps?)? ?${E_S}(?![\\p{L}\\d])`, (m) => ({ reps: count(m[1]), perSide: true })),
  rule('count', `(?:do )?${N} ?reps?(?: of)? each\\b`, (m) => ({ reps: count(m[1]) })),
  say('note', '(?:in )?(?:teams|groups) of (?:\\d|two|three|four|five)\\b', {}),
  rule('count', `${N} ?reps?\\b`, (m) => ({ reps: count(m[1]) })),
  rule('side', `${T} ?(?:on )?${E_S}(?![\\p{L}\\d])`, (m) => ({ workMs: seconds(m[1]), sides: 'each' })),
  say('side', `\\ball (?:both|each) (?:sides?|legs)\\b|all ${E_S}(?![\\p{L}\\d])`, { sides: 'each', all: true }),
  say(
    'side',
    `${E_S}(?![\\p{L}\\d])|both (?:sides|legs|arms|ways)\\b|l ?(?:\\+|&|and|/) ?r\\b|left (?:and|&|\\+|/|then) right\\b|right (?:and|&|\\+|/|then) left\\b|one side then the other\\b|both\\b(?= *(?:$|[),;!]))`,
    { sides: 'each' },
  ),
  say(
    'side',
    '(?:swap|switch|change)(?: (?:sides?|legs?|arms?|over))? ?(?:at )?(?:half ?way|half[- ]?time|halfway through)\\b',
    { sides: 'split' },
  ),
  say(
    'side',
    '(?:swap|switch|change|alternate)(?: (?:sides?|legs?|arms?|over))? (?:each|every) (?:time round|round|time|set)\\b|one side (?:each|per|a) round\\b',
    { sides: 'byRound' },
  ),
  say('side', 'alternat(?:e|ing)\\b(?: (?:sides|legs|arms))?(?= *(?:$|[),.;!]))|alt\\b(?= *(?:$|[),.;!]))', {
    sides: 'alternating',
  }),
  rule(
    'side',
    'all (?:on )?(?:the )?(left|right)(?: (?:leg|side|arm))? (?:and )?then(?: all)?(?: (?:on )?the)? (?:left|right|other)(?: (?:leg|side|arm))?\\b',
    (m) => ({ chain: /left/i.test(m[1] ?? '') ? 'left' : 'right' }),
  ),
  rule(
    'weight',
    `(?:@ ?|at |with |w/ ?)?(?:\\d ?x ?)?(\\d{1,3}(?:\\.\\d{1,2})?(?:/\\d{1,3}(?:\\.\\d{1,2})?)*) ?(kgs?|kilos?|lbs?|pounds?)\\b`,
    (m) => ({ kg: kilos(m[1] ?? '', m[2]) }),
  ),
  rule('weight', `@ ?(\\d{1,3}(?:\\.\\d{1,2})?)(?![\\d:%])`, (m) => ({ kg: [Number(m[1])] })),
  say('weight', '(?:with )?(?:no|without) (?:weights?|kit|equipment|dumbbells?|dbs?|kettlebells?)\\b', { noKit: true }),
  rule('measure', '(\\d{1,5})(?:/\\d{1,4})? ?(cals?|calories|kcals?)\\b', (m) => measured(m[1] ?? '', m[2] ?? '')),
  rule('measure', '(\\d{2,5}) ?(m|metres?|meters?)\\b', (m) => measured(m[1] ?? '', m[2] ?? '')),
  rule('measure', '(\\d{1,3}(?:\\.\\d{1,2})?) ?(metres?|meters?|km|kms|miles?|yards?|yds?|lengths?)\\b', (m) =>
    measured(m[1] ?? '', m[2] ?? ''),
  ),
  rule(
    'phase',
    `(pulse|pulses|sprint|fast|hold|double time|quick|all out|flat out)(?: (?:the|for))?(?: the)? last ${TN}(?: ?(?:secs?|seconds))?`,
    (m) => ({ phase: { ms: seconds(m[2]), say: sentence(m[1] ?? '') } }),
  ),
  rule(
    'phase',
    `last ${TN}(?: ?(?:secs?|seconds))? (pulse|pulses|sprint|fast|hold|double time|quick|all out|flat out|faster)\\b`,
    (m) => ({ phase: { ms: seconds(m[1]), say: sentence(m[2] ?? '') } }),
  ),
  say('check', 'then again\\b|and again\\b', { again: true }),
  say(
    'check',
    '(?:the )?same(?: again| as (?:above|before|round (?:\\d|one)))?\\b(?= *(?:$|[.,;!(]))|as above\\b|ditto\\b',
    { same: true },
  ),
  rule(
    'check',
    `(?:no,? |actually,? |sorry,? )?(?:make (?:it|that)|change (?:it|that) to)(?: to)? ${TN}(?: ?(rest|work|rounds|off|on))?\\b`,
    (m) => ({ correction: true, ...corrected(m[1] ?? '', m[2]) }),
  ),
  say('note', '(?:everyone |all )?(?:lying|lie) on (?:your |their |the )?side\\b|side lying\\b', { posture: 'side' }),
  rule('length', `${T}`, (m) => ({ bareMs: seconds(m[1]) })),
];

function corrected(time: string, of: string | undefined): Partial<Facts> {
  if (of && /rounds/i.test(of)) return { rounds: count(time) };
  if (of && /rest|off/i.test(of)) return { restMs: seconds(time) };
  if (of && /work|on/i.test(of)) return { workMs: seconds(time) };
  return { bareMs: seconds(time) };
}
