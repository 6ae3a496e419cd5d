import { type Hands, kgIn, type Stays } from '../class/index.ts';
import { type Rule, rule, say } from './said.ts';

/** What is held, in the words of notes, with the library's word for it. */
const HELD: readonly (readonly [RegExp, string])[] = [
  [/^(?:d|hand)/, 'dumbbell'],
  [/^k/, 'kettlebell'],
  [/^weight|^hw/, 'dumbbell'],
  [/^plate/, 'weight plate'],
  [/^sand/, 'sandbag'],
  [/^med/, 'medicine ball'],
  [/^can|^tin/, 'can'],
  [/^bot/, 'bottle'],
];
const KIT =
  '(dumbbells?|dumb-?bells?|dbs?|hand ?weights?|hws?|weights?|kettlebells?|kbs?|weight plates?|plates?|sandbags?|med(?:icine)? balls?|cans|tins|bottles)';
const HANDS = `(a pair of |pair of |one |two |an? |1 |2 |1 ?x ?|2 ?x ?)?(light |heavy )?(?:(\\d{1,2}(?:\\.\\d{1,2})?) ?(kgs?|kilos?|lbs?|pounds?) )?${KIT}`;
const ALL = '(?:all|everyone|everybody|everything|each person|each of you|you all)';
const THROUGHOUT =
  '(?:throughout|for everything|for (?:it )?all(?: of it)?|the whole (?:time|way(?: through)?|class)|all the way through|in hand(?:s)?(?: throughout)?)';

function handsSaid(m: RegExpExecArray): Hands | null {
  const [, many = '', heft = '', weight, unit = '', kit = ''] = m;
  const isPair = /pair|two|2/.test(many) || (many.trim() === '' && /s$/.test(kit) && !/^(?:sand|med)/.test(kit));
  const name = HELD.find(([pattern]) => pattern.test(kit))?.[1];
  if (name === undefined) return null;
  const kg = weight === undefined ? null : kgIn(Number(weight), unit);
  return {
    kit: name,
    pieces: isPair ? 2 : 1,
    ...(heft ? { heft: heft.startsWith('l') ? ('light' as const) : ('heavy' as const) } : {}),
    ...(kg === null ? {} : { weightKg: kg }),
  };
}

const hands = (source: string, opens = false) =>
  rule(
    'people',
    source,
    (m) => {
      const said = handsSaid(m);
      return said && { hands: said };
    },
    opens,
  );

const again = (words: string, stays: Stays) =>
  say('check', `(?:then |and )?(?:the |all )?(?:same|again|same again)(?: again)?,? (?:but )?(?:${words})\\b`, {
    again: true,
    stays,
  });

/** Where everybody stays and what they hold. */
export const OF_BODY: readonly Rule[] = [
  again('seated|sitting|sat down|in chairs|on chairs', 'seated'),
  again('standing|on (?:your|their) feet', 'standing'),
  say(
    'people',
    `(?:${ALL} )?(?:(?:stays?|staying|remains?|is|are|works?) )?(?:all )?(?:seated|sitting|sat(?: down)?|sit) ${THROUGHOUT}|(?:all|everyone|everybody) (?:(?:stays?|staying|remains?|is|are|works?) )?(?:seated|sitting(?: down)?|sat down)\\b(?= *(?:$|[.,;:!)(-]|today|please))|(?:stays?|staying) (?:seated|sitting|sat down)\\b|(?:all )?(?:in|on) (?:the )?chairs\\b|(?:all )?chairs in (?:a|the) (?:ring|circle|round)\\b|(?:nobody|no one|no-one) (?:stands|gets up|has to stand)(?: up)?\\b|no standing\\b`,
    { stays: 'seated' },
  ),
  say(
    'people',
    `(?:${ALL} )?(?:(?:stays?|staying|is|are) )?(?:all )?(?:standing|on (?:your|their|our|the) feet) ${THROUGHOUT}|(?:all|everyone|everybody) (?:(?:stays?|staying|is|are) )?(?:standing|on (?:their|your|our) feet)\\b(?= *(?:$|[.,;:!)(-]|today|please))|(?:stays?|staying) (?:standing|on (?:your|their|our) feet)\\b|standing only\\b`,
    { stays: 'standing' },
  ),
  say(
    'people',
    '(?:no|without(?: any)?) floor(?:[ -]?(?:work|moves|exercises|stuff))?\\b(?= *(?:$|[.,;:!)(-]|today|please|for))|(?:nothing|nobody|no one) (?:goes |gets )?(?:down )?(?:on|to|onto) the floor\\b|no (?:getting|going|lying) (?:down )?(?:on|to|onto) the (?:floor|ground)\\b|(?:stays?|staying|keep) off the floor\\b|floor ?is (?:wet|cold|filthy|dirty)\\b',
    { stays: 'noFloor' },
  ),
  hands(
    `${ALL} (?:with|holding?|holds|has|have|gets?|takes?|grabs?|uses?|using|needs?) ${HANDS}(?: each| ${THROUGHOUT})?\\b`,
  ),
  hands(`(?:with |using |holding |hold |take |grab )?${HANDS}(?: each| per person)? ${THROUGHOUT}`),
  hands(
    `(?:with |using |holding |hold |take |grab |kit: ?|you need )?(?=\\d|a pair|pair|one|two|an? |light |heavy )${HANDS}(?: each| per person| apiece)?(?= *(?:$|[.!;]))`,
    true,
  ),
];
