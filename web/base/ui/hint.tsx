import type { ReactNode } from 'react';
import { prefer, usePreferences } from '../device/index.ts';

/** A word for who is here for the first time; read once, it does not come again on this device. */
export function Hint({ id, children }: { id: string; children: ReactNode }) {
  const read = usePreferences((s) => s.hintsRead);
  if (read.includes(id)) return null;
  return (
    <p className="mb-3 flex flex-wrap items-center gap-x-4 border-l-[3px] border-tide bg-card px-3 py-1">
      <span className="min-w-0 flex-1 basis-64">{children}</span>
      <button type="button" className="min-h-11 underline" onClick={() => prefer({ hintsRead: [...read, id] })}>
        Got it
      </button>
    </p>
  );
}
