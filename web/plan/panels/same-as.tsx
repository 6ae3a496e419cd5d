import { useMemo, useState } from 'react';
import { indexMoves, type Library, type Move, suggestMoves, withAlias } from '../../../core/moves/index.ts';
import { TextField } from '../../base/index.ts';

const SHOWN = 4;
const NO_USES: ReadonlyMap<string, number> = new Map();

/** Says that a name is another name of a move the library has. */
export function SameAs({ name, library, onKeep }: { name: string; library: Library; onKeep: (move: Move) => void }) {
  const [text, setText] = useState('');
  const index = useMemo(() => indexMoves(library.moves), [library]);
  const found = suggestMoves(index, library, text, NO_USES, SHOWN);
  const keep = (move: Move) => onKeep(withAlias(move, name));
  return (
    <div className="mt-3 border-t pt-2">
      <label className="flex items-center gap-2 text-small text-muted">
        Or another name of
        <TextField
          className="min-w-0 flex-1"
          value={text}
          placeholder="a move you know"
          onChange={(e) => setText(e.target.value)}
          onKeyDown={(e) => {
            const [best] = found;
            if (e.key !== 'Enter' || !best) return;
            e.preventDefault();
            keep(best.move);
          }}
        />
      </label>
      {found.length > 0 && (
        <div className="mt-1 flex flex-wrap gap-1">
          {found.map(({ move }) => (
            <button
              key={move.name}
              type="button"
              className="min-h-8 rounded-sm border border-line-strong px-1.5 text-small hover:border-ink"
              onClick={() => keep(move)}
            >
              {move.name}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}
