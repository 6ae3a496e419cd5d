import { useState } from 'react';
import { keepText, perWindow } from '../../base/index.ts';

const KEY = 'odd-round.own-name';

/** The name or number that whoever holds this phone goes by in the club; empty where it counts for the squad. */
export function useOwnName(): [string, (name: string) => void] {
  const [name, setName] = useState(() => perWindow.getItem(KEY) ?? '');
  return [
    name,
    (next) => {
      keepText(perWindow, KEY, next);
      setName(next);
    },
  ];
}

/** Whether what is sent is the squad's, or one person's. */
export function WhoseReps({ squad, name, onName }: { squad: string; name: string; onName: (name: string) => void }) {
  const [open, setOpen] = useState(name !== '');
  if (!open)
    return (
      <button type="button" className="min-h-11 text-plain underline" onClick={() => setOpen(true)}>
        For {squad}. Count for yourself alone
      </button>
    );
  return (
    <label className="flex flex-wrap items-center gap-x-3 text-plain">
      your name or number in the club; empty for {squad}
      <input
        className="h-12 w-40 rounded-md border-2 border-current bg-transparent px-3 text-lead"
        maxLength={24}
        autoComplete="off"
        value={name}
        onChange={(e) => onName(e.target.value)}
      />
    </label>
  );
}
