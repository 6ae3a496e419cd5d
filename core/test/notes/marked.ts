import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Library } from '../../moves/index.ts';
import { type NotesRead, readNotes } from '../../notes/index.ts';
import { tell } from './tell.ts';

/** Notes with what they mean, written down before any reader saw them. */
export interface Marked {
  file: string;
  notes: string;
  meaning: string;
}

const FOLDER = path.join(import.meta.dirname);

/** The marked notes of the files whose names begin so. */
export function markedNotes(begins = ''): Marked[] {
  return readdirSync(FOLDER)
    .filter((name) => name.endsWith('.txt') && name.startsWith(begins))
    .sort()
    .flatMap((file) =>
      readFileSync(path.join(FOLDER, file), 'utf8')
        .split(/^===\n/m)
        .map((one) => one.split(/^=\n/m))
        .flatMap(([notes = '', meaning = '']) =>
          meaning.trim() === '' ? [] : [{ file, notes: notes.replace(/\n$/, ''), meaning: meaning.trim() }],
        ),
    );
}

/** Names are told apart whatever their case. */
const bare = (text: string) =>
  text
    .toLowerCase()
    .replace(/[ \t]+/g, ' ')
    .split('\n')
    // A muscle in a list of stretches is its stretch.
    .map((line) => (/^(?:cool-down )?holds /.test(line) ? line.replace(/ stretch(?=[;( ]|$)/g, '') : line))
    .join('\n')
    .trim();

export interface Judged extends Marked {
  read: NotesRead;
  got: string;
  isRight: boolean;
  /** Wrong, and nothing of it says that it is a guess or was left. */
  isSilent: boolean;
}

export function judge(marked: Marked, library: Library): Judged {
  const read = readNotes(marked.notes, library);
  const got = tell(read.plan);
  const isRight = bare(got) === bare(marked.meaning);
  const speaks = read.told.length > 0 || read.left.length > 0 || read.readings.some((r) => r.sure === 'guessed');
  return { ...marked, read, got, isRight, isSilent: !isRight && !speaks };
}
