import { useMemo, useRef, useState } from 'react';
import type { WeightUnit } from '../../../core/class/index.ts';
import {
  cellText,
  entryAt,
  type GridRow,
  gridRows,
  readCell,
  readTable,
  SET_NOTE_MAX,
  type SetRecord,
  saidIn,
} from '../../../core/record/index.ts';
import { isOf, type RepsRecord, type RunCommand, type Who, whoKey } from '../../../core/time/index.ts';
import { Button, OneOf, useDraft, useEveryone, useMoves, useWhoNames } from '../../base/index.ts';

type Reps = Extract<RunCommand, { type: 'reps' }>;

interface Props {
  sets: readonly SetRecord[];
  /** What is written down; the last of each set and who. */
  reps: readonly RepsRecord[];
  squads: readonly string[];
  blockNamed: (id: string | null) => string;
  /** Stations that are to be counted, whether or not anybody has. */
  toCount: readonly (string | null)[];
  /** Keeps what was entered in some cells. */
  onKeep: (entries: readonly Reps[]) => void;
}

/** What is typed in a cell, or pasted there. */
interface CellEntry {
  row: GridRow;
  who: Who;
  text: string;
  /** Effort and note stay where the text says nothing of them: a table that is pasted is mostly of counts. */
  isPasted?: true;
}

/** Who has a column: squads and who has entries already; all together where there are none. */
function useColumns(reps: readonly RepsRecord[], squads: readonly string[]) {
  const [more, setMore] = useState<readonly Who[]>([]);
  const everyone = useEveryone(squads);
  const written = reps.map(
    (r): Who => (r.person === undefined ? { squad: r.squad } : { squad: null, person: r.person }),
  );
  const first: Who[] = squads.length > 0 ? squads.map((squad) => ({ squad })) : [{ squad: null }];
  const shown = new Map([...first, ...written, ...more].map((w) => [whoKey(w), w]));
  const columns = [
    ...everyone.filter((w) => shown.has(whoKey(w))),
    ...[...shown.values()].filter((w) => !everyone.some((e) => isOf(e, w))),
  ];
  return { columns, others: everyone.filter((w) => !shown.has(whoKey(w))), add: (w: Who) => setMore((m) => [...m, w]) };
}

const CANNOT_BE_READ = `a count, a weight or both come first, then effort 0 to 10 and a note of at most ${SET_NOTE_MAX} letters, as 12 x 16 kg, effort 8, left hip stiff. What was there stays.`;

/** Reps and weights set by set: typed, or pasted from a table; arrow keys and Enter go from cell to cell. */
export function RecordGrid({ sets, reps, squads, toCount, blockNamed, onKeep }: Props) {
  const [every, setEvery] = useState(false);
  const all = useMemo(() => gridRows(sets, blockNamed), [sets, blockNamed]);
  // A station of which one set is counted, or is to be, has all of its sets here.
  const rows = useMemo(() => {
    const counted = new Set([...toCount, ...reps.map((r) => r.stationId)]);
    return every ? all : all.filter((row) => counted.has(row.set.stationId));
  }, [all, every, toCount, reps]);
  const { columns, others, add } = useColumns(reps, squads);
  const nameOf = useWhoNames();
  const unit = useMoves().weightUnit;
  const [fault, setFault] = useState('');
  const keep = (changes: readonly CellEntry[]) => {
    const entries = changes.flatMap((c) => commandOf(c, reps, unit));
    const bad = changes.find((c) => !readCell(c.text, unit).ok);
    setFault(bad ? `“${bad.text.slice(0, 30)}” cannot be read: ${CANNOT_BE_READ}` : '');
    if (entries.length > 0) onKeep(entries);
  };
  const left = all.length - rows.length;
  const more = left > 0 && (
    <Button look="quiet" onClick={() => setEvery(true)}>
      {rows.length === 0 ? `Enter counts: all ${all.length} sets` : `The other ${left} sets too`}
    </Button>
  );
  if (all.length === 0) return <p className="text-muted">No set was done.</p>;
  if (rows.length === 0) return <p className="flex flex-wrap items-center gap-3">Nothing was counted. {more}</p>;
  return (
    <>
      <Table {...{ rows, columns, reps, unit, nameOf, keep }} />
      <p role="status" className="min-h-6 text-live">
        {fault}
      </p>
      <div className="flex flex-wrap items-center gap-3 text-small text-muted">
        <span>
          A count, a weight, or both, then how hard it was and a note: 12, 16 kg, 12 x 16 kg, effort 8, left hip stiff.
          A table is pasted from the cell it is pasted in; what it does not say of a set stays.
        </span>
        {more}
        {others.length > 0 && (
          <label className="flex items-center gap-2">
            one more column
            <OneOf
              of={[['', 'who'], ...others.map((w) => [whoKey(w), nameOf(w)] as const)]}
              value=""
              onPick={(key) => {
                const who = others.find((w) => whoKey(w) === key);
                if (who) add(who);
              }}
            />
          </label>
        )}
      </div>
    </>
  );
}

interface TableProps {
  rows: readonly GridRow[];
  columns: readonly Who[];
  reps: readonly RepsRecord[];
  unit: WeightUnit;
  nameOf: (who: Who) => string;
  keep: (changes: readonly CellEntry[]) => void;
}

function Table({ rows, columns, reps, unit, nameOf, keep }: TableProps) {
  const table = useRef<HTMLTableElement>(null);
  const go = (r: number, c: number) => {
    const cell = table.current?.querySelector<HTMLInputElement>(`[data-cell="${r}:${c}"]`);
    cell?.focus();
    return cell !== null && cell !== undefined;
  };
  const paste = (r: number, c: number, text: string) =>
    keep(
      readTable(text).flatMap((line, dr) =>
        line.flatMap((cell, dc) => {
          const [row, who] = [rows[r + dr], columns[c + dc]];
          return row && who ? [{ row, who, text: cell, isPasted: true as const }] : [];
        }),
      ),
    );
  return (
    <div className="max-w-full overflow-x-auto">
      <table ref={table} className="text-left">
        <thead>
          <tr className="border-b">
            <th scope="col" className="pr-4 text-small font-normal text-muted">
              Set
            </th>
            {columns.map((w) => (
              <th key={whoKey(w)} scope="col" className="px-1 text-small font-normal text-muted">
                {nameOf(w)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, r) => (
            <tr key={row.key} className="border-b">
              <th scope="row" className="py-1 pr-4 font-normal">
                {row.move} <span className="text-small text-muted">{row.where}</span>
              </th>
              {columns.map((who, c) => (
                <Cell
                  key={whoKey(who)}
                  label={`${row.move}, ${row.where}: ${nameOf(who)}`}
                  at={`${r}:${c}`}
                  text={cellText(entryAt(reps, row, who))}
                  unit={unit}
                  onKeep={(text) => keep([{ row, who, text }])}
                  onPaste={(text) => paste(r, c, text)}
                  onGo={(dr, dc) => go(r + dr, c + dc)}
                />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What a cell comes to be; nothing where it stays as it is. */
function commandOf({ row, who, text, isPasted }: CellEntry, reps: readonly RepsRecord[], unit: WeightUnit): Reps[] {
  const read = readCell(text, unit);
  if (!read.ok) return [];
  const [had, entry] = [entryAt(reps, row, who), { ...read.entry }];
  if (isPasted) {
    entry.effort ??= had.effort;
    entry.note ||= had.note;
  }
  if (cellText(entry) === cellText(had)) return [];
  return [
    {
      type: 'reps',
      ...row.set,
      squad: who.squad,
      ...(who.person === undefined ? {} : { person: who.person }),
      ...saidIn(entry),
    },
  ];
}

interface CellProps {
  label: string;
  at: string;
  text: string;
  unit: WeightUnit;
  onKeep: (text: string) => void;
  onPaste: (text: string) => void;
  /** Goes to another cell; false where there is none. */
  onGo: (rows: number, columns: number) => boolean;
}

function Cell({ label, at, text, unit, onKeep, onPaste, onGo }: CellProps) {
  const { bad, field } = useDraft({
    shown: text,
    read: (typed) => (readCell(typed, unit).ok ? typed : null),
    onCommit: onKeep,
  });
  return (
    <td className="p-0.5">
      <input
        {...field}
        data-cell={at}
        aria-label={label}
        aria-invalid={bad}
        className={`h-11 min-w-28 max-w-72 rounded-md field-sizing-content border bg-card px-1 text-center tabular-nums ${bad ? 'border-2 border-dashed border-live' : 'border-line-strong'}`}
        onPaste={(e) => {
          const pasted = e.clipboardData.getData('text/plain');
          if (!/[\t\n\r]/.test(pasted.trim())) return;
          e.preventDefault();
          onPaste(pasted);
        }}
        onKeyDown={(e) => {
          const { selectionStart, selectionEnd, value } = e.currentTarget;
          const all = selectionStart === 0 && selectionEnd === value.length;
          const steps: Record<string, [number, number] | undefined> = {
            Enter: [e.shiftKey ? -1 : 1, 0],
            ArrowDown: [1, 0],
            ArrowUp: [-1, 0],
            ArrowRight: all || selectionStart === value.length ? [0, 1] : undefined,
            ArrowLeft: all || selectionEnd === 0 ? [0, -1] : undefined,
          };
          const step = steps[e.key];
          if (!step) {
            field.onKeyDown(e);
            return;
          }
          // What is typed is taken as the cell is left.
          e.preventDefault();
          if (!onGo(...step)) e.currentTarget.blur();
        }}
      />
    </td>
  );
}
