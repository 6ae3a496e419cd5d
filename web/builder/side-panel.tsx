import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { IconButton } from '../ui/index.ts';

export const PANELS = ['checks', 'order', 'swap', 'ends', 'balance', 'kit', 'cues', 'tell'] as const;
export type PanelName = (typeof PANELS)[number];

const TITLES: Record<PanelName, string> = {
  checks: 'Checks',
  order: 'Order',
  swap: 'Swap',
  ends: 'Warm-up and cool-down',
  balance: 'Balance',
  kit: 'Kit',
  cues: 'Cues',
  tell: 'Moves to tell me about',
};

/** What an experienced instructor would add, beside the sheet it is about. */
export function SidePanel({ name, onClose, children }: { name: PanelName; onClose: () => void; children: ReactNode }) {
  return (
    <aside
      aria-label={TITLES[name]}
      className="sticky top-0 flex max-h-[calc(100dvh-130px)] w-[380px] shrink-0 flex-col self-start border-l border-line-strong bg-card"
    >
      <div className="flex items-center border-b pl-4">
        <h2 className="digits flex-1 text-title">{TITLES[name]}</h2>
        <IconButton label="Close" onClick={onClose}>
          <X size={18} />
        </IconButton>
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto px-4 py-3">{children}</div>
    </aside>
  );
}
