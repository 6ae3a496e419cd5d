import type { ReactNode } from 'react';

interface Props {
  name: string;
  hint: string;
  wide?: boolean;
  /** Its part of the row's width, in shares; fixed, so that no target moves when a name changes. */
  share?: number;
  small?: boolean;
  /** The columns it takes, and its place, on a phone. */
  phone?: string;
  disabled?: boolean;
  pressed?: boolean;
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
  phone = '',
  disabled = false,
  pressed,
  onClick,
  children,
}: Props) {
  return (
    <button
      type="button"
      disabled={disabled}
      aria-pressed={pressed}
      onClick={onClick}
      style={{ flex: `${share} 1 0%` }}
      className={`${phone} flex min-h-16 items-center justify-center gap-3 rounded-md border-2 border-current active:bg-current/20 disabled:opacity-40 md:whitespace-nowrap ${
        small ? 'px-1 text-small leading-tight max-md:flex-col max-md:gap-1 md:text-lead' : 'text-title md:text-head'
      } ${wide ? 'max-md:min-h-20 bg-current/10 font-bold' : ''} ${pressed ? 'bg-current/20 font-bold' : ''}`}
    >
      {children}
      <span>{name}</span>
      {hint && <kbd className="hidden font-sans text-small md:inline">{hint}</kbd>}
    </button>
  );
}
