import { useCombobox } from 'downshift';
import { useMemo, useRef, useState } from 'react';
import { capital } from '../../../core/class/index.ts';
import {
  indexMoves,
  type Library,
  type Suggestion,
  suggestMoves,
  type Uses,
  usesOf,
} from '../../../core/moves/index.ts';
import { readingWords } from './reading-words.ts';

interface Props {
  blockTitle: string;
  library: Library;
  /** How often each name is used. */
  used: readonly Uses[];
  onAdd: (names: string[]) => void;
}

const SHOWN = 7;
/** Letters a name may have. */
const MOST = 80;
const NONE: Suggestion[] = [];

/**
 * Adds stations by name: Enter takes the best suggestion when it begins like what is typed, Shift+Enter what is typed; a
 * pasted list adds one a line.
 */
export function AddStation({ blockTitle, library, used, onAdd }: Props) {
  const [text, setText] = useState('');
  const [touched, setTouched] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const index = useMemo(() => (touched ? indexMoves(library.moves) : null), [library, touched]);
  const uses = useMemo(() => usesOf(touched ? used : [], library), [used, library, touched]);
  const found = useMemo(
    () => (index ? suggestMoves(index, library, text, uses, SHOWN) : NONE),
    [index, library, text, uses],
  );
  const tooLong = [...text.trim()].length > MOST;
  const taken = nameTaken(library, text, found[0]);
  const add = (name: string) => {
    const trimmed = name.trim();
    if (trimmed === '' || [...trimmed].length > MOST) return;
    onAdd([trimmed]);
    setText('');
    input.current?.focus();
  };
  const { isOpen, highlightedIndex, getInputProps, getMenuProps, getItemProps } = useCombobox<Suggestion>({
    items: found,
    inputValue: text,
    selectedItem: null,
    itemToString: (s) => s?.as ?? '',
    onSelectedItemChange: ({ selectedItem }) => selectedItem && add(capital(selectedItem.as)),
    // Leaving the field chooses nothing: what is typed stays.
    stateReducer: (state, { type, changes }) =>
      type === useCombobox.stateChangeTypes.InputBlur ? { ...state, isOpen: false } : changes,
  });
  const typed = text.trim();
  const open = isOpen && typed !== '' && (found.length > 0 || touched);
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
            if (e.key !== 'Enter' || (highlightedIndex >= 0 && open && !e.shiftKey)) return;
            if (e.shiftKey) Object.assign(e.nativeEvent, { preventDownshiftDefault: true });
            add(e.shiftKey ? text : taken);
          },
        })}
        data-add-station
        className={`h-9 w-full rounded-md border border-dashed bg-transparent px-2 placeholder:text-muted focus:bg-card ${tooLong ? 'border-2 border-live' : 'border-line-strong'}`}
      />
      {tooLong && (
        <p role="alert" className="text-fine text-live">
          A name has at most {MOST} letters; nothing was added.
        </p>
      )}
      <div
        className={`absolute left-12 z-40 mt-1 w-96 rounded-md border border-line-strong bg-card py-1 shadow-md ${open && !tooLong ? '' : 'hidden'}`}
      >
        <ul {...getMenuProps({ 'aria-label': 'Moves', 'aria-labelledby': undefined })}>
          {open &&
            found.map((s, i) => (
              <li
                key={s.move.name}
                {...getItemProps({ item: s, index: i })}
                className={`flex min-h-9 cursor-pointer items-center justify-between gap-3 px-2.5 ${i === highlightedIndex ? 'bg-ink text-paper' : ''} ${i === 0 && highlightedIndex < 0 && taken === capital(s.as) ? 'font-semibold' : ''}`}
              >
                <span className="min-w-0 break-words">{capital(s.as)}</span>
                <span className="text-right text-fine opacity-80">
                  {s.as === s.move.name ? (s.move.kit[0] ?? s.move.area) : s.move.name}
                </span>
              </li>
            ))}
        </ul>
        {open && !tooLong && <Typed typed={typed} taken={taken} words={readingWords(library.read(typed))} />}
      </div>
    </div>
  );
}

/** What Enter will add, and what the text by itself stands for. */
function Typed({ typed, taken, words }: { typed: string; taken: string; words: string }) {
  return (
    <p className="border-t px-2.5 pt-1 text-fine text-muted" role="status">
      {taken === typed ? (
        <>
          <kbd>Enter</kbd> {typed}: {words}
        </>
      ) : (
        <>
          <kbd>Enter</kbd> {taken} · <kbd>Shift</kbd>+<kbd>Enter</kbd> {typed}: {words}
        </>
      )}
    </p>
  );
}

/** What Enter adds: a known name as it is typed, the library's own in its own letters; else the best that begins like it. */
function nameTaken(library: Library, text: string, best: Suggestion | undefined): string {
  const typed = text.trim();
  const named = library.named(typed);
  if (named) return named.name;
  if (library.read(typed).kind === 'known' || !best?.begins) return typed;
  return capital(best.as);
}
