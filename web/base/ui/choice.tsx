import type { ReactNode } from 'react';

interface Props {
  chosen: boolean;
  onClick: () => void;
  children: ReactNode;
  /** Beside it, with what can be done to it. */
  beside?: ReactNode;
}

/** One of a list to choose from. */
export function Choice({ chosen, onClick, children, beside }: Props) {
  return (
    <li className="flex items-start border-b">
      <button
        type="button"
        aria-pressed={chosen}
        className={`min-h-10 min-w-0 flex-1 px-2 text-left ${chosen ? 'bg-ink text-paper' : 'hover:bg-ink/10'}`}
        onClick={onClick}
      >
        {children}
      </button>
      {beside}
    </li>
  );
}
