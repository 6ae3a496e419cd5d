import type { ButtonHTMLAttributes, ReactNode } from 'react';

type Look = 'plain' | 'strong' | 'quiet';

const LOOKS: Record<Look, string> = {
  plain: 'border border-line-strong bg-card hover:border-ink',
  strong: 'bg-ink text-paper hover:opacity-90',
  quiet: 'hover:bg-ink/10',
};

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: Look;
  children: ReactNode;
}

export function Button({ look = 'plain', className = '', children, ...rest }: ButtonProps) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-11 items-center justify-center gap-2 rounded-md px-4 disabled:opacity-45 ${LOOKS[look]} ${className}`}
      {...rest}
    >
      {children}
    </button>
  );
}

interface IconButtonProps extends Omit<ButtonProps, 'look'> {
  label: string;
}

/** A button with a picture only; its label is its name and its tooltip. */
export function IconButton({ label, className = '', children, ...rest }: IconButtonProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className={`inline-flex h-11 w-11 shrink-0 items-center justify-center rounded-md text-muted hover:bg-ink/10 hover:text-ink disabled:opacity-35 ${className}`}
      {...rest}
    >
      {children}
    </button>
  );
}
