import { useCombobox } from 'downshift';
import { useMemo, useRef, useState } from 'react';
import { type Block, type Body, bodyOf, capital } from '../../../core/class/index.ts';
import {
  fitIn,
  indexMoves,
  type Library,
  namesIn,
  resolveBlock,
  type Suggestion,
  suggestMoves,
  type Uses,
  usesOf,
} from '../../../core/moves/index.ts';
import { readingWords } from './reading-words.ts';

interface Props {
  /** Where it is added. */
  block: Block;
  /** Where everybody in the class stays and what they hold. */
  ofClass: Body | undefined;
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
 * Adds stations by name: Enter adds what is typed, Tab the best suggestion, the arrows choose another; a pasted list adds one a
 * line.
 */
export function AddStation({ block, ofClass, library, used, onAdd }: Props) {
  const [text, setText] = useState('');
  const [touched, setTouched] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const index = useMemo(() => (touched ? indexMoves(library.moves) : null), [library, touched]);
  const uses = useMemo(() => usesOf(touched ? used : [], library), [used, library, touched]);
  const { names, fits } = useMemo(() => {
    const plan = ofClass ? { body: ofClass } : {};
    const body = bodyOf(plan, block);
    return { names: namesIn(library, body), fits: fitIn(resolveBlock(plan, block, library), body) };
  }, [ofClass, block, library]);
  const found = useMemo(
    () => (index ? suggestMoves(index, names, text, uses, SHOWN, fits) : NONE),
    [index, names, text, uses, fits],
  );
  const tooLong = [...text.trim()].length > MOST;
  const taken = nameTaken(library, text);
  const best = found[0] && capital(found[0].as) !== taken ? capital(found[0].as) : null;
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
          'aria-label': `Add a station to ${block.title}`,
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
            if (e.key === 'Tab' && !e.shiftKey && open && best !== null) {
              e.preventDefault();
              add(best);
              return;
            }
            if (e.key !== 'Enter' || (highlightedIndex >= 0 && open && !e.shiftKey)) return;
            if (e.shiftKey) Object.assign(e.nativeEvent, { preventDownshiftDefault: true });
            add(taken);
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
                className={`flex min-h-9 cursor-pointer items-center justify-between gap-3 px-2.5 ${i === highlightedIndex ? 'bg-ink text-paper' : ''} ${i === 0 && highlightedIndex < 0 ? 'font-semibold' : ''}`}
              >
                <span className="min-w-0 break-words">{capital(s.as)}</span>
                <span className="text-right text-fine opacity-80">
                  {s.as === s.move.name ? (s.move.kit[0] ?? s.move.area) : s.move.name}
                </span>
              </li>
            ))}
        </ul>
        {open && !tooLong && <Typed taken={taken} best={best} words={readingWords(library.read(typed))} />}
      </div>
    </div>
  );
}

/** What Enter will add and what it stands for, and what Tab would take in its place. */
function Typed({ taken, best, words }: { taken: string; best: string | null; words: string }) {
  return (
    <p className="border-t px-2.5 pt-1 text-fine text-muted" role="status">
      <kbd>Enter</kbd> {taken}: {words}
      {best !== null && (
        <>
          {' '}
          · <kbd>Tab</kbd> {best}
        </>
      )}
    </p>
  );
}

/** What Enter adds: a name as it is typed, the library's own in its own letters. */
function nameTaken(library: Library, text: string): string {
  const typed = text.trim();
  return library.named(typed)?.name ?? typed;
}
