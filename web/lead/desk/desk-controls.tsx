import type { RunState, RunView } from '../../../core/time/index.ts';
import { useWindow } from '../../base/index.ts';
import { useDesk } from '../session/index.ts';
import { Target } from '../stage/index.ts';
import { rowsFor } from './action-rows.ts';
import { deskActions } from './desk-actions.tsx';
import type { SheetName } from './sheet-name.ts';

interface Props {
  state: RunState;
  view: RunView;
  onSheet: (name: SheetName) => void;
}

const BIG = new Set(['back', 'less', 'main', 'more10', 'onward']);

/** Rows of targets wide enough for an elbow, as many as there is room for; each has its key. */
export function DeskControls({ state, view, onSheet }: Props) {
  const events = useDesk((s) => s.run?.events) ?? [];
  const size = useWindow();
  const actions = deskActions(state, view, events, onSheet);
  const rows = rowsFor(
    size,
    state.plan.blocks.some((b) => b.use === 'stations'),
  );
  const narrow = size.width < 700;
  const tall = size.height >= 700;
  return (
    <footer className="flex shrink-0 flex-col gap-2 px-3 pt-2 pb-3 md:px-6">
      {rows.map((row) => (
        <div
          key={row.join()}
          className={`flex gap-2 md:gap-3 ${row.includes('main') && !narrow && tall ? 'h-[84px]' : ''}`}
        >
          {row.map((id) => {
            const { icon, ...action } = actions[id];
            return (
              <Target
                key={id}
                {...action}
                small={!BIG.has(id) || narrow}
                wide={id === 'main'}
                share={id === 'main' ? 1.7 : id === 'rounds' ? 1.4 : 1}
                compact={size.width < 900 || row.length > 6}
              >
                {icon}
              </Target>
            );
          })}
        </div>
      ))}
    </footer>
  );
}
