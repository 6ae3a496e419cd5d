import { useState } from 'react';
import { SET_NOTE_MAX } from '../../../core/record/index.ts';
import { EFFORTS } from '../../base/index.ts';
import { Target } from '../stage/index.ts';

interface Props {
  effort: number | null;
  note: string;
  onEffort: (effort: number | null) => void;
  onNote: (note: string) => void;
}

/** How hard a set was and a note on it: behind a target until asked for, or there is something. */
export function SetWords({ effort, note, onEffort, onNote }: Props) {
  const [asked, setAsked] = useState(false);
  if (!asked && effort === null && note === '')
    return (
      <div className="mt-2 flex">
        <Target small name="Effort, note" hint="" onClick={() => setAsked(true)} />
      </div>
    );
  return (
    <>
      <fieldset className="mt-2 min-w-0">
        <legend className="text-lead">how hard, 0 to 10</legend>
        <div className="flex flex-wrap gap-1">
          {EFFORTS.map((n) => (
            <button
              key={n}
              type="button"
              aria-label={`Effort ${n}`}
              aria-pressed={effort === n}
              className={`digits min-h-16 min-w-12 rounded-md border-2 text-lead ${effort === n ? 'border-ink bg-ink text-paper' : 'border-line-strong'}`}
              onClick={() => onEffort(effort === n ? null : n)}
            >
              {n}
            </button>
          ))}
        </div>
      </fieldset>
      <label className="mt-2 flex items-center gap-2 text-lead">
        note
        <input
          className="h-14 min-w-0 flex-1 rounded-md border-2 border-line-strong bg-paper px-2"
          maxLength={SET_NOTE_MAX}
          value={note}
          onChange={(e) => onNote(e.target.value)}
        />
      </label>
    </>
  );
}
