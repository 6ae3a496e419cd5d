import type { ReactNode } from 'react';

interface Props {
  chosen: boolean;
  onClick: () => void;
  children: ReactNode;
}

/** One of a list to choose from. */
export function Choice({ chosen, onClick, children }: Props) {
  return (
    <li className="border-b">
      <button
        type="button"
        aria-pressed={chosen}
        className={`min-h-10 w-full px-2 text-left ${chosen ? 'bg-ink text-paper' : 'hover:bg-ink/10'}`}
        onClick={onClick}
      >
        {children}
      </button>
    </li>
  );
}
