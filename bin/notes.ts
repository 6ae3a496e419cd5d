import { blockWords, formatDuration } from '../core/class/index.ts';
import { withUsualSides } from '../core/moves/index.ts';
import { type NotesRead, readNotes } from '../core/notes/index.ts';
import { totals } from '../core/time/index.ts';
import { shippedLibrary } from '../server/library/read.ts';
import type { OutputForm } from './commands.ts';

/** Where a piece of a text stands: line and column, from 1. */
function placeOf(text: string, at: number): string {
  const before = text.slice(0, at).split('\n');
  return `${before.length}:${(before.at(-1)?.length ?? 0) + 1}`;
}

/** What was guessed of notes, and what is left, a line each. */
export function guessedWords(text: string, { readings, left, told }: NotesRead): string[] {
  const guessed = readings.filter((r) => r.sure === 'guessed');
  return [
    ...guessed.map((r) => {
      const others =
        r.guess?.ways.filter((w) => w.id !== r.guess?.taken).map((w) => `${w.words} (${formatDuration(w.totalMs)})`) ??
        [];
      return `${placeOf(text, r.from)}: guessed: ${r.words}${others.length > 0 ? `; or ${others.join(', ')}` : ''}`;
    }),
    ...left.map((l) => `${placeOf(text, l.from)}: kept as a note: ${l.text}`),
    ...told,
  ];
}

/** Notes as they are read: in words, or as JSON with plan, readings and what is left. */
export function readAsNotes(text: string, form: OutputForm): string {
  const made = readNotes(text, shippedLibrary());
  const read = { ...made, plan: withUsualSides(made.plan, shippedLibrary()) };
  if (form === 'json') return `${JSON.stringify(read, null, 2)}\n`;
  const { plan, readings } = read;
  const said = readings
    .filter((r) => r.guess === undefined || r.role === 'move')
    .map(
      (r) =>
        `  ${placeOf(text, r.from).padEnd(6)} ${r.role.padEnd(8)} ${r.sure.padEnd(8)} ${text.slice(r.from, r.to).replace(/\s+/g, ' ').trim()} = ${r.words}`,
    );
  const blocks = plan.blocks.map((b) => `  ${b.title}: ${blockWords(b)}: ${b.stations.map((s) => s.move).join(', ')}`);
  const guessed = guessedWords(text, read);
  return [
    `${plan.title}, ${formatDuration(totals(plan).totalMs)}`,
    ...blocks,
    'Read as',
    ...said,
    ...(guessed.length > 0 ? ['To be settled', ...guessed.map((line) => `  ${line}`)] : []),
    '',
  ].join('\n');
}
