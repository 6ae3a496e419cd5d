import type { Reading } from '../../../core/moves/index.ts';
import type { MarkNote } from './marks.ts';
import { readingWords } from './reading-words.ts';

/** Says of a name that is not known that it is a guess, or unknown, and leads to telling more of it; shows the kit it says. */
export function NameMark({
  name,
  reading,
  onTell,
}: {
  name: string;
  reading: Reading;
  onTell: ((name: string) => void) | undefined;
}) {
  const kit = reading.said.kit.join(', ');
  return (
    <>
      {kit !== '' && <span className="whitespace-nowrap text-fine text-muted">{kit}</span>}
      {reading.kind !== 'known' && (
        <button
          type="button"
          className="min-h-6 rounded-sm border border-dashed border-line-strong px-1 text-fine whitespace-nowrap hover:border-ink"
          title={readingWords(reading)}
          aria-label={`${name}: ${reading.kind === 'guessed' ? readingWords(reading) : 'not known'}. Tell more`}
          onClick={() => onTell?.(name)}
        >
          {reading.kind === 'guessed' ? 'guess' : 'not known'}
        </button>
      )}
    </>
  );
}

/** A mark where the checks have something to say: a bar for each step of weight. */
export function RowMark({ notes, onOpen }: { notes: readonly MarkNote[]; onOpen: (() => void) | undefined }) {
  const weight = Math.max(...notes.map((n) => n.weight));
  const text = notes.map((n) => n.text).join(' ');
  return (
    <button
      type="button"
      className="flex h-7 w-6 items-center justify-center gap-[2px] rounded-sm hover:bg-ink/10"
      title={text}
      aria-label={`Checks: ${text}`}
      onClick={onOpen}
    >
      {[1, 2, 3].slice(0, weight).map((k) => (
        <span key={k} className="h-3.5 w-[3px] bg-live" />
      ))}
    </button>
  );
}
