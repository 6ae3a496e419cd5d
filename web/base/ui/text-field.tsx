import type { ComponentProps } from 'react';

interface Props extends ComponentProps<'input'> {
  /** Where it cannot be taken as it is. */
  marked?: boolean;
  /** What is in it is meant: it is left, or Enter is pressed. Enter then does nothing else. */
  onCommit?: () => void;
}

/** A line of text in a form. */
export function TextField({ marked = false, onCommit, className = '', ...rest }: Props) {
  return (
    <input
      aria-invalid={marked || undefined}
      className={`min-h-10 rounded-md border bg-card px-2 ${marked ? 'border-2 border-dashed border-live' : 'border-line-strong'} ${className}`}
      {...(onCommit && {
        onBlur: onCommit,
        onKeyDown: (e) => {
          if (e.key !== 'Enter') return;
          e.preventDefault();
          onCommit();
        },
      })}
      {...rest}
    />
  );
}
