import { bareName } from '../moves/index.ts';
import type { Found } from './found.ts';
import { isMuscle } from './muscles.ts';
import { DAY_ALONE, DAYS, isRemark } from './names.ts';
import { OF_CLASS, Parts } from './parts.ts';
import type { Facts } from './said.ts';

/** Tells the words that are a title, or something said to people, from those that name moves. */
export class Titles extends Parts {
  /** Words that name no move in this place: something said to people. */
  protected isNote({ chunk, moves, says }: Found, all: readonly Found[], k: number): boolean {
    const line = this.slice(chunk);
    if (
      moves.length === 1 &&
      /^(?:breathe|relax|shake (?:it )?out|well done|done|enjoy)$/i.test(moves[0]?.name ?? '') &&
      Object.keys(says).length === 0
    )
      return true;
    const known = moves.filter((m) => m.known === 'known' || isMuscle(bareName(m.name))).length;
    if (known > 0 && (known * 2 >= moves.length || !isRemark(line))) return false;
    if (chunk.label !== null) return false;
    const whole = moves.map((m) => m.name).join(' ');
    const bodied = Object.keys(says).some((key) => !OF_CLASS.has(key as keyof Facts));
    if (isRemark(whole)) return !(known > 0 && moves.length > 2);
    if (/[!?]/.test(chunk.ends) && !chunk.last && !bodied && known < moves.length) return true;
    // A sentence before the list that names nothing known.
    if (
      moves.length === 1 &&
      moves[0]?.known === 'unknown' &&
      !this.now &&
      chunk.first &&
      !chunk.last &&
      !bodied &&
      whole.split(/\s+/).length > 2
    )
      return true;
    if (moves.length > 1 || chunk.isBullet) return false;
    if (/[!?]$/.test(chunk.ends) && moves[0]?.known === 'unknown' && !bodied && this.now !== null) return true;
    // A line of its own among moves is one of them, known or not.
    const [m] = moves;
    if (m?.known === 'unknown' && this.now && !chunk.first) return !bodied || /^[-\u2013]/.test(line);
    return m?.known === 'unknown' && this.now !== null && !bodied && !this.amongMoves(all, k);
  }

  protected amongMoves(all: readonly Found[], k: number): boolean {
    const beside = [all[k - 1], all[k + 1]].filter(
      (f) => f !== undefined && f.moves.length === 1 && f.moves[0]?.known !== 'unknown',
    );
    return beside.length > 0;
  }

  /** The first words of the notes, where they are none of a list. */
  protected isTitle({ chunk, moves, says, title }: Found, all: readonly Found[], k: number): boolean {
    const isDay = this.out.title !== null && this.now === null && DAY_ALONE.test(this.out.title);
    if (
      isDay &&
      moves.length === 1 &&
      moves[0]?.known !== 'known' &&
      (says.heads !== undefined || says.slotMs !== undefined || moves[0]?.says.bareMs !== undefined)
    )
      return true;
    const isSentence =
      !chunk.first &&
      !chunk.last &&
      chunk.ends === '.' &&
      moves.length === 1 &&
      moves[0]?.known === 'unknown' &&
      k <= 2 &&
      this.slice(chunk).split(/\s+/).length <= 3;
    if (isSentence && this.out.title === null && this.now === null && !isRemark(this.slice(chunk)))
      return Object.keys(says).length === 0;
    if (
      this.out.title !== null ||
      this.now !== null ||
      k > 1 ||
      !chunk.first ||
      chunk.label !== null ||
      chunk.isBullet ||
      (chunk.hasColon &&
        !(title !== null && DAYS.test(title) && moves.every((m) => m.known === 'unknown' && m.reps === null)))
    )
      return false;
    const ofBlock = Object.keys(says).filter(
      (key) =>
        !OF_CLASS.has(key as keyof Facts) &&
        !(key === 'bareMs' && moves.length > 0) &&
        !(key === 'kind' && says.kind === 'holds' && moves.length > 0) &&
        key !== 'kg' &&
        key !== 'stays',
    );
    // "Tabata Tuesday": the format of what follows.
    const [only] = moves;
    if (DAYS.test(only?.name ?? '') && moves.length === 1 && ofBlock.every((key) => key === 'kind') && all.length > 1)
      return true;
    const oneLine = all.length === 1;
    if (oneLine || moves.some((m) => m.known === 'known' && m.reps !== null)) return false;
    if (ofBlock.length > 0) return false;
    const line = this.slice(chunk);
    if (
      /^(?:hi|hello|hey|dear|heads up|note|nb|fyi|reminder|remember|ps)\b/i.test(line) ||
      (isRemark(line) && /[?!]$/.test(line))
    )
      return false;
    const words = moves
      .map((m) => m.name)
      .join(' ')
      .split(/\s+/).length;
    if (DAYS.test(line) && words <= 5 && !moves.some((x) => x.known === 'known')) return true;
    if (!chunk.last && words > 3) return false;
    if (DAYS.test(line) || /\bclass\b/i.test(line)) return true;
    if (moves.length > 1 && moves.filter((m) => m.known === 'known').length >= 2) return false;
    const [m] = moves;
    if (moves.some((x) => x.reps !== null || x.after !== null)) return false;
    return (
      moves.some((x) => x.known === 'unknown') ||
      m?.known === 'guessed' ||
      (m?.known === 'known' &&
        all[k + 1]?.chunk.blankBefore === true &&
        moves.length === 1 &&
        !chunk.blankBefore &&
        all.length > 3)
    );
  }

  protected titled({ chunk, moves, mentions, says }: Found): void {
    const cut = mentions.filter(({ says }) =>
      Object.keys(says).every(
        (key) =>
          OF_CLASS.has(key as keyof Facts) || key === 'kg' || (key === 'bareMs' && (says.bareMs ?? 0) >= 300_000),
      ),
    );
    const rest = cut
      .reduceRight((line, m) => line.slice(0, m.from - chunk.from) + line.slice(m.to - chunk.from), this.slice(chunk))
      .replace(/\s*[([]\s*[)\]]/g, '');
    const parts = rest.split(/\s*,\s*/).map((part) => part.replace(/^[\s.:;!\u2013-]+|[\s.:;!\u2013-]+$/g, ''));
    // A part that was all numbers is gone; one that said kit for all is no title.
    const kept = cut.some((m) => m.says.kg) ? parts.slice(0, 1) : parts;
    this.out.title = [...(this.out.title ? [this.out.title] : []), ...kept.filter(Boolean)]
      .join(', ')
      .replace(/\s+/g, ' ');
    const kg = moves.find((m) => m.says.kg)?.says.kg;
    if (kg) this.pending = { kg };
    if (says.noKit || moves.some((m) => m.says.noKit)) this.pending = { ...this.pending, noKit: true };
    if (says.kind) this.pending = { ...this.pending, kind: says.kind };
    this.out.readings.push({ from: chunk.from, to: chunk.to, role: 'title', sure: 'said', words: 'title' });
    this.bodyOfTitle(chunk);
  }
}
