import type { ComponentProps } from 'react';

/** A line of text in a form; `marked` where it cannot be taken as it is. */
export function TextField({ marked = false, className = '', ...rest }: ComponentProps<'input'> & { marked?: boolean }) {
  return (
    <input
      aria-invalid={marked || undefined}
      className={`min-h-10 rounded-md border bg-card px-2 ${marked ? 'border-2 border-dashed border-live' : 'border-line-strong'} ${className}`}
      {...rest}
    />
  );
}
