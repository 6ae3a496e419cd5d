import * as v from 'valibot';
import { count, name, weightWords } from '../values/index.ts';

/** Where everybody stays; `free` is as each move has it, for a block of a class that stays somewhere. */
export const STAYS = ['seated', 'standing', 'noFloor', 'free'] as const;
export type Stays = (typeof STAYS)[number];

export const STAYS_WORDS: Record<Stays, string> = {
  seated: 'all seated',
  standing: 'all standing',
  noFloor: 'no floor',
  free: 'as each move has it',
};

/** What everybody has in hand: so many pieces, how heavy in kg or in a word. */
export const HandsSchema = v.strictObject({
  kit: name(40),
  pieces: count(1, 4),
  heft: v.optional(v.picklist(['light', 'heavy'])),
  weightKg: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(500))),
});
export type Hands = v.InferOutput<typeof HandsSchema>;

/** Body and hands of a class or block: they come before what the library knows of a move, and after what a station says itself. */
export const BodySchema = v.strictObject({
  stays: v.optional(v.picklist(STAYS)),
  hands: v.optional(HandsSchema),
});
export type Body = v.InferOutput<typeof BodySchema>;

interface Bodied {
  body?: Body | undefined;
}

/** What holds in a block: its own, else the class's, each by itself. */
export const bodyOf = (plan: Bodied, block: Bodied): Body => ({ ...plan.body, ...block.body });

/** The thing with this body changed; what is undefined is taken out, and an empty body is none. */
export function withBody<T extends Bodied>(thing: T, change: { [K in keyof Body]?: Body[K] | undefined }): T {
  const { body: before, ...rest } = thing;
  const entries = Object.entries({ ...before, ...change }).filter(([, value]) => value !== undefined);
  return (entries.length > 0 ? { ...rest, body: Object.fromEntries(entries) } : rest) as T;
}

/** So many pieces in words, from one. */
export const PIECES = ['one', 'two', 'three', 'four'];

/** "two light dumbbells of 3 kg"; `called` is how the kit is called there. */
export function handsWords({ kit, pieces, heft, weightKg }: Hands, called = manyOf(kit, pieces)): string {
  const weight = weightKg === undefined ? '' : `of ${weightWords(weightKg)}`;
  return [PIECES[pieces - 1], heft, called, weight].filter(Boolean).join(' ');
}

const manyOf = (kit: string, pieces: number) => (pieces > 1 && !kit.endsWith('s') ? `${kit}s` : kit);

/** "all seated", "two light dumbbells". */
export const bodyWords = ({ stays, hands }: Body): string[] => [
  ...(stays ? [STAYS_WORDS[stays]] : []),
  ...(hands ? [handsWords(hands)] : []),
];
