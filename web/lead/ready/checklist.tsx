import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { IconButton, keepText, perWindow, TextField, toast, useLibrary } from '../../base/index.ts';

const keyOf = (runId: string) => `odd-round.seen-to.${runId}`;

/** What the instructor sees to before a class: ticked for this run, and changed for all. */
export function Checklist({ runId }: { runId: string }) {
  const { habits, keepHabits } = useLibrary();
  const [done, setDone] = useState<readonly string[]>(() => (perWindow.getItem(keyOf(runId)) ?? '').split('\n'));
  const [typed, setTyped] = useState('');
  const change = (checklist: string[]) =>
    keepHabits({ ...habits, checklist }).catch((e: unknown) =>
      toast.error(`Not kept: ${e instanceof Error ? e.message : 'the server cannot be reached'}.`),
    );
  const tick = (item: string, on: boolean) => {
    const next = on ? [...done, item] : done.filter((d) => d !== item);
    setDone(next);
    keepText(perWindow, keyOf(runId), next.join('\n'));
  };
  const add = () => {
    const item = typed.trim();
    if (item === '' || [...item].length > 80 || habits.checklist.includes(item)) return;
    setTyped('');
    void change([...habits.checklist, item]);
  };
  return (
    <>
      <ul>
        {habits.checklist.map((item) => (
          <li key={item} className="flex items-center border-b">
            <label className="flex min-h-11 min-w-0 flex-1 items-center gap-3">
              <input
                type="checkbox"
                className="h-5 w-5 shrink-0 accent-ink"
                checked={done.includes(item)}
                onChange={(e) => tick(item, e.target.checked)}
              />
              <span className="min-w-0 break-words">{item}</span>
            </label>
            <IconButton
              label={`Take ${item} off the list`}
              onClick={() => void change(habits.checklist.filter((i) => i !== item))}
            >
              <X size={16} />
            </IconButton>
          </li>
        ))}
      </ul>
      <div className="mt-1 flex items-center gap-1">
        <TextField
          aria-label="One more thing to see to"
          placeholder="One more thing to see to"
          className="!min-h-11 min-w-0 flex-1"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') add();
          }}
        />
        <IconButton label="Add it to the list" onClick={add}>
          <Plus size={18} />
        </IconButton>
      </div>
    </>
  );
}
