import { useId, useState } from 'react';

interface Props {
  label: string;
  value: string;
  /** Letters it may have at most. */
  most: number;
  onChange: (name: string) => void;
  className?: string;
  selectOnFocus?: boolean;
  /** It names a block, by which it is found. */
  isBlock?: boolean;
  /** It has the focus when it comes. */
  focused?: boolean;
  /** Enter in it: to what comes next. */
  onEnter?: () => void;
}

/** A name typed where it is shown. One that is too long, or empty, stays in the field and is marked; the name before it stands. */
export function NameField({
  label,
  value,
  most,
  onChange,
  className = '',
  selectOnFocus = false,
  isBlock = false,
  focused = false,
  onEnter,
}: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const faultId = useId();
  const over = draft === null ? 0 : [...draft.trim()].length - most;
  const isEmpty = draft !== null && draft.trim() === '';
  return (
    <span className="relative min-w-0">
      <input
        aria-label={label}
        data-block-title={isBlock || undefined}
        // biome-ignore lint/a11y/noAutofocus: what is new is named first
        autoFocus={focused}
        aria-invalid={over > 0}
        aria-describedby={over > 0 ? faultId : undefined}
        className={`rounded-sm border bg-transparent px-1 focus:border-line-strong ${over > 0 ? 'border-2 border-dashed border-live' : 'border-transparent hover:border-line-strong'} ${className}`}
        value={draft ?? value}
        onFocus={(e) => selectOnFocus && e.target.select()}
        onChange={(e) => {
          const typed = e.target.value;
          const isName = typed.trim() !== '' && [...typed.trim()].length <= most;
          setDraft(isName ? null : typed);
          if (isName) onChange(typed);
        }}
        onBlur={() => isEmpty && setDraft(null)}
        onKeyDown={(e) => {
          if (e.key === 'Escape') setDraft(null);
          if (e.key === 'Enter') onEnter?.();
        }}
      />
      {over > 0 && (
        <span
          id={faultId}
          role="alert"
          className="absolute top-full left-0 z-40 whitespace-nowrap border border-live bg-card px-1.5 text-fine"
        >
          At most {most} letters: {over} too many. Till then it stays as it was.
        </span>
      )}
    </span>
  );
}
