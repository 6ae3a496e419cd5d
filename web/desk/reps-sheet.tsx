import { Delete } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { Station } from '../../core/plan/index.ts';
import { type RunState, recordsOf, setNow } from '../../core/run/index.ts';
import { stationAt } from '../../core/timeline/index.ts';
import { readWeight } from '../../core/values/index.ts';
import { useLibrary } from '../data/index.ts';
import { command, useDesk } from '../session/index.ts';
import { Target } from '../stage/index.ts';
import { DeskSheet } from './desk-sheet.tsx';

/** The set a count is for: the work under way, or the last one in a gap. */
interface CountedSet {
  stationId: string | null;
  round: number | null;
  name: string;
  /** The moves of a complex: the count is how far into one of them people came. */
  complex: readonly Station[];
}

function setOf(state: RunState): CountedSet {
  const i = setNow(state);
  if (!i) return { stationId: null, round: null, name: 'before the first set', complex: [] };
  const station = stationAt(state.plan, i);
  const block = state.plan.blocks[i.blockIndex];
  const name = `${station?.move ?? block?.title ?? ''}${i.round ? `, round ${i.round}` : ''}`;
  const complex = station === null ? (block?.stations ?? []) : [];
  return { stationId: station?.id ?? complex[0]?.id ?? null, round: i.round, name, complex };
}

/** Reps of the set just done, on a big pad or by the keyboard, for all or squad by squad; the time goes on. */
export function RepsSheet({ state, onClose }: { state: RunState; onClose: () => void }) {
  // The set is the one that was meant when the pad was opened, however long the typing takes.
  const [set, setSet] = useState(() => setOf(state));
  const [squad, setSquad] = useState<string | null>(null);
  const [typed, setTyped] = useState('');
  const [weight, setWeight] = useState('');
  const squads = state.plan.squads ?? [];
  const events = useDesk((s) => s.run?.events) ?? [];
  const kept = recordsOf(events).reps.filter((r) => r.stationId === set.stationId && r.round === set.round);
  const unit = useLibrary((s) => s.weightUnit);
  const weightKg = readWeight(weight, unit);
  const badWeight = weight.trim() !== '' && weightKg === null;
  const save = () => {
    if (typed === '' || badWeight) return;
    const { stationId, round } = set;
    void command({
      type: 'reps',
      stationId,
      round,
      squad,
      count: Number(typed),
      ...(weightKg === null ? {} : { weightKg }),
    });
    setTyped('');
    const next = squads[squads.indexOf(squad ?? '') + 1];
    if (squad !== null && next) setSquad(next);
    else if (squad === null && squads.length === 0) onClose();
  };
  const press = (digit: string) => setTyped((t) => (t + digit).slice(0, 4).replace(/^0+(?=\d)/, ''));
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.target instanceof HTMLInputElement) return;
      if (/^\d$/.test(e.key)) press(e.key);
      else if (e.key === 'Backspace') setTyped((t) => t.slice(0, -1));
      else if (e.key === 'Enter') save();
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  });
  return (
    <DeskSheet title={`Reps: ${set.name}`} onClose={onClose}>
      <div className="flex flex-wrap gap-4">
        <div className="min-w-56 flex-1">
          <output aria-label="Count" className="digits block min-h-20 text-huge leading-none">
            {typed || '–'}
          </output>
          {set.complex.length > 0 && (
            <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Reached in the complex">
              {set.complex.map((m) => (
                <button
                  key={m.id}
                  type="button"
                  aria-pressed={m.id === set.stationId}
                  className={`min-h-16 rounded-md border-2 px-4 text-lead ${m.id === set.stationId ? 'border-ink bg-ink text-paper' : 'border-line-strong'}`}
                  onClick={() => setSet({ ...set, stationId: m.id })}
                >
                  {m.move}
                </button>
              ))}
            </div>
          )}
          <div className="mt-2 flex flex-wrap gap-2">
            {[null, ...squads].map((s) => {
              const had = kept.find((r) => r.squad === s);
              return (
                <button
                  key={s ?? 'all'}
                  type="button"
                  aria-pressed={s === squad}
                  className={`min-h-16 rounded-md border-2 px-4 text-lead ${s === squad ? 'border-ink bg-ink text-paper' : 'border-line-strong'}`}
                  onClick={() => setSquad(s)}
                >
                  {s ?? 'All'}
                  {had && <span className="digits ml-2">{had.count}</span>}
                </button>
              );
            })}
          </div>
          <label className="mt-3 flex items-center gap-2 text-lead">
            weight
            <input
              aria-label={`Weight, in ${unit} unless said`}
              aria-invalid={badWeight}
              inputMode="decimal"
              className={`digits h-14 w-24 rounded-md border-2 bg-paper px-2 text-center text-title ${badWeight ? 'border-dashed border-live' : 'border-line-strong'}`}
              value={weight}
              onChange={(e) => setWeight(e.target.value)}
            />
            {unit}, if it counts
          </label>
        </div>
        <div className="grid w-full max-w-[420px] grid-cols-3 gap-2">
          {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map((d) => (
            <Target key={d} name={d} hint="" onClick={() => press(d)} />
          ))}
          <Target name="" hint="" onClick={() => setTyped((t) => t.slice(0, -1))}>
            <Delete size={26} aria-label="Take the last digit away" />
          </Target>
          <Target name="0" hint="" onClick={() => press('0')} />
          <Target name="Keep" hint="" wide disabled={typed === '' || badWeight} onClick={save} />
        </div>
      </div>
    </DeskSheet>
  );
}
