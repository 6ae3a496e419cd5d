import { format, parseISO } from 'date-fns';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import {
  BOOK_COLUMNS,
  type BookGiven,
  type ClassBook,
  guessBookColumns,
  type PlanFile,
  recordsJson,
} from '../../../core/out/index.ts';
import { recordOf } from '../../../core/record/index.ts';
import { files, records } from '../../../core/wire/index.ts';
import { ApiError, api, ask, Button, ColumnTable, Dialog, messageOf, readAside, useLibrary } from '../../base/index.ts';
import { readFile, sendClasses } from './import-classes.ts';
import { kindOf, readTableOf, readTyped, type TableFile, titlesIn } from './other-files.ts';

interface Props {
  /** A file that was dropped: it is read at once. */
  file?: File | null;
  onDone: () => void;
  onClose: () => void;
}

interface Work {
  what: 'Reading' | 'Importing';
  done: number;
  of: number;
}

const TITLES_SHOWN = 12;

/** Reads a file, lets the columns of a table be chosen, and sends what is sound; either can be cancelled. */
function useImport(onDone: () => void) {
  const [read, setRead] = useState<PlanFile | null>(null);
  const [work, setWork] = useState<Work | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [table, setTable] = useState<TableFile | null>(null);
  const [book, setBook] = useState<ClassBook | null>(null);
  /** What is there already, as far as the table names it. */
  const there = useRef<Pick<BookGiven, 'classes' | 'people'>>({ classes: [], people: [] });
  const unit = useLibrary((s) => s.weightUnit);
  const stop = useRef(new AbortController());
  const columnsAre = (next: TableFile) => {
    const found = readTableOf(next, { ...there.current, unit });
    setTable(next);
    setRead(found.file);
    setBook(found.book);
  };
  const readAny = async (file: File, signal: AbortSignal) => {
    const isBook = kindOf(file.name, '') === 'workbook';
    const text = isBook ? '' : await file.text();
    const kind = kindOf(file.name, text);
    if (kind === 'text') return setRead(readTyped(file.name, text, useLibrary.getState().library));
    if (kind === 'plan') {
      const found = await readFile(text, (done, of) => setWork({ what: 'Reading', done, of }), signal);
      if (!signal.aborted) setRead(found);
      return;
    }
    const found = isBook ? await readAside('workbook', file) : await readAside('classTable', text);
    const next = { name: file.name, ...found, columns: guessBookColumns(found.header) };
    there.current = await thereAlready(titlesIn(next));
    if (!signal.aborted) columnsAre(next);
  };
  const open = async (file: File | undefined) => {
    stop.current.abort();
    stop.current = new AbortController();
    const { signal } = stop.current;
    setSaid(null);
    setRead(null);
    setTable(null);
    setBook(null);
    if (!file) return;
    setWork({ what: 'Reading', done: 0, of: 0 });
    await readAny(file, signal).catch((error) => {
      if (!signal.aborted) setSaid(`The file cannot be read: ${messageOf(error)}. Nothing was imported.`);
    });
    if (stop.current.signal === signal) setWork(null);
  };
  const send = async (file: PlanFile) => {
    const of = file.plans.length;
    let sent = 0;
    const progress = (done: number) => {
      sent = done;
      setWork({ what: 'Importing', done, of });
    };
    progress(0);
    const sendPart = (text: string) => ask(files.importFile, { body: { text, goodPart: false } });
    try {
      await sendClasses(file, sendPart, progress, stop.current.signal);
      if (sent === of) {
        if (book && book.runs.length > 0)
          await ask(records.importRecords, { body: { text: recordsOf(book) }, patienceMs: 120_000 });
        return onDone();
      }
      setSaid(`Cancelled: ${sent} of ${of} classes were imported.`);
    } catch (e) {
      const why = e instanceof ApiError ? e.message : 'The import failed';
      setSaid(`${why}. ${sent === 0 ? 'Nothing was' : `${sent} of ${of} classes were`} imported.`);
    }
    setRead(null);
    setWork(null);
  };
  const cancel = () => {
    stop.current.abort();
    if (work?.what === 'Reading') setWork(null);
  };
  return { read, book, work, said, table, columnsAre, open, send, cancel };
}

/** The classes of some titles, and the people of the club. */
async function thereAlready(titles: readonly string[]): Promise<Pick<BookGiven, 'classes' | 'people'>> {
  const pages = await Promise.all(titles.slice(0, MOST_TITLES).map((q) => api.plans({ q })));
  const people = await ask(records.listPeople, {});
  return { classes: pages.flatMap((p) => p.items.map((i) => i.plan)), people };
}

const MOST_TITLES = 60;

/** The runs of a table as a file of records. */
const recordsOf = ({ records: { people, runs } }: ClassBook): string =>
  [
    recordsJson.open(people),
    ...runs.map((run, k) => recordsJson.run({ ...run, sets: recordOf(run.plan, run.events).sets }, k === 0)),
    recordsJson.close,
  ].join('');

/** Reads a plan file, a table of moves or a class as it is typed, shows what is in it and what is wrong with it, and imports all, the good part, or nothing. */
export function ImportDialog({ file, onDone, onClose }: Props) {
  const { read, book, work, said, table, columnsAre, open, send, cancel } = useImport(onDone);
  const opened = useEffectEvent(open);
  useEffect(() => {
    if (file) void opened(file);
  }, [file]);
  const close = () => {
    cancel();
    if (said?.includes('were imported')) onDone();
    else onClose();
  };
  return (
    <Dialog title="Import classes" open onClose={close}>
      <input
        type="file"
        accept=".json,.csv,.tsv,.txt,.xlsx,application/json,text/csv,text/plain"
        aria-label="Plan file, table, workbook or text"
        className="mb-4 block w-full"
        disabled={work?.what === 'Importing'}
        onChange={(e) => void open(e.target.files?.[0])}
      />
      {work && (
        <div className="flex items-center gap-3">
          <progress
            className="h-3 flex-1 accent-ink"
            aria-label={work.what}
            {...(work.of > 0 ? { value: work.done, max: work.of } : {})}
          />
          <span className="digits">
            {work.what} {work.of > 0 ? `${work.done} of ${work.of}` : '…'}
          </span>
          <Button onClick={cancel}>Cancel</Button>
        </div>
      )}
      {table && !work && (
        <ColumnTable {...table} names={BOOK_COLUMNS} onColumns={(columns) => columnsAre({ ...table, columns })} />
      )}
      {read && !work && <Found read={read} book={book} onSend={() => void send(read)} />}
      {said && (
        <p role="alert" className="mt-3 text-live">
          {said}
        </p>
      )}
    </Dialog>
  );
}

interface FoundProps {
  read: PlanFile;
  book: ClassBook | null;
  onSend: () => void;
}

/** What is in a file, before any of it is written. */
function Found({ read: { plans, problems, told, moves }, book, onSend }: FoundProps) {
  const runs = book?.runs ?? [];
  const known = book?.known ?? [];
  const titles = plans.slice(0, TITLES_SHOWN).map((p) => p.title);
  const others = plans.length - titles.length;
  return (
    <>
      <p>
        {plans.length === 0
          ? known.length > 0
            ? 'No new class in this file.'
            : 'No sound class in this file.'
          : `Sound: ${titles.join(', ')}${others > 0 ? ` and ${others} more` : ''}.`}
      </p>
      {known.length > 0 && <p>There already: {known.join(', ')}.</p>}
      {runs.length > 0 && <Runs runs={runs} />}
      {problems.length > 0 && (
        <ul
          className="my-3 max-h-56 overflow-y-auto border-l-[3px] border-live bg-card px-3 py-2"
          aria-label="What is wrong"
        >
          {problems.map((p) => (
            <li key={`${p.path}${p.message}`}>
              <b>{p.path}</b>: {p.message}
            </li>
          ))}
        </ul>
      )}
      {told.length > 0 && (
        <ul className="my-3 max-h-40 overflow-y-auto text-small" aria-label="What changes">
          {told.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {moves.length > 0 && (
        <p className="mt-2 text-small text-muted">
          It carries {moves.length} {moves.length === 1 ? 'move' : 'moves'}; those that the library does not have are
          added.
        </p>
      )}
      {plans.length + runs.length > 0 && (
        <Button look={problems.length === 0 ? 'strong' : 'plain'} className="mt-4" onClick={onSend}>
          {runs.length > 0
            ? `Import ${counted(plans.length, 'class', 'classes')} and ${counted(runs.length, 'run', 'runs')}`
            : problems.length > 0
              ? `Import the good part (${plans.length})`
              : `Import ${plans.length === 1 ? 'it' : `all ${plans.length}`}`}
        </Button>
      )}
    </>
  );
}

const counted = (n: number, one: string, more: string) => `${n} ${n === 1 ? one : more}`;

/** The runs that a table tells of, before they are written. */
function Runs({ runs }: { runs: ClassBook['runs'] }) {
  return (
    <table className="my-3 block max-h-56 w-full overflow-y-auto text-left text-small">
      <caption className="pb-1 text-left text-body">Runs for the log</caption>
      <tbody>
        {runs.map((r) => (
          <tr key={r.id} className="border-b">
            <td className="digits py-1 pr-4">{format(parseISO(r.day), 'EEE d MMM yyyy')}</td>
            <td className="pr-4">{r.title}</td>
            <td className="digits pr-4">{r.came === null ? '' : `${r.came} came`}</td>
            <td className="digits">{r.entries === 0 ? '' : counted(r.entries, 'set', 'sets')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
