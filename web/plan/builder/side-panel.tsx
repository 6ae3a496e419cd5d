import { X } from 'lucide-react';
import { type ReactNode, useEffect, useRef } from 'react';
import { useNavigationType } from 'react-router';
import { Button, IconButton, useActions } from '../../base/index.ts';

export const PANELS = [
  'checks',
  'order',
  'swap',
  'ends',
  'balance',
  'kit',
  'cues',
  'music',
  'last',
  'out',
  'tell',
] as const;
export type PanelName = (typeof PANELS)[number];

const TITLES: Record<PanelName, string> = {
  checks: 'Checks',
  order: 'Order',
  swap: 'Swap',
  ends: 'Warm-up and cool-down',
  balance: 'Balance',
  kit: 'Kit',
  cues: 'Cues',
  music: 'Music',
  last: 'Last time, and next',
  out: 'Hand out',
  tell: 'Is this what you mean?',
};

/** The tools of the rail: what it says, and the key. */
const RAIL: readonly [name: PanelName, word: string, key: string][] = [
  ['checks', 'Checks', 'c'],
  ['order', 'Order', 'o'],
  ['swap', 'Swap', 'x'],
  ['ends', 'Warm-up, cool-down', 'e'],
  ['balance', 'Balance', 'b'],
  ['kit', 'Kit', 'k'],
  ['cues', 'Cues', 'u'],
  ['music', 'Music', 'y'],
  ['last', 'Last time', 'p'],
  ['out', 'Hand out', 'h'],
];

interface RailProps {
  open: PanelName | null;
  findings: number;
  onOpen: (name: PanelName | null) => void;
}

/** What an experienced instructor would look at, in a rail beside the sheet. */
export function Rail({ open, findings, onOpen }: RailProps) {
  useActions(
    'Beside the sheet',
    RAIL.map(([name, word, key]) => ({ name: word, key, run: () => onOpen(open === name ? null : name) })),
  );
  return (
    <nav
      aria-label="Judgement"
      className="flex flex-wrap border-b md:w-24 md:shrink-0 md:flex-col md:flex-nowrap md:border-b-0 md:border-l md:pt-2"
    >
      {RAIL.map(([name, word]) => (
        <Button
          key={name}
          look="quiet"
          className={`!justify-start !rounded-none !px-3 text-left leading-tight md:border-l-[3px] ${open === name ? 'border-live bg-ink/10 font-semibold' : 'border-transparent'}`}
          aria-pressed={open === name}
          onClick={() => onOpen(open === name ? null : name)}
        >
          {name === 'checks' && findings > 0 ? `Checks: ${findings}` : word}
        </Button>
      ))}
    </nav>
  );
}

/** A panel beside the sheet, or over it where there is no room beside. The keyboard goes into it, and back when it closes. */
export function SidePanel({ name, onClose, children }: { name: PanelName; onClose: () => void; children: ReactNode }) {
  const title = useRef<HTMLHeadingElement>(null);
  const isAsked = useNavigationType() !== 'POP';
  // biome-ignore lint/correctness/useExhaustiveDependencies: another panel in its place is gone into too
  useEffect(() => {
    const opener = document.activeElement;
    // One that was open when the page came takes nothing away, and one that has put the focus inside keeps it there.
    const inside = title.current?.closest('aside')?.contains(opener) === true;
    if (isAsked && !inside) title.current?.focus();
    return () => {
      if (opener instanceof HTMLElement && opener.isConnected) opener.focus();
    };
  }, [name]);
  return (
    <aside
      aria-label={TITLES[name]}
      className="flex min-h-0 flex-col border-line-strong bg-card max-lg:fixed max-lg:inset-0 max-lg:z-40 lg:w-[380px] lg:shrink-0 lg:border-l"
      onKeyDown={(e) => {
        if (e.key === 'Escape' && !e.defaultPrevented) onClose();
      }}
    >
      <div className="flex items-center border-b pl-4">
        <h2 ref={title} tabIndex={-1} className="digits flex-1 text-title outline-none">
          {TITLES[name]}
        </h2>
        <IconButton label="Close" onClick={onClose}>
          <X size={18} />
        </IconButton>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3">{children}</div>
    </aside>
  );
}
