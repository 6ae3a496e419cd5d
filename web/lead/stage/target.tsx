import { type ReactNode, useEffect, useRef } from 'react';

interface Props {
  name: string;
  hint: string;
  wide?: boolean;
  /** Its part of the row's width, in shares; fixed, so that no target moves when a name changes. */
  share?: number;
  small?: boolean;
  /** In a row with little room: the picture above the word, without its key. */
  compact?: boolean;
  disabled?: boolean;
  pressed?: boolean;
  /** It has the focus when it comes. */
  focused?: boolean;
  onClick: () => void;
  children?: ReactNode;
}

/** A target of 64 px or more, with its key. */
export function Target({
  name,
  hint,
  wide = false,
  share = wide ? 1.7 : 1,
  small = false,
  compact = false,
  disabled = false,
  pressed,
  focused = false,
  onClick,
  children,
}: Props) {
  const target = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // What stands above it is seen first.
    if (focused) target.current?.focus({ preventScroll: true });
  }, [focused]);
  return (
    <button
      type="button"
      disabled={disabled}
      ref={target}
      aria-pressed={pressed}
      aria-keyshortcuts={hint ? (KEY_NAMES[hint] ?? hint) : undefined}
      onClick={onClick}
      style={{ flex: `${share} 1 0%` }}
      className={`flex min-h-16 min-w-0 items-center justify-center gap-x-3 rounded-md border-2 border-current px-1 leading-tight active:bg-current/20 disabled:opacity-40 [&_svg]:shrink-0 ${
        compact
          ? 'flex-col gap-y-0.5 text-small [&_svg]:size-5'
          : small
            ? 'text-lead [&_svg]:size-[22px]'
            : 'text-head [&_svg]:size-[30px]'
      } ${wide ? 'bg-current/10 font-bold' : ''} ${pressed ? 'bg-current/20 font-bold' : ''}`}
    >
      {children}
      <span className="min-w-0 text-center">{name}</span>
      {hint && !compact && <kbd className="hidden font-sans text-small md:inline">{hint}</kbd>}
    </button>
  );
}

/** Keys as `aria-keyshortcuts` names them, where they are printed otherwise. */
const KEY_NAMES: Record<string, string> = { '←': 'ArrowLeft', '→': 'ArrowRight', '−': '-', '+': 'Plus' };
