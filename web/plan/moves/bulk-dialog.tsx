import { useState } from 'react';
import { MOVE_COLUMNS, type Move, moveRow, readMoveRows } from '../../../core/moves/index.ts';
import { Button, Dialog, OneOf, TextField } from '../../base/index.ts';

interface Props {
  moves: readonly Move[];
  onSave: (moves: readonly Move[]) => Promise<void>;
  onClose: () => void;
}

const CHANGEABLE = MOVE_COLUMNS.filter((c) => c !== 'name');

/** One column of many moves set to the same value. */
export function BulkDialog({ moves, onSave, onClose }: Props) {
  const [column, setColumn] = useState('kit');
  const [value, setValue] = useState('');
  const at = MOVE_COLUMNS.indexOf(column);
  const rows = moves.map((m) => moveRow(m).map((cell, k) => (k === at ? value : cell)));
  const read = readMoveRows(MOVE_COLUMNS, rows);
  const [problem] = read.problems;
  return (
    <Dialog
      title={`Change ${moves.length} ${moves.length === 1 ? 'move' : 'moves'}`}
      open
      onClose={onClose}
      width="max-w-lg"
    >
      <div className="flex flex-wrap items-center gap-2">
        set
        <OneOf aria-label="What to set" of={CHANGEABLE.map((c) => [c, c])} value={column} onPick={setColumn} />
        to
        <TextField
          aria-label="Value"
          marked={problem !== undefined}
          className="min-w-0 flex-1"
          value={value}
          onChange={(e) => setValue(e.target.value)}
        />
      </div>
      <p className="mt-2 text-small text-muted">Empty takes it away. Several values are parted by a semicolon.</p>
      {problem && <p className="mt-2 text-live">{problem.message}</p>}
      <div className="mt-4 flex gap-2">
        <Button look="strong" disabled={problem !== undefined} onClick={() => void onSave(read.moves)}>
          Set it
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </Dialog>
  );
}
