import {
  type Block,
  type Body,
  bodyOf,
  clipText,
  formatDuration,
  isShorthand,
  newPlan,
  type Plan,
  readShorthand,
} from '../class/index.ts';
import { candidatesFor, type Library, readIn } from '../moves/index.ts';
import { totals } from '../time/index.ts';
import { blockOf } from './blocks.ts';
import { chunksOf } from './chunks.ts';
import { type Decision, Decisions } from './decisions.ts';
import { draft } from './drafts.ts';
import { ownTime } from './making.ts';
import { isMuscle } from './muscles.ts';
import { AS_TYPED, type Named, NO_MOVE, nameKey } from './names.ts';
import type { Drafted, PartDraft } from './parts.ts';
import type { Choices, NotesRead, Reading } from './types.ts';

const MOST_BLOCKS = 40;
/** Letters of a text that are read. */
export const MOST_TEXT = 60_000;

/**
 * Reads notes as an instructor writes them. Never throws; nothing of the text is lost: what is not a reading is left, and kept in the
 * notes of the class or its block.
 * @param choices ways chosen for what was guessed, by decision
 */
export function readNotes(text: string, library: Library, choices: Choices = {}): NotesRead {
  const strict = asShorthand(text);
  if (strict) return strict;
  const read = text.length > MOST_TEXT ? text.slice(0, MOST_TEXT) : text;
  const drafted = draft(read, chunksOf(read), library, choices);
  const told: string[] = [];
  drafted.drafts = drafted.drafts.flatMap(bySets);
  const asked = { library, choices, body: drafted.body };
  const made = drafted.drafts.slice(0, MOST_BLOCKS).map((d, index) => madeOf(d, index, asked, told));
  const blocks = made.flatMap(({ block }) => (block ? [block] : []));
  const plan = planOf(drafted, blocks);
  const { totalMs } = totals(plan);
  checks(made, drafted.slotMs, totalMs, told);
  const readings = [
    ...drafted.readings,
    ...made.flatMap((m) => [...movesOf(m, asked, totalMs), ...guesses(m, asked, totalMs)]),
  ];
  const covering = readings.sort((a, b) => a.from - b.from || b.to - a.to);
  return { plan, readings: covering, left: leftOf(read, text, covering, drafted), told };
}

/**
 * Moves with sets of their own, not equally many or each with a rest of its own behind, are parts of their own: all sets of one, then
 * the next.
 */
function bySets(draft: PartDraft): PartDraft[] {
  const sets = draft.moves.map((m) => m.says.sets);
  const rests =
    draft.moves.length > 1 && draft.moves.every((m) => m.says.restMs !== undefined && ownTime(m) === undefined);
  const isOneByOne = new Set(sets).size > 1 || rests;
  if (sets.some((n) => n === undefined) || !isOneByOne || draft.says.kind !== undefined) return [draft];
  return draft.moves.map((m, k) => {
    const last = k === draft.moves.length - 1;
    const restMs = m.says.restMs ?? draft.says.restMs;
    return {
      ...draft,
      says: { ...draft.says, ...(restMs === undefined ? {} : { restMs }) },
      moves: [m],
      groups: [],
      breakMs: last ? draft.breakMs : (restMs ?? 0),
      place: last ? draft.place : { from: m.from, to: m.to },
    };
  });
}

/** What Odd Round writes itself is read as it is written, every line of it said; null for any other text. */
function asShorthand(text: string): NotesRead | null {
  if (!isShorthand(text)) return null;
  const { plan, problems } = readShorthand(text);
  if (problems.length > 0) return null;
  const readings = [...text.matchAll(/\S[^\n]*/g)].map(
    (line): Reading => ({
      from: line.index,
      to: line.index + line[0].length,
      role: 'format',
      sure: 'said',
      words: 'as it is written',
    }),
  );
  return { plan: { ...plan, id: 'notes' }, readings, left: [], told: [] };
}

/** What the reader was given beside the text. */
interface Asked {
  library: Library;
  choices: Choices;
  /** Where everybody in the class stays and what they hold. */
  body: Body;
}

interface Made {
  draft: PartDraft;
  index: number;
  block: Block | null;
  decisions: Decision[];
}

function madeOf(draft: PartDraft, index: number, { library, choices }: Asked, told: string[] = []): Made {
  const decisions = new Decisions(choices);
  let serial = 0;
  const makeId = () => `n${index + 1}-${++serial}`;
  const block = blockOf(draft, { makeId, library, decisions, told: (words) => void told.push(words), index });
  return { draft, index, block, decisions: decisions.list };
}

function planOf({ title, start, slotMs, heads, level, body, notes }: Drafted, blocks: Block[]): Plan {
  return {
    ...newPlan('notes', clipText(title ?? '', 80) || 'Class'),
    slot: { start, lengthMs: slotMs === null ? null : Math.max(60_000, Math.min(14_400_000, slotMs)) },
    heads: heads === null || heads < 1 ? null : Math.min(400, heads),
    ...(level ? { level } : {}),
    ...(Object.keys(body).length > 0 ? { body } : {}),
    notes: clipText(notes.join('\n'), 4000),
    blocks,
  };
}

/** What the text says of itself, held to what was found. */
function checks(made: readonly Made[], slotMs: number | null, totalMs: number, told: string[]): void {
  for (const { draft, block } of made) {
    const { says, moves } = draft;
    const found = [moves.length, new Set(moves.map((m) => m.name.toLowerCase())).size];
    if (says.stations !== undefined && block && moves.length > 0 && !found.includes(says.stations))
      told.push(`${says.stations} ${says.atStations ? 'stations' : 'moves'} said, ${moves.length} found`);
  }
  if (slotMs !== null && totalMs > slotMs)
    told.push(`${Math.round(slotMs / 60_000)} minutes said; the class is ${formatDuration(totalMs)}`);
}

/** The names of a part, each with what it may mean where it is not known for sure. */
function movesOf(made: Made, asked: Asked, totalMs: number): Reading[] {
  const { library, choices } = asked;
  const { draft, index, block } = made;
  const body = bodyOf(asked, block ?? {});
  if (draft.again) return [];
  const isStretch = draft.role === 'coolDown' || draft.says.kind === 'holds';
  /** The total without a move; whichever move it is, it takes the same time. */
  const without = (m: Named) => {
    const moves = draft.moves.filter((other) => other !== m);
    return totalMs - lengthOf(block) + lengthOf(madeOf({ ...draft, moves }, index, asked).block);
  };
  return draft.moves.map((m): Reading => {
    const slip = m.slips.map(([typed, meant]) => `${typed} \u2192 ${meant}`).join(', ');
    const place = { from: m.from, to: m.to, role: 'move' as const };
    const key = nameKey(m.typed);
    const chosen = choices[key];
    const { reading } = readIn(library, { move: m.name }, body);
    const meanings = reading.kind === 'guessed' ? reading.meanings.map((move) => move.name) : [];
    const isKnown = m.known === 'known' || reading.kind === 'known';
    const isSure = (isKnown && meanings.length === 0) || (isStretch && isMuscle(m.name));
    if (isSure && chosen === undefined)
      return { ...place, sure: slip ? 'taken' : 'said', words: slip || (reading.move?.name ?? m.name) };
    const ways = [
      ...candidatesFor(m.name, library, body)
        .filter((move) => move.name.toLowerCase() !== m.typed.toLowerCase())
        .map(({ name: id }) => ({ id, words: id, totalMs })),
      { id: AS_TYPED, words: meanings.length > 0 ? `${m.typed}, whichever` : `${m.typed}, as I typed it`, totalMs },
      {
        id: NO_MOVE,
        words: 'no move: a note',
        get totalMs() {
          return without(m);
        },
      },
    ];
    return {
      ...place,
      sure: chosen === undefined ? 'guessed' : 'taken',
      words: meanings.length > 0 ? `${m.typed}: ${meanings.join(' or ')}` : knownWords(m),
      guess: { key, taken: chosen ?? AS_TYPED, part: null, ways },
    };
  });
}

function knownWords({ known, name, move }: Named): string {
  if (known === 'unknown') return `${name}: not in the library`;
  return known === 'guessed' ? `${name}: guessed from its words` : (move?.name ?? name);
}

/** What hangs on a guess, with the ways it could be taken, and the total with each. */
function guesses({ draft, index, block, decisions }: Made, asked: Asked, totalMs: number): Reading[] {
  const { choices } = asked;
  return decisions.map(({ key, place, role, ways, taken }): Reading => {
    // What it would make of the total is worked out where it is asked for.
    const others = ways.map(([id, words]) => ({
      id,
      words,
      get totalMs() {
        if (id === taken) return totalMs;
        const other = madeOf(draft, index, { ...asked, choices: { ...choices, [key]: id } });
        return totalMs - lengthOf(block) + lengthOf(other.block);
      },
    }));
    return {
      from: place.from,
      to: place.to,
      role,
      sure: key in choices ? 'taken' : 'guessed',
      words: ways.find(([id]) => id === taken)?.[1] ?? taken,
      guess: { key, taken, ways: others, part: block?.title ?? null },
    };
  });
}

/** The length of a block with the break after it, ms. */
const lengthOf = (block: Block | null) =>
  block === null ? 0 : totals({ ...newPlan('x', 'x'), blocks: [block] }).totalMs;

/** Words that only join others. */
const JOINS = /^(?:and|then|with|of|the|a|an|to|for|each|in|on|at|or|plus|do|x|n)$/i;

/** Words of the text that no reading covers, with what was kept as a note; by place. */
function leftOf(read: string, whole: string, readings: readonly Reading[], { left }: Drafted): NotesRead['left'] {
  const covered = new Uint8Array(read.length);
  const pieces = readings.filter((r) => r.guess === undefined || r.role === 'move');
  for (const { from, to } of [...pieces, ...left]) covered.fill(1, from, to);
  const rest: NotesRead['left'] = [];
  for (const word of read.matchAll(/[\p{L}\p{N}]+/gu)) {
    const [from, to] = [word.index, word.index + word[0].length];
    if (covered.subarray(from, to).every(Boolean) || (JOINS.test(word[0]) && covered[from] === covered[to - 1]))
      continue;
    const last = rest.at(-1);
    if (last && /^[^\p{L}\p{N}\n]*$/u.test(read.slice(last.to, from))) {
      last.to = to;
      last.text = read.slice(last.from, to);
    } else rest.push({ from, to, text: word[0] });
  }
  if (whole.length > read.length) rest.push({ from: read.length, to: whole.length, text: whole.slice(read.length) });
  return [...left, ...rest].sort((a, b) => a.from - b.from);
}
