import { useId, useMemo, useRef, useState } from 'react';
import type { Move } from '../../core/moves/index.ts';

interface Props {
  blockTitle: string;
  moves: readonly Move[];
  onAdd: (names: string[]) => void;
}

const SHOWN = 7;
/** Letters a name may have. */
const MOST = 80;

/** Moves whose name has every word typed at the start of one of its words, names that begin with the text first. */
function suggest(moves: readonly Move[], text: string): Move[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  if (words.length === 0) return [];
  const fits = (name: string) => words.every((w) => name.split(/[\s-]+/).some((part) => part.startsWith(w)));
  const rank = (m: Move) => (m.name.toLowerCase().startsWith(text.toLowerCase()) ? 0 : 1);
  return moves
    .filter((m) => fits(m.name.toLowerCase()))
    .sort((a, b) => rank(a) - rank(b) || a.name.localeCompare(b.name))
    .slice(0, SHOWN);
}

/** Adds stations by name: Enter takes what is typed or chosen; a pasted list adds one a line. */
export function AddStation({ blockTitle, moves, onAdd }: Props) {
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState(-1);
  const [open, setOpen] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const listId = useId();
  const found = useMemo(() => (open ? suggest(moves, text.trim()) : []), [moves, text, open]);

  const tooLong = [...text.trim()].length > MOST;
  const add = (name: string) => {
    const trimmed = name.trim();
    if (trimmed === '' || [...trimmed].length > MOST) return;
    onAdd([trimmed]);
    setText('');
    setChosen(-1);
    input.current?.focus();
  };
  return (
    <div className="relative w-[268px] pl-12">
      <input
        ref={input}
        role="combobox"
        aria-label={`Add a station to ${blockTitle}`}
        aria-expanded={found.length > 0}
        aria-controls={listId}
        aria-activedescendant={chosen >= 0 ? `${listId}-${chosen}` : undefined}
        aria-autocomplete="list"
        aria-invalid={tooLong}
        className={`h-9 w-full rounded-md border border-dashed bg-transparent px-2 placeholder:text-muted focus:bg-card ${tooLong ? 'border-2 border-live' : 'border-line-strong'}`}
        placeholder="Add a station"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          setChosen(-1);
          setOpen(true);
        }}
        onBlur={() => setOpen(false)}
        onPaste={(e) => {
          const lines = e.clipboardData
            .getData('text')
            .split(/\r?\n/)
            .map((l) => l.trim())
            .filter(Boolean);
          if (lines.length < 2) return;
          e.preventDefault();
          if (lines.every((l) => [...l].length <= MOST)) onAdd(lines);
          else setText(lines.find((l) => [...l].length > MOST) ?? '');
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
            e.preventDefault();
            setOpen(true);
            setChosen((c) => Math.max(-1, Math.min(found.length - 1, c + (e.key === 'ArrowDown' ? 1 : -1))));
          } else if (e.key === 'Enter') add(found[chosen]?.name ?? exactName(moves, text));
          else if (e.key === 'Escape') setOpen(false);
        }}
      />
      {tooLong && (
        <p role="alert" className="text-fine text-live">
          A name has at most {MOST} letters; nothing was added.
        </p>
      )}
      {found.length > 0 && (
        <div
          id={listId}
          role="listbox"
          aria-label="Moves"
          className="absolute left-12 z-40 mt-1 w-80 rounded-md border border-line-strong bg-card py-1 shadow-md"
        >
          {found.map((move, i) => (
            <div
              key={move.name}
              id={`${listId}-${i}`}
              role="option"
              tabIndex={-1}
              aria-selected={i === chosen}
              className={`flex min-h-9 cursor-pointer items-center justify-between gap-3 px-2.5 ${i === chosen ? 'bg-ink text-paper' : 'hover:bg-ink/10'}`}
              onMouseDown={(e) => {
                e.preventDefault();
                add(move.name);
              }}
            >
              <span className="truncate">{move.name}</span>
              <span className="text-fine opacity-70">{move.kit[0] ?? move.area}</span>
            </div>
          ))}
        </div>
      )}
    </div>
  );
}

/** The library's own spelling of a name typed in another case. */
function exactName(moves: readonly Move[], text: string): string {
  const lower = text.trim().toLowerCase();
  return moves.find((m) => m.name.toLowerCase() === lower)?.name ?? text;
}
