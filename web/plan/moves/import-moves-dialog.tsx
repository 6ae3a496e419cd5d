import { useMemo, useState } from 'react';
import { guessColumns, type Library, MOVE_COLUMNS, type Move, readMoveRows } from '../../../core/moves/index.ts';
import { Button, Checkbox, ColumnTable, Dialog, messageOf, readAside } from '../../base/index.ts';

interface Props {
  library: Library;
  onSave: (moves: readonly Move[]) => Promise<boolean>;
  onClose: () => void;
}

const NO_TABLE = { header: [], rows: [] };

/** Reads a CSV file of moves: which column is which, what is sound, what is wrong and where, what is there already. */
export function ImportMovesDialog({ library, onSave, onClose }: Props) {
  const [table, setTable] = useState<{ header: string[]; rows: string[][] }>(NO_TABLE);
  const [failed, setFailed] = useState('');
  const [chosen, setChosen] = useState<(string | null)[] | null>(null);
  const [replace, setReplace] = useState(false);
  const [busy, setBusy] = useState(false);
  const columns = chosen ?? guessColumns(table.header);
  const read = useMemo(() => readMoveRows(columns, table.rows), [columns, table]);
  const isThere = (m: Move) => library.named(m.name) !== null;
  const there = read.moves.filter(isThere).length;
  const taken = replace ? read.moves : read.moves.filter((m) => !isThere(m));
  const save = async () => {
    setBusy(true);
    if (await onSave(taken)) onClose();
    setBusy(false);
  };
  return (
    <Dialog title="Import moves" open onClose={onClose} width="max-w-5xl">
      <input
        type="file"
        accept=".csv,.tsv,.txt,text/csv"
        aria-label="CSV file"
        className="mb-4 block w-full"
        onChange={async (e) => {
          setChosen(null);
          setFailed('');
          const text = (await e.target.files?.[0]?.text()) ?? '';
          await readAside('table', text).then(setTable, (error: unknown) => {
            setTable(NO_TABLE);
            setFailed(`${messageOf(error)}. Nothing was brought in.`);
          });
        }}
      />
      {failed !== '' && <p role="alert">{failed}</p>}
      {table.header.length > 0 && (
        <>
          <ColumnTable
            header={table.header}
            rows={table.rows}
            columns={columns}
            names={MOVE_COLUMNS}
            onColumns={setChosen}
          />
          <p className="mt-3" role="status">
            {table.rows.length} rows: {read.moves.length} sound
            {there > 0 && `, ${there} of them there already by name`}
            {read.problems.length > 0 && `, ${new Set(read.problems.map((p) => p.row)).size} not`}.
          </p>
          {there > 0 && (
            <Checkbox checked={replace} onChange={setReplace}>
              replace those that are there already
            </Checkbox>
          )}
          {read.problems.length > 0 && (
            <ul
              className="my-3 max-h-40 overflow-y-auto border-l-[3px] border-live bg-card px-3 py-2"
              aria-label="What is wrong"
            >
              {read.problems.slice(0, 200).map((p) => (
                <li key={`${p.row}${p.column}${p.message}`}>
                  <b>
                    row {p.row + 1}, {p.column}
                  </b>
                  : {p.message}
                </li>
              ))}
            </ul>
          )}
          <div className="mt-4 flex gap-2">
            <Button look="strong" disabled={taken.length === 0 || busy} onClick={() => void save()}>
              {read.problems.length > 0 ? `Import the ${taken.length} that are sound` : `Import ${taken.length}`}
            </Button>
            <Button onClick={onClose}>Cancel</Button>
          </div>
        </>
      )}
    </Dialog>
  );
}
