import { type FocusEvent, type KeyboardEvent, useState } from 'react';

interface Draft<T> {
  /** The value in words, as long as nothing else is typed. */
  shown: string;
  /** What is typed as a value; null when it is none, or out of range. */
  read: (text: string) => T | null;
  onCommit: (value: T) => void;
  /** An arrow key: up or down, fine with Shift, with what is typed by then; without it they are the browser's. */
  onStep?: (direction: 1 | -1, fine: boolean, text: string | null) => void;
}

/**
 * A value typed where it is shown: taken at Enter or when the field is left, given up at Escape, changed by the arrow
 * keys. Bad input stays in the field and is marked.
 */
export function useDraft<T>({ shown, read, onCommit, onStep }: Draft<T>) {
  const [draft, setDraft] = useState<string | null>(null);
  const typed = draft === null ? null : read(draft);
  const commit = () => {
    if (typed === null) return;
    setDraft(null);
    onCommit(typed);
  };
  return {
    bad: draft !== null && typed === null,
    isTyping: draft !== null,
    field: {
      value: draft ?? shown,
      onFocus: (e: FocusEvent<HTMLInputElement>) => e.target.select(),
      onChange: (e: { target: HTMLInputElement }) => setDraft(e.target.value),
      onBlur: commit,
      onKeyDown: (e: KeyboardEvent) => {
        if (e.key === 'Enter') commit();
        else if (e.key === 'Escape') setDraft(null);
        else if (onStep && (e.key === 'ArrowUp' || e.key === 'ArrowDown')) {
          e.preventDefault();
          setDraft(null);
          onStep(e.key === 'ArrowUp' ? 1 : -1, e.shiftKey, draft);
        }
      },
    },
  };
}
