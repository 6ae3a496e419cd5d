import { useCombobox } from 'downshift';
import { useMemo, useRef, useState } from 'react';
import { ANY_MOVE, findMoves, indexMoves, keyOf, type Move } from '../../core/moves/index.ts';

interface Props {
  blockTitle: string;
  moves: readonly Move[];
  onAdd: (names: string[]) => void;
}

const SHOWN = 7;
/** Letters a name may have. */
const MOST = 80;
const NONE: Move[] = [];

/** Adds stations by name: Enter takes what is typed or chosen; a pasted list adds one a line. */
export function AddStation({ blockTitle, moves, onAdd }: Props) {
  const [text, setText] = useState('');
  const [touched, setTouched] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const index = useMemo(() => (touched ? indexMoves(moves) : null), [moves, touched]);
  const found = useMemo(
    () => (index && text.trim() !== '' ? findMoves(index, { ...ANY_MOVE, text }).slice(0, SHOWN) : NONE),
    [index, text],
  );
  const tooLong = [...text.trim()].length > MOST;
  const add = (name: string) => {
    const trimmed = name.trim();
    if (trimmed === '' || [...trimmed].length > MOST) return;
    onAdd([trimmed]);
    setText('');
    input.current?.focus();
  };
  const { isOpen, highlightedIndex, getInputProps, getMenuProps, getItemProps } = useCombobox<Move>({
    items: found,
    inputValue: text,
    selectedItem: null,
    itemToString: (move) => move?.name ?? '',
    onSelectedItemChange: ({ selectedItem }) => selectedItem && add(selectedItem.name),
    // Leaving the field chooses nothing: what is typed stays.
    stateReducer: (state, { type, changes }) =>
      type === useCombobox.stateChangeTypes.InputBlur ? { ...state, isOpen: false } : changes,
  });
  const open = isOpen && found.length > 0;
  return (
    <div className="relative w-[268px] pl-12">
      <input
        {...getInputProps({
          ref: input,
          'aria-label': `Add a station to ${blockTitle}`,
          'aria-labelledby': undefined,
          'aria-invalid': tooLong,
          'aria-expanded': open,
          placeholder: 'Add a station',
          // Not by the combobox, which would set the text late and lose the place of the caret.
          onChange: (e) => setText(e.currentTarget.value),
          onFocus: () => setTouched(true),
          onPaste: (e) => {
            const lines = e.clipboardData
              .getData('text')
              .split(/\r?\n/)
              .map((l) => l.trim())
              .filter(Boolean);
            if (lines.length < 2) return;
            e.preventDefault();
            if (lines.every((l) => [...l].length <= MOST)) onAdd(lines);
            else setText(lines.find((l) => [...l].length > MOST) ?? '');
          },
          onKeyDown: (e) => {
            if (e.key === 'Enter' && (!open || highlightedIndex < 0)) add(exactName(moves, text));
          },
        })}
        className={`h-9 w-full rounded-md border border-dashed bg-transparent px-2 placeholder:text-muted focus:bg-card ${tooLong ? 'border-2 border-live' : 'border-line-strong'}`}
      />
      {tooLong && (
        <p role="alert" className="text-fine text-live">
          A name has at most {MOST} letters; nothing was added.
        </p>
      )}
      <ul
        {...getMenuProps({ 'aria-label': 'Moves', 'aria-labelledby': undefined })}
        className={`absolute left-12 z-40 mt-1 w-80 rounded-md border border-line-strong bg-card py-1 shadow-md ${open ? '' : 'hidden'}`}
      >
        {open &&
          found.map((move, i) => (
            <li
              key={move.name}
              {...getItemProps({ item: move, index: i })}
              className={`flex min-h-9 cursor-pointer items-center justify-between gap-3 px-2.5 ${i === highlightedIndex ? 'bg-ink text-paper' : ''}`}
            >
              <span className="truncate">{move.name}</span>
              <span className="text-fine opacity-70">{move.kit[0] ?? move.area}</span>
            </li>
          ))}
      </ul>
    </div>
  );
}

/** The library's own spelling of a name typed in another. */
function exactName(moves: readonly Move[], text: string): string {
  const key = keyOf(text);
  return moves.find((m) => keyOf(m.name) === key)?.name ?? text;
}
