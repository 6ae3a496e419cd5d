import type { ReactNode } from 'react';

/** Below a field: why what is in it cannot be used, and what is used meanwhile. It lies over what is below, and moves nothing. */
export function FieldError({ id, children }: { id: string; children: ReactNode }) {
  return (
    <span
      id={id}
      role="alert"
      className="absolute top-full left-0 z-40 w-max max-w-64 border border-live bg-card px-1.5 text-left text-fine text-ink"
    >
      {children}
    </span>
  );
}
