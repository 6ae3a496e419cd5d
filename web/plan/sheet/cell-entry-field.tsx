import { useRef, useState } from 'react';
import { formatSeconds, type TimesPatch } from '../../../core/class/index.ts';
import { readEntry } from './cell-entry.ts';
import { ROW_H } from './sheet-layout.ts';

/** What is typed over a selection of the sheet: work, work/rest or /rest. What it cannot take stays and is told. */
export function CellEntry({
  start,
  left,
  top,
  onDone,
}: {
  start: string;
  left: number;
  top: number;
  onDone: (patch: TimesPatch | null) => void;
}) {
  const [text, setText] = useState(start);
  const { patch, fault } = readEntry(text);
  const isBad = text !== '' && patch === null && text !== '/';
  const isDone = useRef(false);
  // Leaving by a key moves the focus too: the entry counts once.
  const finish = (result: TimesPatch | null) => {
    if (isDone.current) return;
    isDone.current = true;
    onDone(result);
  };
  return (
    <>
      <input
        // biome-ignore lint/a11y/noAutofocus: the entry opens because the instructor began to type
        autoFocus
        aria-label="Work seconds, or work/rest"
        aria-invalid={isBad}
        className="digits absolute z-30 w-24 rounded-md border-2 border-live bg-card px-1.5 py-0.5 text-small"
        style={{ left, top, height: ROW_H - 4 }}
        value={text}
        placeholder="40 or 40/20"
        onChange={(e) => setText(e.target.value)}
        onKeyDown={(e) => {
          e.stopPropagation();
          if (e.key === 'Escape') finish(null);
          if (e.key === 'Enter' && (patch || text === '')) finish(patch);
          if (e.key === 'Tab' && patch) finish(patch);
          if ((e.key === 'ArrowUp' || e.key === 'ArrowDown') && patch?.workMs) {
            e.preventDefault();
            const by = (e.key === 'ArrowUp' ? 1 : -1) * (e.shiftKey ? 1000 : 5000);
            setText(formatSeconds(Math.max(1000, patch.workMs + by)));
          }
        }}
        onBlur={() => finish(patch)}
      />
      {isBad && (
        <p
          role="alert"
          className="absolute z-30 whitespace-nowrap border border-live bg-card px-1.5 text-fine"
          style={{ left, top: top + ROW_H - 4 }}
        >
          {fault}
        </p>
      )}
    </>
  );
}
