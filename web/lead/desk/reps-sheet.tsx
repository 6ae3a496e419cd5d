import { Delete } from 'lucide-react';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { readWeight, type Station, weightWords } from '../../../core/class/index.ts';
import {
  type CellEntry,
  countWords,
  entryOf,
  lastTime,
  saidIn,
  type Target as ToReach,
} from '../../../core/record/index.ts';
import {
  type CountedSet,
  countBefore,
  countOf,
  isOf,
  type RunEvent,
  type RunState,
  recordOfSet,
  recordsOf,
  setCounted,
  setNow,
  stationAt,
  type Who,
} from '../../../core/time/index.ts';
import { useEveryone, useLastSets, useLibrary, useWhoNames } from '../../base/index.ts';
import { WaitingEntries } from '../closing/index.ts';
import { command, useDesk } from '../session/index.ts';
import { Target } from '../stage/index.ts';
import { DeskSheet } from './desk-sheet.tsx';
import { SetWords } from './set-words.tsx';

const NO_EVENTS: readonly RunEvent[] = [];

/** The set a count is for: the work under way, or the last one in a gap. */
interface Meant extends CountedSet {
  name: string;
  /** What the class says is lifted; null where it says nothing. */
  weightKg: number | null;
  /** The moves of a complex: the count is how far into one of them people came. */
  complex: readonly Station[];
}

function setOf(state: RunState): Meant {
  const interval = setNow(state);
  const set = setCounted(state);
  if (!interval || !set)
    return { stationId: null, round: null, name: 'before the first set', weightKg: null, complex: [] };
  const station = stationAt(state.plan, interval);
  const block = state.plan.blocks[interval.blockIndex];
  const parts = [
    station?.move ?? block?.title ?? '',
    ...(set.round ? [`round ${set.round}`] : []),
    ...(set.side ? [set.side] : []),
    ...(set.again ? [`time ${set.again}`] : []),
  ];
  const complex = station === null ? (block?.stations ?? []) : [];
  return {
    ...set,
    stationId: set.stationId ?? complex[0]?.id ?? null,
    name: parts.join(', '),
    weightKg: station?.weightKg ?? null,
    complex,
  };
}

/** What is typed of a set, and of whom; kept, it goes on to the next of them. */
function useCount(runId: string, state: RunState, onClose: () => void) {
  // The set is the one that was meant when the pad was opened, however long the typing takes.
  const [set, setSet] = useState(() => setOf(state));
  const squads = state.plan.squads ?? [];
  const all = useEveryone(squads);
  const [who, setWho] = useState<Who>({ squad: null });
  const [typed, setTyped] = useState('');
  const events = useDesk((s) => s.run?.events) ?? NO_EVENTS;
  const reps = useMemo(() => recordsOf(events).reps, [events]);
  const aim = lastTime(useLastSets(state.plan.id, runId), set, who);
  const unit = useLibrary((s) => s.weightUnit);
  const had = recordOfSet(reps, set, who);
  // The weight that was lifted: as entered for this set, else as the last time, else as the class has it; each is seen before it is kept.
  const usual = had?.weightKg ?? aim?.weightKg ?? set.weightKg;
  const [ownWeight, setWeight] = useState<string | null>(null);
  const weight = ownWeight ?? (usual === null || usual === undefined ? '' : weightWords(usual));
  const weightKg = readWeight(weight, unit);
  const badWeight = weight.trim() !== '' && weightKg === null;
  // What is already said of how hard it was, and in words, stays unless it is said anew.
  const [own, setOwn] = useState<Partial<Pick<CellEntry, 'effort' | 'note'>>>({});
  const { effort, note } = { ...entryOf(had), ...own };
  const canSave = (typed !== '' || own.effort !== undefined || own.note !== undefined) && !badWeight;
  const isPerson = who.person !== undefined;
  const choose = (next: Who) => {
    setWho(next);
    setWeight(null);
    setOwn({});
  };
  const save = () => {
    if (!canSave) return;
    const { name: _, complex: __, weightKg: ___, ...counted } = set;
    const count = typed === '' ? (had?.count ?? null) : Number(typed);
    void command({ type: 'reps', ...counted, ...who, ...saidIn({ reps: count, weightKg, effort, note: note.trim() }) });
    setTyped('');
    const next = all[all.findIndex((w) => isOf(w, who)) + 1];
    const isOfOne = who.squad !== null || isPerson;
    choose(isOfOne && next && isPerson === (next.person !== undefined) ? next : who);
    // A count for all is the one there is; with squads theirs may come too.
    if (!isOfOne && squads.length === 0) onClose();
  };
  const press = (digit: string) => setTyped((t) => (t + digit).slice(0, 4).replace(/^0+(?=\d)/, ''));
  const back = () => setTyped((t) => t.slice(0, -1));
  return {
    ...{ set, setSet, all, who, choose, typed, press, back, canSave, save, reps, aim },
    weight: { text: weight, unit, bad: badWeight, set: setWeight },
    words: { effort, note, set: (more: typeof own) => setOwn((o) => ({ ...o, ...more })) },
  };
}

/** Digits, the key that takes one away, and Enter, on the keyboard. */
function usePadKeys({ press, back, save }: Pick<ReturnType<typeof useCount>, 'press' | 'back' | 'save'>) {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.target instanceof HTMLInputElement) return;
      if (/^\d$/.test(e.key)) press(e.key);
      else if (e.key === 'Backspace') back();
      else if (e.key === 'Enter') save();
      else return;
      e.preventDefault();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  });
}

/** Reps of the set just done, on a big pad or by the keyboard, for all, squad by squad or person by person; the time goes on. */
export function RepsSheet({ runId, state, onClose }: { runId: string; state: RunState; onClose: () => void }) {
  const count = useCount(runId, state, onClose);
  const { set, who, typed, press, back, canSave, save, reps, weight, words } = count;
  usePadKeys(count);
  const nameOf = useWhoNames();
  return (
    <DeskSheet title={`Reps: ${set.name}`} onClose={onClose}>
      <div className="flex flex-wrap gap-4">
        <div className="min-w-56 flex-1">
          <output aria-label="Count" className="digits block min-h-20 text-huge leading-none">
            {typed || '–'}
          </output>
          <Aim roundBefore={countBefore(reps, set, who)} last={count.aim} />
          <Reached set={set} onChange={count.setSet} />
          <div className="mt-2 flex max-h-72 flex-wrap gap-2 overflow-y-auto" role="group" aria-label="Whose">
            {count.all.map((w) => {
              const counted = countOf(reps, set, w);
              return (
                <BigChoice key={w.person ?? w.squad ?? ''} chosen={isOf(w, who)} onChoose={() => count.choose(w)}>
                  {nameOf(w)}
                  {counted !== null && (
                    <>
                      <span className="sr-only">, </span>
                      <span className="digits ml-2 border-l-2 border-current pl-2">{counted}</span>
                    </>
                  )}
                </BigChoice>
              );
            })}
          </div>
          <label className="mt-3 flex items-center gap-2 text-lead">
            weight
            <input
              aria-label={`Weight, in ${weight.unit} unless said`}
              aria-invalid={weight.bad}
              inputMode="decimal"
              className={`digits h-14 w-24 rounded-md border-2 bg-paper px-2 text-center text-title ${weight.bad ? 'border-dashed border-live' : 'border-line-strong'}`}
              value={weight.text}
              onChange={(e) => weight.set(e.target.value)}
            />
            {weight.unit}, if it counts
          </label>
          <SetWords
            effort={words.effort}
            note={words.note}
            onEffort={(effort) => words.set({ effort })}
            onNote={(note) => words.set({ note })}
          />
          <div className="mt-4">
            <WaitingEntries runId={runId} plan={state.plan} />
          </div>
        </div>
        <div className="grid w-full max-w-[420px] grid-cols-3 gap-2">
          {['1', '2', '3', '4', '5', '6', '7', '8', '9'].map((d) => (
            <Target key={d} name={d} hint="" onClick={() => press(d)} />
          ))}
          <Target name="" hint="" onClick={back}>
            <Delete size={26} aria-label="Take the last digit away" />
          </Target>
          <Target name="0" hint="" onClick={() => press('0')} />
          <Target name="Keep" hint="" wide disabled={!canSave} onClick={save} />
        </div>
      </div>
    </DeskSheet>
  );
}

/** How far into a complex people came, and on which side. */
function Reached({ set, onChange }: { set: Meant; onChange: (set: Meant) => void }) {
  const { complex } = set;
  return (
    <>
      {complex.length > 0 && (
        <div className="mt-2 flex flex-wrap gap-2" role="group" aria-label="Reached in the complex">
          {complex.map((m) => (
            <BigChoice
              key={m.id}
              chosen={m.id === set.stationId}
              onChoose={() => onChange({ ...set, stationId: m.id })}
            >
              {m.move}
            </BigChoice>
          ))}
        </div>
      )}
      {complex.some((m) => m.reps?.per === 'side' || m.sides.mode !== 'none') && (
        <div className="mt-2 flex gap-2" role="group" aria-label="Side reached">
          {(['left', 'right'] as const).map((side) => (
            <Target
              key={side}
              small
              name={side}
              hint=""
              pressed={set.side === side}
              onClick={() => onChange(set.side === side ? withoutSide(set) : { ...set, side })}
            />
          ))}
        </div>
      )}
    </>
  );
}

/** One of several things, each as large as a thumb. */
function BigChoice(props: { chosen: boolean; onChoose: () => void; children: ReactNode }) {
  return (
    <button
      type="button"
      aria-pressed={props.chosen}
      className={`min-h-16 rounded-md border-2 px-4 text-lead ${props.chosen ? 'border-ink bg-ink text-paper' : 'border-line-strong'}`}
      onClick={props.onChoose}
    >
      {props.children}
    </button>
  );
}

const withoutSide = ({ side: _, ...set }: Meant): Meant => set;

/** What was counted in the round before and the last time, and what there is to reach. */
function Aim({ roundBefore, last }: { roundBefore: number | null; last: ToReach | null }) {
  if (roundBefore === null && last === null) return null;
  const parts = [
    ...(roundBefore === null ? [] : [`round before ${roundBefore}`]),
    ...(last === null ? [] : [`last time ${countWords(last)}`]),
    `to reach ${last?.reps ?? roundBefore}`,
  ];
  return <p className="text-lead">{parts.join(' \u00b7 ')}</p>;
}
