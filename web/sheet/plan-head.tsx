import { Play, Redo2, Undo2 } from 'lucide-react';
import { useDeferredValue, useMemo, useState } from 'react';
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router';
import { formatClock, type Plan, parseClock, stepsBetween, updateBlock } from '../../core/plan/index.ts';
import { compile } from '../../core/timeline/index.ts';
import { files } from '../../core/wire/index.ts';
import { addressOf } from '../data/index.ts';
import { edit, redo, SaveWord, undo, useBuilder } from '../editing/index.ts';
import { FitterDialog } from '../panels/index.ts';
import { Button, IconButton, NameField } from '../ui/index.ts';

/** Title and slot of the class, its save state, and what can be done with it. */
export function PlanHead({ plan }: { plan: Plan }) {
  const navigate = useNavigate();
  const save = useBuilder((s) => s.save);
  const canUndo = useBuilder((s) => s.history.past.length > 0);
  const canRedo = useBuilder((s) => s.history.future.length > 0);
  const lead = () => navigate(`/classes/${plan.id}/ready`);
  const shown = useDeferredValue(plan);
  const isEmpty = useMemo(() => compile(shown).totalMs === 0, [shown]);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b px-5 py-2">
      <NameField
        label="Class title"
        className="digits w-60 text-head"
        most={80}
        selectOnFocus
        value={plan.title}
        onChange={(title) => edit((p) => ({ ...p, title }))}
      />
      <SlotFields plan={plan} />
      <span className="flex-1" />
      <span aria-live="polite">
        <SaveWord save={save} />
      </span>
      <span className="flex">
        <IconButton label="Undo (Ctrl Z)" onClick={undo} disabled={!canUndo}>
          <Undo2 size={18} />
        </IconButton>
        <IconButton label="Redo (Ctrl Shift Z)" onClick={redo} disabled={!canRedo}>
          <Redo2 size={18} />
        </IconButton>
      </span>
      <Tools plan={plan} />
      <Button look="strong" onClick={lead} disabled={isEmpty}>
        <Play size={17} aria-hidden="true" /> Lead this class
      </Button>
    </div>
  );
}

/** What else can be done with the class: as text, fit the slot, compare and history, the file. */
function Tools({ plan }: { plan: Plan }) {
  const [params, setParams] = useSearchParams();
  const [fitting, setFitting] = useState(false);
  const asText = params.get('view') === 'text';
  const inRoom = useLocation().pathname.endsWith('/room');
  const link = 'inline-flex min-h-11 items-center rounded-md px-2.5 hover:bg-ink/10';
  return (
    <span className="flex items-center">
      {inRoom ? (
        <Link to={`/classes/${plan.id}`} className={link}>
          Sheet
        </Link>
      ) : (
        <>
          <Button
            look="quiet"
            className="!px-2.5"
            aria-pressed={asText}
            onClick={() => setParams(asText ? {} : { view: 'text' })}
          >
            {asText ? 'Sheet' : 'Text'}
          </Button>
          <Link to={`/classes/${plan.id}/room`} className={link}>
            Room
          </Link>
        </>
      )}
      <Button look="quiet" className="!px-2.5" onClick={() => setFitting(true)} disabled={plan.blocks.length === 0}>
        Fit the slot
      </Button>
      <Link to={`/classes/${plan.id}/rehearse`} className={link}>
        Rehearse
      </Link>
      <Link to={`/classes/${plan.id}/compare`} className={link}>
        History
      </Link>
      <a href={addressOf(files.exportFile, { query: { ids: plan.id } })} className={link}>
        File
      </a>
      {fitting && (
        <FitterDialog
          plan={plan}
          onClose={() => setFitting(false)}
          onApply={(block) => {
            useBuilder.getState().dispatch(
              stepsBetween(
                plan,
                updateBlock(plan, block.id, () => block),
              ),
            );
            setFitting(false);
          }}
        />
      )}
    </span>
  );
}

function SlotFields({ plan }: { plan: Plan }) {
  const [start, setStart] = useState<string | null>(null);
  const [minutes, setMinutes] = useState<string | null>(null);
  const startBad = start !== null && start.trim() !== '' && parseClock(start) === null;
  const length = minutes === null ? null : Number(minutes);
  const lengthBad = length !== null && minutes !== '' && !(Number.isInteger(length) && length >= 1 && length <= 240);
  const field = (bad: boolean) =>
    `digits rounded-md border bg-card px-1.5 py-1 text-center text-small ${bad ? 'border-2 border-dashed border-live' : 'border-line hover:border-line-strong'}`;
  return (
    <span className="flex items-center gap-1.5 text-small text-muted">
      starts
      <input
        aria-label="Slot start"
        aria-invalid={startBad}
        placeholder="--:--"
        title={startBad ? 'Slot start: a time of day such as 18:30' : 'Slot start'}
        className={`${field(startBad)} w-16 text-ink`}
        value={start ?? plan.slot.start ?? ''}
        onFocus={(e) => e.target.select()}
        onChange={(e) => setStart(e.target.value)}
        onBlur={() => {
          if (start === null || startBad) return;
          const ms = parseClock(start);
          setStart(null);
          edit((p) => ({ ...p, slot: { ...p.slot, start: ms === null ? null : formatClock(ms) } }));
        }}
      />
      slot
      <input
        aria-label="Slot minutes"
        aria-invalid={lengthBad}
        title={lengthBad ? 'Slot: whole minutes from 1 to 240' : 'Slot minutes'}
        className={`${field(lengthBad)} w-12 text-ink`}
        inputMode="numeric"
        value={minutes ?? (plan.slot.lengthMs === null ? '' : String(Math.round(plan.slot.lengthMs / 60_000)))}
        onFocus={(e) => e.target.select()}
        onChange={(e) => setMinutes(e.target.value)}
        onBlur={() => {
          if (minutes === null || lengthBad) return;
          setMinutes(null);
          edit((p) => ({ ...p, slot: { ...p.slot, lengthMs: length ? length * 60_000 : null } }));
        }}
      />
      min
    </span>
  );
}
