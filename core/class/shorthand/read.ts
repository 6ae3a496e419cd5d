import { FORMATS } from '../formats/index.ts';
import {
  APART_WORDS,
  apartFrom,
  type Block,
  CLASS_KINDS,
  newBlock,
  newPlan,
  type Plan,
  withBody,
} from '../plan/index.ts';
import type { Station } from '../station/index.ts';
import { clipText, formatClock, MAX_MS, parseClock, repaired } from '../values/index.ts';
import { BLOCK_CLAUSES, type BlockDraft, kindOfHeading, newDraft } from './block-clauses.ts';
import { bodyClauses } from './body-clauses.ts';
import { readClauses, type ShorthandProblem } from './clauses.ts';
import { formatOf } from './format-of.ts';
import { keepUnsaid } from './keep-unsaid.ts';
import { readStationLine } from './station-line.ts';
import { DURATION, durationMs, nearest, QUOTED, readName, unquoted } from './tokens.ts';

/** The result of reading a text: the plan as far as it was understood, and the problems. */
export interface ShorthandResult {
  plan: Plan;
  problems: ShorthandProblem[];
}

const MAX_BLOCKS = 40;
const MAX_STATIONS = 60;
/** The message where there is no room for more. */
export const FULL = /^A (?:block|class) has at most/;
const MAX_TEXT = 200_000;
const MAX_LINE = 2000;

export const ROLES: [RegExp, Block['role']][] = [
  [/^warm[- ]?up$/i, 'warmUp'],
  [/^main$/i, 'main'],
  [/^finisher$/i, 'finisher'],
  [/^cool[- ]?down$/i, 'coolDown'],
  [/^block$/i, 'other'],
];
const ROLE_KEYWORDS = ['warm-up', 'main', 'finisher', 'cool-down', 'block'];
export const HEADER_KEYWORDS = [
  'class',
  'slot',
  'heads',
  'level',
  'mix',
  'kind',
  'everyone',
  'heat',
  'room',
  'count-in',
  'get-ready',
];
export const BLOCK_LINE = new RegExp(`^([\\p{L}][\\p{L} -]*?)\\s*(${QUOTED})?\\s*:(.*)$`, 'u');
export const BREAK_LINE = new RegExp(
  `^(?:then\\s+)?(?:an?\\s+)?break(?:\\s+of)?\\s*:?\\s*(${DURATION})?\\s*(,?\\s*(?:held\\s+)?until\\s+(?:i\\s+tap|tapped))?\\s*$`,
  'i',
);

const STRICT_LINE =
  /^(?:(?:class|slot|heads|level|mix|kind|everyone|heat|room|count-in|get-ready):|(?:warm-up|main|finisher|cool-down|block)\b[ \t]*(?:"[^\n]*?")?[ \t]*:|(?:then )?(?:an? )?break\b|#)/;

/**
 * Whether a text is in the strict form: every line that is not indented is a heading, a block by its part of the class in small letters, a
 * break or a comment. What is not is read as notes.
 */
export function isShorthand(text: string): boolean {
  const outer = text.split('\n').filter((line) => /^\S/.test(line));
  return outer.length > 0 && outer.every((line) => STRICT_LINE.test(line));
}

const isDuration = (text: string) => new RegExp(`^${DURATION}$`, 'i').test(text);

/**
 * Reads a class from shorthand. Never throws; what is not understood is a problem with its line and column, and the
 * rest is kept. With a `base` plan, what the text cannot say (identities, notes, cue settings) is taken from it.
 */
export function readShorthand(text: string, base: Plan | null = null): ShorthandResult {
  const reader = new Reader();
  const lines = text.slice(0, MAX_TEXT).split('\n');
  lines.forEach((raw, i) => {
    reader.line(withoutComment(raw.replace(/\r$/, '')), i + 1);
  });
  if (text.length > MAX_TEXT)
    reader.problem(lines.length, 1, 1, `The text is longer than ${MAX_TEXT} letters; the end was left out`);
  return { plan: base ? keepUnsaid(reader.plan, base) : reader.plan, problems: reader.problems };
}

/** A line without its comment; a `#` inside quotes begins none. */
export function withoutComment(line: string): string {
  let quoted = false;
  for (let i = 0; i < line.length; i++) {
    if (line[i] === '\\' && quoted) i++;
    else if (line[i] === '"') quoted = !quoted;
    else if (line[i] === '#' && !quoted) return line.slice(0, i);
  }
  return line;
}

const EVERYONE = bodyClauses<Reader>((reader, said) => {
  reader.plan = withBody(reader.plan, said);
});

class Reader {
  plan: Plan = { ...newPlan('shorthand', 'Class'), slot: { start: null, lengthMs: null } };
  readonly problems: ShorthandProblem[] = [];
  private serial = 0;

  problem(line: number, column: number, length: number, message: string, suggestion: string | null = null): void {
    this.problems.push({ line, column, length, message, suggestion });
  }

  private id(): string {
    this.serial += 1;
    return `s${this.serial}`;
  }

  line(text: string, line: number): void {
    if (text.trim() === '') return;
    if (text.length > MAX_LINE) {
      this.problem(
        line,
        MAX_LINE + 1,
        text.length - MAX_LINE,
        `The line is longer than ${MAX_LINE} letters; its end was left out`,
      );
      this.line(text.slice(0, MAX_LINE), line);
    } else this.whole(this.sound(text, line), line);
  }

  private whole(text: string, line: number): void {
    if (/^\s/.test(text)) this.station(text, line);
    else this.unindented(text.trimEnd(), line);
  }

  /** The line with broken characters replaced, which nothing could store. */
  private sound(text: string, line: number): string {
    const sound = repaired(text);
    if (sound === text) return text;
    const at = Array.from({ length: text.length }).findIndex((_, k) => text[k] !== sound[k]);
    this.problem(line, at + 1, 1, 'A character here is broken');
    return sound;
  }

  private unindented(text: string, line: number): void {
    const pause = BREAK_LINE.exec(text);
    if (pause) {
      this.breakAfter(pause, line, text.length);
      return;
    }
    const match = BLOCK_LINE.exec(text);
    if (match) this.keyed(text, match, line);
    else if (!this.bareBlock(text, line)) this.station(text, line);
  }

  /** A line with a colon: a header or a block. */
  private keyed(text: string, match: RegExpExecArray, line: number): void {
    const [, word = '', title, rest = ''] = match;
    const role = ROLES.find(([pattern]) => pattern.test(word))?.[1];
    const at = text.length - rest.length;
    const kind = role ? null : kindOfHeading(word.toLowerCase());
    if (role) this.block(role, title, text, at, line);
    else if (kind) this.block(FORMATS[kind].traits.role, title ?? `"${word}"`, text, at, line, word);
    else if (title === undefined && this.header(word.toLowerCase(), rest.trim(), line, at)) return;
    else {
      const suggestion = nearest(word, [...ROLE_KEYWORDS, ...HEADER_KEYWORDS]);
      this.problem(line, 1, word.length, `\u201c${word}\u201d is neither a block nor a heading`, suggestion);
      const near = suggestion === null ? -1 : ROLE_KEYWORDS.indexOf(suggestion);
      // What follows it belongs to it, and to no block of another name.
      if (near >= 0) this.block(ROLES[near]?.[1] ?? 'main', title, text, at, line);
      else if (suggestion === null) this.block('other', title ?? JSON.stringify(word), text, at, line);
    }
  }

  private header(key: string, value: string, line: number, at: number): boolean {
    const text = unquoted(value);
    const bad = (message: string) => this.problem(line, at + 1, Math.max(1, value.length), message);
    switch (key) {
      case 'class':
        if (text.trim() === '') bad('The class needs a title');
        else this.plan = { ...this.plan, title: clipText(text, 80) };
        if ([...text].length > 80) bad('A title has at most 80 letters; the rest was cut');
        return true;
      case 'room':
        this.plan = { ...this.plan, room: clipText(text, 60) };
        if ([...text].length > 60) bad('A room has at most 60 letters; the rest was cut');
        return true;
      case 'heads': {
        const heads = /^\d{1,3}$/.test(value) ? Number(value) : 0;
        if (heads < 1 || heads > 400) bad('Heads are a number from 1 to 400');
        else this.plan = { ...this.plan, heads };
        return true;
      }
      case 'level':
        if (value === 'beginner' || value === 'mixed' || value === 'practised')
          this.plan = { ...this.plan, level: value };
        else
          this.problem(
            line,
            at + 1,
            Math.max(1, value.length),
            'The level is beginner, mixed or practised',
            nearest(value, ['beginner', 'mixed', 'practised']),
          );
        return true;
      case 'mix': {
        const said = /^(\d{1,3})\s+beginners?\s*,\s*(\d{1,3})\s+practised$/.exec(value);
        const [beginners, practised] = [Number(said?.[1]), Number(said?.[2])];
        if (!said || Math.max(beginners, practised) > 400) bad('The levels are such as 12 beginners, 6 practised');
        else this.plan = { ...this.plan, mix: { beginners, practised } };
        return true;
      }
      case 'kind': {
        const kind = CLASS_KINDS.find((k) => k === value);
        if (kind) this.plan = { ...this.plan, kind };
        else
          this.problem(
            line,
            at + 1,
            Math.max(1, value.length),
            `The kind of a class is ${CLASS_KINDS.slice(0, -1).join(', ')} or ${CLASS_KINDS.at(-1)}`,
            nearest(value, [...CLASS_KINDS]),
          );
        return true;
      }
      case 'everyone': {
        const { problems } = readClauses(text, 0, line, EVERYONE, this);
        for (const p of problems) this.problems.push({ ...p, column: at + 1 + p.column });
        return true;
      }
      case 'heat': {
        const said = /^(-?\d{1,2}(?:\.\d+)?)\s*(?:°\s*C?|C)?\s*,\s*(\d{1,3}(?:\.\d+)?)\s*%?$/.exec(value);
        const [celsius, humidity] = [Number(said?.[1]), Number(said?.[2])];
        if (!said || celsius < -10 || celsius > 50 || humidity > 100)
          bad('The heat is the temperature in °C and the humidity in per cent, such as 31 °C, 60 %');
        else this.plan = { ...this.plan, climate: { celsius, humidity } };
        return true;
      }
      case 'slot':
        this.slot(value, bad);
        return true;
      case 'count-in': {
        const ms = isDuration(value) ? durationMs(value) : null;
        if (ms === null || ms > MAX_MS) bad('The count-in is a time such as 10 or 0:15');
        else this.plan = { ...this.plan, countInMs: ms };
        return true;
      }
      case 'get-ready': {
        const ms = isDuration(value) ? durationMs(value) : null;
        if (ms === null || ms > 30_000) bad('To get ready there are 0 to 30 seconds');
        else this.plan = { ...this.plan, getReadyMs: ms };
        return true;
      }
      default:
        return false;
    }
  }

  private slot(value: string, bad: (message: string) => void): void {
    let { start, lengthMs } = this.plan.slot;
    for (const part of value.split(',').map((p) => p.trim())) {
      const clock = parseClock(part);
      const length = isDuration(part) ? durationMs(/^\d+$/.test(part) ? `${part} min` : part) : null;
      if (clock !== null && start === null) start = formatClock(clock);
      else if (length !== null && length >= 60_000 && length <= MAX_MS) lengthMs = length;
      else bad('The slot is a start and a length, such as 18:30, 45 min');
    }
    this.plan = { ...this.plan, slot: { start, lengthMs } };
  }

  /** A block line; a heading that names the format says it as the line's first word. */
  private block(
    role: Block['role'],
    title: string | undefined,
    text: string,
    at: number,
    line: number,
    heading = '',
  ): void {
    const draft = newDraft();
    if (heading !== '') readClauses(heading, 0, line, BLOCK_CLAUSES, draft);
    const { problems } = readClauses(text, at, line, BLOCK_CLAUSES, draft);
    this.problems.push(...problems);
    this.push(role, draft, title, line);
  }

  private push(role: Block['role'], draft: BlockDraft, title: string | undefined, line: number): void {
    if (this.plan.blocks.length >= MAX_BLOCKS) {
      this.problem(line, 1, 1, `A class has at most ${MAX_BLOCKS} blocks`);
      return;
    }
    const { format, problems } = formatOf(draft, line);
    this.problems.push(...problems);
    const block = newBlock(this.id(), role, format);
    const whole = title === undefined ? '' : readName(title);
    const named = clipText(whole, 60);
    if ([...whole].length > 60)
      this.problem(line, 1, 1, 'A block\u2019s title has at most 60 letters; the rest was cut');
    this.plan = {
      ...this.plan,
      blocks: [
        ...this.plan.blocks,
        {
          ...block,
          use: draft.use,
          ...(Object.keys(draft.body).length > 0 ? { body: draft.body } : {}),
          title: named === '' ? block.title : named,
          ...(draft.floorMs === undefined || draft.floorMs === null
            ? {}
            : { floorMs: Math.min(MAX_MS, draft.floorMs) }),
        },
      ],
    };
  }

  /** A line such as "tabata x8" or "40/20, 3 rounds" opens a main block without saying so. */
  private bareBlock(text: string, line: number): boolean {
    const draft = newDraft();
    const { problems, applied } = readClauses(text, 0, line, BLOCK_CLAUSES, draft);
    const says = draft.kinds.length > 0 || draft.said.has('work') || draft.said.has('rounds');
    if (applied === 0 || problems.length > 0 || !says) return false;
    const kind = draft.kinds.at(-1)?.kind;
    this.push(kind ? FORMATS[kind].traits.role : 'main', draft, undefined, line);
    return true;
  }

  private breakAfter(match: RegExpExecArray, line: number, length: number): void {
    const last = this.plan.blocks.at(-1);
    if (!last) {
      this.problem(line, 1, length, 'A break needs a block before it');
      return;
    }
    const said = match[1] === undefined ? 60_000 : durationMs(match[1]);
    if (said > MAX_MS) this.problem(line, 1, length, 'A break is at most 4:00:00');
    const ms = Math.min(MAX_MS, said);
    this.replaceLast({ ...last, breakAfter: { ms, untilTap: match[2] !== undefined } });
  }

  private station(text: string, line: number): void {
    const indent = /^\s*(?:[-*•]\s+|\d{1,2}[.)]\s+)?/.exec(text)?.[0].length ?? 0;
    const { station, problems } = readStationLine(text.trimEnd(), indent, line, this.id());
    this.problems.push(...problems);
    if (!station) return;
    if (this.plan.blocks.length === 0) {
      // A list of moves alone is a main block of the usual numbers.
      const draft = newDraft();
      readClauses('3 rounds, 40/20', 0, line, BLOCK_CLAUSES, draft);
      this.push('main', draft, undefined, line);
    }
    const last = this.plan.blocks.at(-1);
    if (!last) return;
    if (last.use === 'stations')
      for (const what of apartFrom(station))
        this.problem(
          line,
          indent + 1,
          text.trim().length,
          `At stations one clock serves all groups: ${APART_WORDS[what]}`,
        );
    if (last.stations.length >= MAX_STATIONS)
      this.problem(line, indent + 1, 1, `A block has at most ${MAX_STATIONS} stations`);
    else this.replaceLast({ ...last, stations: [...last.stations, station satisfies Station] });
  }

  private replaceLast(block: Block): void {
    this.plan = { ...this.plan, blocks: [...this.plan.blocks.slice(0, -1), block] };
  }
}
