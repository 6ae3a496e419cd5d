import { type Body, type Hands, handsWords, PIECES, STAYS, STAYS_WORDS } from '../plan/index.ts';
import { clipText, kgIn, same } from '../values/index.ts';
import { type Clause, clause } from './clauses.ts';
import { QUOTED, readName } from './tokens.ts';

const HANDS = `holding\\s+([1-4]|an?|one|two|three|four)\\s+(?:(light|heavy)\\s+)?(${QUOTED}|[\\p{L}][\\p{L} -]*?)(?:\\s+of\\s+(\\d{1,3}(?:\\.\\d{1,15})?)\\s*(kgs?|kilos?|lbs?|pounds?))?(?=\\s*(?:[,;#]|$))`;

/** Where everybody stays and what they hold, said of a class or a block. */
export const bodyClauses = <T>(put: (target: T, said: Body) => void): Clause<T>[] => [
  ...STAYS.map((stays) =>
    clause<T>(STAYS_WORDS[stays], `${STAYS_WORDS[stays].replaceAll(' ', '\\s+')}\\b`, (t) => put(t, { stays })),
  ),
  {
    keyword: 'holding two dumbbells',
    pattern: new RegExp(HANDS, 'iuy'),
    apply: (t, m) => {
      const hands = handsOf(m);
      if (hands) put(t, { hands });
    },
  },
];

function handsOf([, number = '', heft, kit = '', weight, unit]: RegExpExecArray): Hands | null {
  const pieces = Number(number) || PIECES.indexOf(number.toLowerCase()) + 1 || 1;
  const whole = readName(kit);
  const one = clipText(pieces > 1 && !kit.startsWith('"') ? whole.replace(/(?<!s)s$/i, '') : whole, 40);
  const kg = weight === undefined ? null : kgIn(Number(weight), unit);
  if (one === '') return null;
  return {
    kit: one,
    pieces,
    ...(heft ? { heft: /^l/i.test(heft) ? 'light' : 'heavy' } : {}),
    ...(kg === null ? {} : { weightKg: Math.min(500, kg) }),
  };
}

/** "two light dumbbells of 3 kg", with or without "holding" before it; null where it is none of this. */
export function readHands(text: string): Hands | null {
  const match = new RegExp(`^(?:${HANDS})$`, 'iu').exec(`holding ${text.trim().replace(/^(?:holding|with)\s+/i, '')}`);
  return match && handsOf(match);
}

/** A body in words that read back as they were: kit whose name would not is in quotes. */
export function bodyWritten({ stays, hands }: Body): string[] {
  const readsBack = (words: string) => {
    const match = new RegExp(HANDS, 'iu').exec(words);
    return match !== null && same(handsOf(match), hands);
  };
  const held = hands && `holding ${handsWords(hands)}`;
  return [
    ...(stays ? [STAYS_WORDS[stays]] : []),
    ...(hands && held ? [readsBack(held) ? held : `holding ${handsWords(hands, JSON.stringify(hands.kit))}`] : []),
  ];
}
