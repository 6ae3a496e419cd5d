import type { Library } from '../moves/index.ts';
import { type Item, merged, type Span, saidIn, wordsOf } from './items.ts';
import { easierWay, isRemark, type Named } from './names.ts';
import type { Facts, Mention } from './said.ts';

const isOfMove = (key: string, said: Partial<Facts>) =>
  OF_MOVE.has(key as keyof Facts) || (key === 'workMs' && !said.each && !('restMs' in said));

export const isPair = ({ says }: Mention) => 'workMs' in says && 'restMs' in says;

function ofLast(last: Named, said: Partial<Facts>): void {
  last.says = { ...last.says, ...said };
  if (said.sides) last.sides = said.sides;
  if (said.reps !== undefined) last.reps = said.reps;
}

function withoutAll({ all: _, ...rest }: Partial<Facts>): Partial<Facts> {
  return rest;
}

/** Said of one move where words stand beside it. */
export const OF_MOVE = new Set<keyof Facts>([
  'reps',
  'perSide',
  'apiece',
  'kg',
  'noKit',
  'measure',
  'sides',
  'side',
  'phase',
  'bareMs',
  'times',
  'all',
  'sets',
  'restAs',
]);

const TAKEN_BACK = /^(?:no,? )?(?:sorry|no wait|wait no|actually no|scrap that|no sorry)$/i;

/** The items of a chunk as they are gone through: the moves they name, and what is said of all of them. */
export class Body {
  readonly says: Partial<Facts> = {};
  readonly moves: Named[] = [];
  readonly mentions: Mention[] = [];
  readonly unread: Span[] = [];
  /** Words that head the others. */
  heading: Span | null = null;
  /** It names several moves. */
  private readonly isRow: boolean;
  private readonly timesSaid: number;
  private readonly rests: number;

  constructor(
    private readonly text: string,
    private readonly library: Library,
    items: readonly Item[],
    named: readonly (Named | null)[],
  ) {
    this.isRow = named.filter((n) => n !== null).length > 1;
    this.timesSaid = items.filter((i) => i.mentions.some((m) => m.says.times !== undefined)).length;
    this.rests = items.filter((i, k) => named[k] === null && isRestAlone(i)).length;
  }

  headed(item: Item): void {
    const kind = item.mentions.find((m) => /^(?:stations|circuits?)$/i.test(m.words));
    this.heading = {
      from: item.words[0]?.from ?? item.from,
      to: kind?.to ?? item.words.at(-1)?.to ?? item.to,
    };
    this.aside({ ...item, words: [] });
  }

  /** Whether an item names no move: it has no name, or it is said of the one before it. */
  isAside(item: Item, name: Named | null): boolean {
    if (TAKEN_BACK.test(wordsOf(this.text, item))) this.moves.pop();
    if (this.easier(item, name) !== null) return false;
    if (name === null || name.isNoMove) return true;
    return item.joint === 'dash' && name.known === 'unknown' && isRemark(name.name) && this.moves.length > 0;
  }

  /** "Box jumps - or step ups": a way to do the move before it; null where it is none. */
  private easier(item: Item, name: Named | null): string | null {
    if (this.moves.length === 0 || item.words.length === 0) return null;
    const isSaid =
      /^(?:options?|easier|low impact|mod|no jump|without the jump)\b|\bif (?:sore|needed|new|tired|pregnant|injured|you need|(?:bad |sore )?(?:knees|back|wrists))\b/i.test(
        wordsOf(this.text, item),
      );
    if (item.joint !== 'dash' && !(isSaid && (item.joint === 'slash' || item.joint === 'comma'))) return null;
    if (item.mentions.some((m) => m.says.level === 'beginner')) return name?.name ?? null;
    return easierWay(wordsOf(this.text, item));
  }

  /** Takes an item as a way to do the move before it, where it is one. */
  way(item: Item, name: Named | null): boolean {
    const [way, last] = [this.easier(item, name), this.moves.at(-1)];
    if (way === null || !last) return false;
    this.mentions.push(...item.mentions, ...bracketed(item));
    last.easier.push(this.library.mended(way).name);
    last.options.push({ from: item.from, to: item.to, words: way });
    return true;
  }

  /** What is said beside the moves: of the one before it, of all of them, or of the part. */
  aside(item: Item): void {
    this.mentions.push(...item.mentions, ...bracketed(item));
    this.unread.push(...item.words);
    const last = this.moves.at(-1);
    const said = { ...saidIn(item.brackets.flatMap((b) => b.items)), ...saidIn([item]) };
    const keys = Object.keys(said);
    // "circles - 30s", "plank, 16kg": said of the move before it where it is of a move.
    const ofMove = last && keys.length > 0 && keys.every((key) => isOfMove(key, said));
    // "hams, quads, calves - both sides": of all of them.
    const sidesOfAll = this.isRow && item.joint === 'dash' && said.sides !== undefined;
    const ofAll =
      said.all ||
      said.times !== undefined ||
      sidesOfAll ||
      (this.isRow && (said.kg !== undefined || said.phase !== undefined));
    if (sidesOfAll || said.all) this.sidesOfAll(said.sides);
    if (this.rests > 1 && last && said.restMs !== undefined && keys.length === 1) last.says = { ...last.says, ...said };
    else if (ofMove && !ofAll) ofLast(last, said);
    else {
      // "1 min squats, 1 min rows, 1 min rest": the rest stands where it is written, at the end of the round.
      const isInTurn =
        this.moves.length > 1 &&
        isRestAlone(item) &&
        keys.length === 1 &&
        this.moves.every((m) => m.says.bareMs !== undefined);
      if (isInTurn && said.restMs) {
        Object.assign(this.says, { betweenMs: said.restMs, betweenOf: 'rounds', restMs: 0 });
        return;
      }
      if (said.restMs !== undefined && last && said.workMs === undefined) this.says.restAfter = true;
      Object.assign(this.says, merged(this.says, withoutAll(said)));
    }
  }

  private sidesOfAll(sides: Facts['sides'] | undefined): void {
    if (sides) for (const m of this.moves) m.sides ??= sides;
  }

  /** A move, with what of the item is its own; the rest is said of the part. */
  move(item: Item, name: Named | null, isFirst: boolean): void {
    if (!name) return;
    const inBrackets = bracketed(item);
    this.mentions.push(...item.mentions, ...inBrackets);
    const own: Partial<Facts> = {};
    const hasPair = item.mentions.some(isPair);
    for (const mention of [...item.mentions, ...inBrackets]) {
      const isBefore = mention.from < name.from;
      const atHead = isBefore && isFirst;
      for (const key of Object.keys(mention.says) as (keyof Facts)[]) {
        const value = { [key]: mention.says[key] };
        const isOwn = this.isOwn(key, mention, atHead, hasPair) && !(isBefore && inBrackets.includes(mention));
        if (isOwn) Object.assign(own, value);
        else Object.assign(this.says, key === 'restMs' ? merged(this.says, value) : value);
      }
    }
    const inside = saidIn(item.brackets.flatMap((b) => b.items));
    if (inside.all) this.sidesOfAll(inside.sides);
    this.unread.push(...name.remarks);
    if (own.apiece && !this.isRow) own.perSide = true;
    this.moves.push({ ...name, says: own });
  }

  /** Whether what is said in the item of a move is of that move, not of the part it stands in. */
  private isOwn(key: keyof Facts, mention: Mention, atHead: boolean, hasPair: boolean): boolean {
    const { says } = mention;
    switch (key) {
      case 'times':
        return !(atHead && this.timesSaid < 2 && (this.isRow || (says.times ?? 0) <= 8));
      case 'bareMs':
        return !hasPair && says.role === undefined;
      case 'workMs':
        if (says.sets !== undefined) return true;
        return !says.each && !(isPair(mention) && this.isRow);
      case 'restMs':
        return !says.each && !this.isRow;
      default:
        return OF_MOVE.has(key);
    }
  }
}

const bracketed = (item: Item): Mention[] => item.brackets.flatMap((b) => b.items.flatMap((i) => i.mentions));

const isRestAlone = ({ mentions: [only, ...more] }: Item) =>
  more.length === 0 && only?.says.restMs !== undefined && only.says.workMs === undefined;
