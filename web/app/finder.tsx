import { Command } from 'cmdk';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, type StoredPlan } from '../data/index.ts';
import { setTheme } from '../theme/index.ts';
import { Dialog } from '../ui/index.ts';

const SHORTCUTS: [string, string][] = [
  ['Ctrl K', 'find a class or an action'],
  ['?', 'this list'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['Arrows, Shift arrows', 'move on the sheet, select a range'],
  ['40, 1:30, 40/20, /20', 'set work, work and rest, or rest of what is selected'],
  ['+ and −, > and <', 'five seconds, one second more or less'],
  ['Ctrl C, Ctrl V', 'copy and paste times, or whole rows as stations'],
  ['Ctrl D, Ctrl R', 'fill down, fill right'],
  ['Delete', 'take single times away'],
  ['Alt ↑, Alt ↓', 'move a station, from its name'],
  ['Space, → and ←, + and −', 'on the desk: pause, skip, back, ten seconds'],
];

/** Classes shown at once; typing finds the others. */
const FOUND = 20;

/** The keys, as a list. */
export function Keys({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keys" open onClose={onClose} width="max-w-xl">
      <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-1.5">
        {SHORTCUTS.map(([keys, what]) => (
          <div key={keys} className="contents">
            <dt className="digits whitespace-nowrap text-small">{keys}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}

/** Classes and actions, by a few letters. */
export function Finder({ onClose, onKeys }: { onClose: () => void; onKeys: () => void }) {
  const navigate = useNavigate();
  const [plans, setPlans] = useState<StoredPlan[]>([]);
  const [typed, setTyped] = useState('');
  useEffect(() => {
    let current = true;
    const timer = setTimeout(
      () =>
        api.plans({ q: typed, limit: FOUND }).then(
          (page) => current && setPlans(page.items),
          () => current && setPlans([]),
        ),
      typed === '' ? 0 : 150,
    );
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [typed]);
  const go = (to: string) => () => {
    onClose();
    navigate(to);
  };
  const item =
    'flex min-h-10 cursor-pointer items-center rounded-sm px-3 data-[selected=true]:bg-ink data-[selected=true]:text-paper';
  return (
    <Dialog title="Find" open onClose={onClose} width="max-w-xl">
      <Command label="Find a class or an action">
        <Command.Input
          autoFocus
          placeholder="Class or action"
          value={typed}
          onValueChange={setTyped}
          className="mb-2 h-11 w-full rounded-md border border-line-strong bg-card px-3"
        />
        <Command.List className="max-h-[50dvh] overflow-y-auto">
          <Command.Empty className="px-3 py-2 text-muted">Nothing fits.</Command.Empty>
          {plans.map(({ plan }) => (
            <Command.Item
              key={plan.id}
              value={`${plan.title} ${plan.id}`}
              keywords={[typed]}
              onSelect={go(`/classes/${plan.id}`)}
              className={item}
            >
              {plan.title}
            </Command.Item>
          ))}
          <Command.Item onSelect={go('/')} className={item}>
            All classes
          </Command.Item>
          <Command.Item onSelect={go('/log')} className={item}>
            Log
          </Command.Item>
          <Command.Item onSelect={go('/keep')} className={item}>
            Keeping: backups and who is signed in
          </Command.Item>
          <Command.Item onSelect={() => setTheme('light')} className={item}>
            Light colours
          </Command.Item>
          <Command.Item onSelect={() => setTheme('dark')} className={item}>
            Dark colours
          </Command.Item>
          <Command.Item onSelect={() => setTheme('device')} className={item}>
            Colours as the device says
          </Command.Item>
          <Command.Item onSelect={onKeys} className={item}>
            Keys
          </Command.Item>
        </Command.List>
      </Command>
    </Dialog>
  );
}
