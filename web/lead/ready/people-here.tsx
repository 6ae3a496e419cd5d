import { useState } from 'react';
import type { Plan } from '../../../core/class/index.ts';
import { groupsFor } from '../../../core/time/index.ts';
import { Stepper, TextField } from '../../base/index.ts';
import type { Today } from '../session/index.ts';

interface Props {
  plan: Plan;
  today: Today;
  onToday: (today: Today) => void;
}

/** How many are here today, which squads, and what groups that makes; the class itself stays as it is. */
export function PeopleHere({ plan, today, onToday }: Props) {
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        <Stepper
          label="People here today"
          fewer="One person fewer"
          more="One person more"
          value={today.heads ?? 0}
          min={0}
          max={400}
          onChange={(n) => onToday({ ...today, heads: n === 0 ? null : n })}
        />
        <span className="text-muted">
          {plan.heads === null ? 'the class does not say how many' : `the class expects ${plan.heads}`}
        </span>
      </div>
      <Squads plan={plan} today={today} onToday={onToday} />
      <Groups plan={plan} today={today} />
    </>
  );
}

/** The squads of the class, each here or not, and room for one that came beside them. */
function Squads({ plan, today, onToday }: Props) {
  const [typed, setTyped] = useState('');
  const here = today.squads ?? [];
  const all = [...new Set([...(plan.squads ?? []), ...here])];
  const set = (squads: readonly string[]) => {
    const { squads: _, ...rest } = today;
    onToday(squads.length > 0 ? { ...rest, squads: [...squads] } : rest);
  };
  const add = () => {
    const name = typed.trim();
    if (name === '' || [...name].length > 40 || here.length >= 40) return;
    setTyped('');
    if (!here.includes(name)) set([...here, name]);
  };
  return (
    <fieldset className="mt-3 min-w-0">
      <legend className="text-small text-muted">Squads that are here</legend>
      <div className="mt-1 flex flex-wrap items-center gap-2">
        {all.map((name) => (
          <label
            key={name}
            className="flex min-h-11 items-center gap-2 rounded-md border border-line-strong bg-card px-3 has-checked:border-ink has-checked:bg-ink has-checked:text-paper"
          >
            <input
              type="checkbox"
              className="h-4 w-4 accent-tide"
              checked={here.includes(name)}
              onChange={(e) =>
                set(
                  e.target.checked ? all.filter((n) => n === name || here.includes(n)) : here.filter((n) => n !== name),
                )
              }
            />
            {name}
          </label>
        ))}
        <TextField
          aria-label="One more squad"
          placeholder="one more"
          className="!min-h-11 w-32"
          value={typed}
          onChange={(e) => setTyped(e.target.value)}
          onCommit={add}
        />
      </div>
    </fieldset>
  );
}

function Groups({ plan, today }: Pick<Props, 'plan' | 'today'>) {
  const blocks = plan.blocks.filter((b) => b.use === 'stations' && b.stations.length > 0);
  if (blocks.length === 0) return null;
  if (today.heads === null) return <p className="mt-3">Say how many are here, and the groups are made.</p>;
  return (
    <div className="mt-3">
      {blocks.map((block) => (
        <div key={block.id} className="mb-2">
          <h3 className="text-small text-muted">{block.title}: who begins where</h3>
          <ol className="grid gap-x-6 border-t sm:grid-cols-2">
            {groupsFor(block.stations.length, today.heads ?? 0, today.squads).map((g) => (
              <li key={g.index} className="flex gap-3 border-b py-1">
                <span className="digits w-6 text-right">{g.index + 1}</span>
                <span className="min-w-0 flex-1 break-words">{block.stations[g.index]?.move}</span>
                <span className="font-semibold">{g.size === 0 ? '–' : g.name}</span>
                <span className="digits w-6 text-right">{g.size}</span>
              </li>
            ))}
          </ol>
        </div>
      ))}
    </div>
  );
}
