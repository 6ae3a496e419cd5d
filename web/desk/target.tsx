import type { ReactNode } from 'react';

interface Props {
  name: string;
  hint: string;
  wide?: boolean;
  small?: boolean;
  /** Columns of six, and the place, on a phone. */
  phone?: string;
  disabled?: boolean;
  pressed?: boolean;
  onClick: () => void;
  children?: ReactNode;
}

/** A target of 64 px or more, with its key. */
export function Target(props: Props) {
  const { name, hint, wide = false, small = false, phone = '', disabled = false, pressed, onClick, children } = props;
  return (
    <button
      type="button"
      disabled={disabled}
      aria-pressed={pressed}
      onClick={onClick}
      className={`${phone} flex min-h-16 items-center justify-center gap-3 whitespace-nowrap rounded-md border-2 border-current active:bg-current/20 disabled:opacity-40 max-md:gap-2 ${
        small ? 'flex-1 text-[14px] max-md:px-1 md:text-[18px]' : 'text-[20px] md:text-[24px]'
      } ${wide ? 'max-md:min-h-20 flex-[1.7] bg-current/10 font-bold' : 'flex-1'} ${pressed ? 'bg-current/20 font-bold' : ''}`}
    >
      {children}
      <span>{name}</span>
      {hint && <kbd className="hidden font-sans text-[14px] md:inline">{hint}</kbd>}
    </button>
  );
}
