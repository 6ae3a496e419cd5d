import { useEffect, useEffectEvent, useRef, useState } from 'react';
import { CLASS_COLUMNS, type ClassColumn, guessClassColumns, type PlanFile } from '../../../core/out/index.ts';
import { files } from '../../../core/wire/index.ts';
import { ApiError, ask, Button, ColumnTable, Dialog, messageOf, readAside, useLibrary } from '../../base/index.ts';
import { readFile, sendClasses } from './import-classes.ts';
import { kindOf, readTableOf, readTyped } from './other-files.ts';

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

/** A table from a file, and what its columns are taken as. */
interface Table {
  name: string;
  header: string[];
  rows: string[][];
  columns: (ClassColumn | null)[];
}

const TITLES_SHOWN = 12;

/** Reads a file, lets the columns of a table be chosen, and sends what is sound; either can be cancelled. */
function useImport(onDone: () => void) {
  const [read, setRead] = useState<PlanFile | null>(null);
  const [work, setWork] = useState<Work | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [table, setTable] = useState<Table | null>(null);
  const unit = useLibrary((s) => s.weightUnit);
  const stop = useRef(new AbortController());
  const columnsAre = (next: Table) => {
    setTable(next);
    setRead(readTableOf(next.name, next.columns, next.rows, unit));
  };
  const readAny = async (file: File, signal: AbortSignal) => {
    const text = await file.text();
    const kind = kindOf(file.name, text);
    if (kind === 'text') return setRead(readTyped(file.name, text, useLibrary.getState().library));
    if (kind === 'plan') {
      const found = await readFile(text, (done, of) => setWork({ what: 'Reading', done, of }), signal);
      if (!signal.aborted) setRead(found);
      return;
    }
    const { header, rows } = await readAside('table', text);
    if (!signal.aborted) columnsAre({ name: file.name, header, rows, columns: guessClassColumns(header) });
  };
  const open = async (file: File | undefined) => {
    stop.current.abort();
    stop.current = new AbortController();
    const { signal } = stop.current;
    setSaid(null);
    setRead(null);
    setTable(null);
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
      if (sent === of) return onDone();
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
  return { read, work, said, table, columnsAre, open, send, cancel };
}

/** Reads a plan file, a table of moves or a class as it is typed, shows what is in it and what is wrong with it, and imports all, the good part, or nothing. */
export function ImportDialog({ file, onDone, onClose }: Props) {
  const { read, work, said, table, columnsAre, open, send, cancel } = useImport(onDone);
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
        accept=".json,.csv,.tsv,.txt,application/json,text/csv,text/plain"
        aria-label="Plan file, table or text"
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
        <ColumnTable {...table} names={CLASS_COLUMNS} onColumns={(columns) => columnsAre({ ...table, columns })} />
      )}
      {read && !work && <Found read={read} onSend={() => void send(read)} />}
      {said && (
        <p role="alert" className="mt-3 text-live">
          {said}
        </p>
      )}
    </Dialog>
  );
}

function Found({ read: { plans, problems, told, moves }, onSend }: { read: PlanFile; onSend: () => void }) {
  const titles = plans.slice(0, TITLES_SHOWN).map((p) => p.title);
  const others = plans.length - titles.length;
  return (
    <>
      <p>
        {plans.length === 0
          ? 'No sound class in this file.'
          : `Sound: ${titles.join(', ')}${others > 0 ? ` and ${others} more` : ''}.`}
      </p>
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
      {plans.length > 0 && (
        <Button look={problems.length === 0 ? 'strong' : 'plain'} className="mt-4" onClick={onSend}>
          {problems.length > 0
            ? `Import the good part (${plans.length})`
            : `Import ${plans.length === 1 ? 'it' : `all ${plans.length}`}`}
        </Button>
      )}
    </>
  );
}
