import { useMemo, useState } from 'react';
import { type Block, formatDuration, type Plan } from '../../../core/class/index.ts';
import { compile, type Group, groupsFor, type RotationStep, rotationChart, totals } from '../../../core/time/index.ts';
import { clockOf, TextField } from '../../base/index.ts';
import { edit, HeadsField } from '../editing/index.ts';

/** How many come, the groups they make, and where each group is at every change. */
export function GroupsPanel({ plan, block }: { plan: Plan; block: Block }) {
  const n = block.stations.length;
  const groups = plan.heads === null ? [] : groupsFor(n, plan.heads, plan.squads);
  return (
    <>
      <div className="flex items-center gap-2">
        <HeadsField plan={plan} label="People" />
        people at {n} stations
      </div>
      <Squads plan={plan} />
      {groups.length === 0 ? (
        <p className="mt-3">Say how many come, and the groups are made.</p>
      ) : (
        <>
          <GroupList block={block} groups={groups} />
          <Chart plan={plan} block={block} groups={groups} />
        </>
      )}
    </>
  );
}

/** Names of squads, apart by commas; they name the groups and the pages on people's phones. */
function Squads({ plan }: { plan: Plan }) {
  const [draft, setDraft] = useState<string | null>(null);
  const read = (text: string) => [...new Set(text.split(',').flatMap((s) => s.trim() || []))];
  const names = draft === null ? (plan.squads ?? []) : read(draft);
  const bad = names.length > 40 || names.some((s) => s.length > 40);
  return (
    <label className="mt-2 block text-small">
      <span className="text-small text-muted">Squads, apart by commas</span>
      <TextField
        marked={bad}
        className="mt-0.5 w-full"
        title={bad ? 'At most 40 squads, of 40 letters each' : 'Squads'}
        placeholder="Heron, Teal, Curlew"
        value={draft ?? names.join(', ')}
        onChange={(e) => setDraft(e.target.value)}
        onBlur={() => {
          if (draft === null || bad) return;
          setDraft(null);
          edit((p) => {
            const { squads: _, ...rest } = p;
            return names.length > 0 ? { ...rest, squads: names } : rest;
          });
        }}
      />
    </label>
  );
}

function GroupList({ block, groups }: { block: Block; groups: readonly Group[] }) {
  return (
    <section className="mt-4" aria-label="Groups">
      <h3 className="text-small text-muted">Groups, and where each begins</h3>
      <ol className="mt-1 border-t text-small">
        {groups.map((g) => (
          <li key={g.index} className="flex items-center gap-3 border-b py-1">
            <span className="min-w-0 flex-1 truncate font-semibold">{g.name}</span>
            <span className="digits w-6 text-right">{g.size}</span>
            <span className="w-[46%] truncate text-muted">
              {g.index + 1} {block.stations[g.index]?.move}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Every change of a block: a row a change, a column a group, in each cell the station it goes to. */
function Chart({ plan, block, groups }: { plan: Plan; block: Block; groups: readonly Group[] }) {
  const at = plan.blocks.indexOf(block);
  const { turns, when } = useMemo(() => {
    const timeline = compile(plan);
    const { startClockMs } = totals(plan, timeline);
    return {
      turns: rotationChart(block, at, timeline.intervals),
      when: (ms: number) => (startClockMs === null ? formatDuration(ms) : clockOf(startClockMs + ms)),
    };
  }, [plan, block, at]);
  const shown = groups.filter((g) => g.size > 0);
  if (turns.length === 0) return <p className="mt-3">In this format groups do not change places.</p>;
  return (
    <section className="mt-4" aria-label="Rotation">
      <h3 className="text-small text-muted">Every change: the station of each group</h3>
      <div className="mt-1 overflow-x-auto">
        <table className="digits w-full border-t text-small">
          <thead>
            <tr className="border-b text-fine text-muted">
              <th className="py-1 text-left font-normal">from</th>
              {shown.map((g) => (
                <th key={g.index} className="max-w-16 truncate px-1 font-normal" title={g.name}>
                  {g.squads[0]?.slice(0, 6) ?? g.index + 1}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {turns.map((t, k) => (
              <tr key={t.interval.index} className={roundBegins(turns, k) ? 'border-line-strong border-t' : ''}>
                <td className="pr-2 text-muted">{when(t.interval.startMs)}</td>
                {shown.map((g) => (
                  <td key={g.index} className="text-center" title={block.stations[t.stations[g.index] ?? 0]?.move}>
                    {(t.stations[g.index] ?? 0) + 1}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

const roundBegins = (turns: readonly RotationStep[], k: number) => k > 0 && turns[k]?.round !== turns[k - 1]?.round;
