import type { FigureText, Position } from './figure.ts';
import { POSES_TEXT } from './poses.ts';
import { type Apply, type Draft, emptyDraft, freshWay, type Poses, readTerm, type Whole } from './terms.ts';

/*
 * The text form of figures.
 *
 *   pose squat deep: lean 38, hips 126, knees 116
 *   Goblet squat (side, bell at chest): stand → squat deep
 *   Pause goblet squat (as Goblet squat): - → hold 2 s
 *
 * A figure is its positions with arrows between them; each begins as the one before and changes what it names. What stands in brackets is so
 * throughout. Everything is a list of terms, with commas.
 */

/** A fault, with where it stands: line and column counted from 1. */
export interface Fault {
  line: number;
  column: number;
  text: string;
}

/** A figure as it stands in a text: what it is like, its terms throughout, its positions' terms, those of the way back. */
export interface Written {
  as: string | null;
  whole: readonly string[];
  positions: readonly (readonly string[])[];
  back: readonly string[];
}

/** More than any move has. */
const MOST_POSITIONS = 24;

const termsOf = (text: string): string[] =>
  text
    .split(',')
    .map((t) => t.trim().replace(/\s+/g, ' '))
    .filter((t) => t !== '' && t !== '-');

/** Splits what stands after a figure's name: "(terms): position → position". Null where the brackets do not close. */
export function splitFigure(text: string): Written | null {
  const match = /^\s*(?:\(([^()]*)\))?\s*:?\s*([^()]*)$/s.exec(text);
  if (!match) return null;
  const head = termsOf(match[1] ?? '');
  const body = (match[2] ?? '').trim();
  const positions = body === '' ? [] : body.split(/\u2192|->/).map(termsOf);
  const last = positions.at(-1);
  const hasBack = last?.[0] === 'back';
  return {
    as: head.find((t) => t.startsWith('as '))?.slice(3) ?? null,
    whole: head.filter((t) => !t.startsWith('as ')),
    positions: hasBack ? positions.slice(0, -1) : positions,
    back: hasBack ? last.slice(1) : [],
  };
}

/** One that is like another, with what is its own added: throughout, and position by position. */
export function joined(base: Written, own: Written): Written {
  const length = Math.max(base.positions.length, own.positions.length);
  const positions = Array.from({ length }, (_, k) => [...(base.positions[k] ?? []), ...(own.positions[k] ?? [])]);
  return { as: base.as, whole: [...base.whole, ...own.whole], positions, back: [...base.back, ...own.back] };
}

/** The text of one figure by itself, without its name. */
export function writeFigure(f: Written): string {
  const head = f.whole.length > 0 ? `(${f.whole.join(', ')}): ` : '';
  const parts = f.positions.map((p) => (p.length > 0 ? p.join(', ') : '-'));
  if (f.back.length > 0) parts.push(['back', ...f.back].join(', '));
  return head + parts.join(' \u2192 ');
}

export type FigureRead = { ok: true; figure: FigureText } | { ok: false; problem: string; term: string };

const wrong = (problem: string, term = ''): FigureRead => ({ ok: false, problem, term });

/** Builds a figure from its terms. Its problem names the term that is at fault. */
export function buildFigure(written: Written, poses: Poses = POSES): FigureRead {
  const whole: Whole = {
    view: 'side',
    inTurn: false,
    travels: false,
    flows: false,
    placed: [],
    pair: null,
    beats: null,
  };
  if (written.positions.length === 0) return wrong('A figure has at least one position');
  if (written.positions.length > MOST_POSITIONS) return wrong(`A figure has at most ${MOST_POSITIONS} positions`);
  const throughout = readAll(written.whole, poses);
  if (!Array.isArray(throughout)) return throughout;
  const draft = emptyDraft();
  const positions: Position[] = [];
  for (const terms of written.positions) {
    const reads = readAll(terms, poses);
    if (!Array.isArray(reads)) return reads;
    begin(draft);
    for (const apply of [...reads, ...throughout]) apply(draft, whole);
    positions.push(copyOf(draft));
  }
  const back = readAll(written.back, poses);
  if (!Array.isArray(back)) return back;
  begin(draft);
  for (const apply of back) apply(draft, whole);
  const pair = whole.pair ?? [0, positions.length > 1 ? 1 : 0];
  if (pair.some((k) => positions[k] === undefined)) return wrong('There is no such position to be shown', 'shown');
  return {
    ok: true,
    figure: {
      ...whole,
      pair,
      positions,
      back: {
        phase: draft.phase,
        inMs: draft.inMs,
        airM: draft.airM,
        going: new Map(draft.going),
        holdMs: draft.holdMs || (positions[0]?.holdMs ?? 0),
      },
    },
  };
}

function readAll(terms: readonly string[], poses: Poses): Apply[] | FigureRead {
  const reads: Apply[] = [];
  for (const term of terms) {
    const read = readTerm(term, poses);
    if (typeof read === 'string') return wrong(read, term);
    reads.push(read);
  }
  return reads;
}

const begin = (draft: Draft) => Object.assign(draft, { going: new Map(), ...freshWay() });

const copyOf = (draft: Draft): Position => ({
  ...draft,
  posture: draft.posture.slice(),
  contacts: new Map(draft.contacts),
  going: new Map(draft.going),
});

/** Reads the text of one figure by itself. */
export function readFigure(text: string): FigureRead {
  const written = splitFigure(text);
  if (!written) return wrong('The brackets do not close');
  if (written.as !== null) return wrong('A figure by itself is like no other', `as ${written.as}`);
  return buildFigure(written);
}

/** A file of poses and figures. */
export interface FiguresRead {
  poses: Map<string, readonly string[]>;
  figures: Map<string, Written & { line: number }>;
  faults: Fault[];
}

/** Reads a file: an entry begins at the margin and goes on in the lines that are set in; "#" begins a remark. */
export function readFigures(text: string): FiguresRead {
  const poses = new Map<string, readonly string[]>();
  const figures = new Map<string, Written & { line: number }>();
  const faults: Fault[] = [];
  for (const { line, entry } of entriesOf(text)) {
    const pose = /^pose ([^:()]+):(.*)$/.exec(entry);
    const match = pose ? null : /^([^(:]+?)\s*((?:\(|:).*)$/.exec(entry);
    const written = match ? splitFigure(match[2] ?? '') : null;
    if (pose) poses.set((pose[1] ?? '').trim(), termsOf(pose[2] ?? ''));
    else if (!match || !written)
      faults.push({ line, column: 1, text: 'Not a figure: \u201cName (terms): position \u2192 position\u201d' });
    else if (figures.has(match[1] ?? ''))
      faults.push({ line, column: 1, text: `\u201c${match[1]}\u201d is drawn twice` });
    else figures.set(match[1] ?? '', { ...written, line });
  }
  return { poses, figures, faults };
}

function entriesOf(text: string): { line: number; entry: string }[] {
  const entries: { line: number; entry: string }[] = [];
  text.split(/\r?\n/).forEach((raw, k) => {
    const line = raw.replace(/#.*$/, '').trimEnd();
    const last = entries.at(-1);
    if (line.trim() === '') return;
    if (/^\s/.test(line) && last) last.entry += ` ${line.trim()}`;
    else entries.push({ line: k + 1, entry: line.trim() });
  });
  return entries;
}

/** The shared poses. */
export const POSES: Poses = readFigures(POSES_TEXT).poses;

/** A figure as it stands in a file of the library, made to stand by itself. */
export interface Drawn {
  name: string;
  /** Its text by itself. */
  text: string;
}

/** The figures of several files, which may be like one another, each by itself; and the faults with their places. */
export function drawnIn(files: readonly { name: string; text: string }[]): {
  drawn: Drawn[];
  faults: (Fault & { file: string })[];
} {
  const all = new Map<string, { file: string; written: Written & { line: number }; source: string }>();
  const faults: (Fault & { file: string })[] = [];
  for (const { name: file, text } of files) {
    const read = readFigures(text);
    for (const fault of read.faults) faults.push({ ...fault, file });
    for (const [name, written] of read.figures) {
      if (all.has(name))
        faults.push({ file, line: written.line, column: 1, text: `\u201c${name}\u201d is drawn twice` });
      else all.set(name, { file, written, source: text });
    }
  }
  const drawn: Drawn[] = [];
  for (const [name, { file, written, source }] of all) {
    const put = (problem: string, term: string) =>
      faults.push({
        file,
        line: written.line,
        column: columnOf(source, written.line, term),
        text: `${name}: ${problem}`,
      });
    const like = alikeOf(all, written, [name]);
    if (typeof like === 'string') {
      put(like, `as ${written.as}`);
      continue;
    }
    const built = buildFigure(like);
    if (built.ok) drawn.push({ name, text: writeFigure(like) });
    else put(built.problem, built.term);
  }
  return { drawn, faults };
}

function alikeOf(
  all: ReadonlyMap<string, { written: Written }>,
  own: Written,
  inside: readonly string[],
): Written | string {
  if (own.as === null) return own;
  if (inside.includes(own.as)) return `\u201c${own.as}\u201d is like itself`;
  const base = all.get(own.as);
  if (!base) return `there is no \u201c${own.as}\u201d to be like`;
  const whole = alikeOf(all, base.written, [...inside, own.as]);
  return typeof whole === 'string' ? whole : joined(whole, own);
}

/** Where a term stands in its line, from 1. */
function columnOf(source: string, line: number, term: string): number {
  const at = term === '' ? -1 : (source.split(/\r?\n/)[line - 1] ?? '').indexOf(term);
  return at < 0 ? 1 : at + 1;
}
