import { Link } from 'react-router';
import { formatClock, LEVEL_WORDS, type Plan, parseClock } from '../../../core/class/index.ts';
import { clockOf, OneOf } from '../../base/index.ts';
import { edit, HeadsField } from '../editing/index.ts';
import { TypedField } from './typed-field.tsx';

/** What is decided of a class before its moves, as a sentence whose parts are edited where they stand. */
export function PlanFacts({ plan }: { plan: Plan }) {
  return (
    <div className="flex flex-wrap items-center gap-x-1.5 gap-y-1 text-small text-muted">
      starts
      <TypedField
        label="Slot start"
        width="w-18"
        placeholder="--:--"
        shown={plan.slot.start === null ? '' : clockOf(parseClock(plan.slot.start) ?? 0)}
        read={(text) => (text.trim() === '' || parseClock(text) !== null ? { value: parseClock(text) } : null)}
        onValue={(ms: number | null) =>
          edit((p) => ({ ...p, slot: { ...p.slot, start: ms === null ? null : formatClock(ms) } }))
        }
      >
        A time of day, such as 18:30 or 6:30 pm.
      </TypedField>
      slot
      <TypedField
        label="Slot minutes"
        width="w-12"
        shown={plan.slot.lengthMs === null ? '' : String(Math.round(plan.slot.lengthMs / 60_000))}
        read={readMinutes}
        onValue={(n: number | null) =>
          edit((p) => ({ ...p, slot: { ...p.slot, lengthMs: n === null ? null : n * 60_000 } }))
        }
      >
        Whole minutes from 1 to 240.
      </TypedField>
      min ·
      <HeadsField plan={plan} label="People expected" />
      people ·
      <OneOf
        aria-label="Level of the class"
        look="quiet"
        of={LEVEL_WORDS}
        value={plan.level}
        onPick={(level) => edit((p) => ({ ...p, level }))}
      />
      <span>· in</span>
      <TypedField
        label="Room"
        width="w-28"
        placeholder="any room"
        shown={plan.room}
        read={(text) => ([...text.trim()].length <= 60 ? { value: text.trim() } : null)}
        onValue={(room: string) => edit((p) => ({ ...p, room }))}
      >
        At most 60 letters.
      </TypedField>
      <span>
        · with{' '}
        <Link to={`/classes/${plan.id}?panel=kit`} className="inline-flex min-h-9 items-center underline">
          this kit
        </Link>
      </span>
    </div>
  );
}

function readMinutes(text: string): { value: number | null } | null {
  if (text.trim() === '') return { value: null };
  const n = Number(text);
  return Number.isInteger(n) && n >= 1 && n <= 240 ? { value: n } : null;
}
