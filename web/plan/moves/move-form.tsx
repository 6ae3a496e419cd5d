import { useState } from 'react';
import {
  AREA_WORDS,
  BALANCES,
  GRIPS,
  IMPACTS,
  type Library,
  MOVE_COLUMNS,
  type Move,
  moveRow,
  NEEDS,
  NOISES,
  PATTERN_WORDS,
  POSITION_WORDS,
  REASON_WORDS,
  readMoveRows,
  SKILLS,
} from '../../../core/moves/index.ts';
import { Button, Form, OneOf, TextField } from '../../base/index.ts';

const AS_WORDS: Record<string, string> = {
  aliases: 'other names, by ;',
  'usual kg': 'usual kg, as 4/8/12',
  main: 'main parts',
  helpers: 'helping parts',
  cues: 'cues, by ;',
};
/** Columns whose values are one of a few words. */
const CHOICES: Record<string, readonly string[]> = {
  area: Object.values(AREA_WORDS),
  pattern: Object.values(PATTERN_WORDS),
  position: Object.values(POSITION_WORDS),
  impact: IMPACTS,
  noise: NOISES,
  'second pattern': ['', ...Object.values(PATTERN_WORDS)],
  needs: ['', ...NEEDS],
  grip: GRIPS,
  balance: BALANCES,
  skill: SKILLS,
  overhead: ['no', 'yes'],
  'head below heart': ['no', 'yes'],
  'one-sided': ['no', 'yes'],
  effort: ['1', '2', '3', '4', '5'],
};

/** The same columns as the CSV file, each a field; what does not fit is marked at its field and kept. */
export function MoveForm({
  move,
  library,
  isNew,
  onSave,
  onCancel,
}: {
  move: Move;
  library: Library;
  isNew: boolean;
  onSave: (move: Move) => Promise<void>;
  onCancel: () => void;
}) {
  const [cells, setCells] = useState(() => moveRow(isNew ? { ...move, name: '' } : move));
  const read = readMoveRows(MOVE_COLUMNS, [cells]);
  const wrong = (column: string) => read.problems.find((p) => p.column === column || p.column.startsWith(`${column}[`));
  const [made] = read.moves;
  const clash = made && (isNew || made.name !== move.name) ? library.named(made.name) : null;
  return (
    <Form onSubmit={() => made && !clash && void onSave(made)}>
      {MOVE_COLUMNS.map((column, k) => {
        // The drawing has a place of its own.
        if (column === 'figure') return null;
        const problem = wrong(column);
        const set = (text: string) => setCells((c) => c.map((x, j) => (j === k ? text : x)));
        const choices = CHOICES[column];
        return (
          <div key={column} className="mb-1.5 grid grid-cols-[124px_1fr] items-center gap-2 text-small">
            <label htmlFor={`move-${column}`} className="text-muted">
              {AS_WORDS[column] ?? column}
            </label>
            <span>
              {choices ? (
                <OneOf
                  id={`move-${column}`}
                  className="w-full"
                  of={choices.map((x) => [x, x])}
                  value={cells[k] ?? ''}
                  onPick={set}
                />
              ) : (
                <TextField
                  id={`move-${column}`}
                  className="w-full"
                  value={cells[k]}
                  marked={problem !== undefined}
                  list={['easier', 'harder', ...Object.values(REASON_WORDS)].includes(column) ? 'all-moves' : undefined}
                  onChange={(e) => set(e.target.value)}
                />
              )}
              {problem && cells[0] !== '' && <span className="block text-fine text-live">{problem.message}</span>}
            </span>
          </div>
        );
      })}
      <datalist id="all-moves">
        {library.moves.map((m) => (
          <option key={m.name} value={m.name} />
        ))}
      </datalist>
      {clash && <p className="my-2 text-live">There is a move of this name already.</p>}
      <div className="mt-3 flex gap-2">
        <Button look="strong" disabled={!made || clash !== null} onClick={() => made && void onSave(made)}>
          Save move
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
      </div>
    </Form>
  );
}
