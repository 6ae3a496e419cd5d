import { PenLine } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import {
  DONE_WORDS,
  POSITIONS,
  type Position,
  readStationText,
  type ShorthandProblem,
  type Sides,
  type Station,
  writeStationText,
} from '../../../core/class/index.ts';
import { resolveStation } from '../../../core/moves/index.ts';
import { Checkbox, DurationField, Form, OneOf, useLibrary } from '../../base/index.ts';
import { SaidFields } from './said-fields.tsx';
import { WaysFields } from './ways-fields.tsx';
import { WeightFields } from './weight-fields.tsx';

const FIRST_SIDES = [
  ['left', 'left first'],
  ['right', 'right first'],
] as const;

/** All that is said of a station in one line of shorthand: reps, tempo, counts, kit, options, phases, single rounds. */
export function StationLine({ read, onChange }: { read: () => Station; onChange: (station: Station) => void }) {
  const station = read();
  const [open, setOpen] = useState(false);
  const library = useLibrary((s) => s.library);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <button
          type="button"
          className="flex h-7 w-7 items-center justify-center rounded-sm text-muted hover:bg-ink/10 hover:text-ink"
          aria-label={`All of ${station.move}`}
          title="Reps, kit, options, phases"
        >
          <PenLine size={14} />
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 max-h-[85vh] w-[620px] max-w-[90vw] overflow-y-auto rounded-md border border-line-strong bg-card p-3"
        >
          <SidesFields station={station} onChange={onChange} />
          <WaysFields station={station} shown={resolveStation(station, library)} onChange={onChange} />
          <WeightFields station={station} onChange={onChange} />
          <PlaceField station={station} onChange={onChange} />
          <SaidFields station={station} onChange={onChange} />
          <LineForm
            key={writeStationText(station)}
            station={station}
            onDone={(changed) => {
              if (changed) onChange(changed);
              setOpen(false);
            }}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Which side comes first, and what lies between the sides: as in the block unless it is set. */
function SidesFields({ station, onChange }: { station: Station; onChange: (station: Station) => void }) {
  const { sides } = station;
  if (!('first' in sides)) return null;
  const set = (changed: Sides) => onChange({ ...station, sides: changed });
  const between = sides.mode === 'each' ? sides.restMs : sides.mode === 'chain' ? sides.breakMs : null;
  const setBetween = (ms: number | undefined) => {
    const { mode, first } = sides;
    if (mode === 'each') set({ mode, first, ...(ms === undefined ? {} : { restMs: ms }) });
    if (mode === 'chain') set({ mode, first, ...(ms === undefined ? {} : { breakMs: ms }) });
  };
  return (
    <div className="mb-2 flex flex-wrap items-center gap-2 text-small">
      <OneOf
        aria-label={`${station.move}: first side`}
        look="quiet"
        of={FIRST_SIDES}
        value={sides.first}
        onPick={(first) => set({ ...sides, first })}
      />
      {between !== null && (
        <>
          <Checkbox checked={between === undefined} onChange={(on) => setBetween(on ? undefined : 5000)}>
            between the sides as between stations
          </Checkbox>
          {between !== undefined && (
            <DurationField label={`${station.move}: between the sides`} valueMs={between} onChange={setBetween} />
          )}
        </>
      )}
    </div>
  );
}

const PLACES: readonly (readonly [Position | '', string])[] = [
  ['', 'as the class and the move have it'],
  ...POSITIONS.map((p) => [p, DONE_WORDS[p]] as const),
];

/** Where it is done, over what the class says and the library knows. */
function PlaceField({ station, onChange }: { station: Station; onChange: (station: Station) => void }) {
  const { position, ...rest } = station;
  return (
    <p className="mb-2 flex items-center gap-2 text-small text-muted">
      done
      <OneOf
        aria-label={`${station.move}: where it is done`}
        look="quiet"
        of={PLACES}
        value={position ?? ''}
        onPick={(picked) => onChange(picked === '' ? rest : { ...rest, position: picked })}
      />
    </p>
  );
}

function LineForm({ station, onDone }: { station: Station; onDone: (station: Station | null) => void }) {
  const [text, setText] = useState(() => writeStationText(station));
  const { station: read, problems } = readStationText(text, station);
  return (
    <Form onSubmit={() => read && problems.length === 0 && onDone(read)}>
      <textarea
        // biome-ignore lint/a11y/noAutofocus: the line opens to be typed in
        autoFocus
        rows={2}
        aria-label={`${station.move} in shorthand`}
        aria-invalid={problems.length > 0}
        className={`w-full rounded-md border bg-paper p-2 ${problems.length > 0 ? 'border-2 border-dashed border-live' : 'border-line-strong'}`}
        value={text}
        onChange={(e) => setText(e.target.value.replaceAll('\n', ' '))}
        onKeyDown={(e) => {
          if (e.key === 'Enter') {
            e.preventDefault();
            e.currentTarget.form?.requestSubmit();
          }
        }}
      />
      <p className="mt-1 text-small text-muted" role="status">
        {problems.length > 0
          ? problemWords(problems[0])
          : 'For example: 8 reps a side, tempo 3-1-1-0, 32 counts learn it, easier Low step-up, last 10 say sprint, [box]. Enter keeps it.'}
      </p>
    </Form>
  );
}

function problemWords(p: ShorthandProblem | undefined): string {
  if (!p) return '';
  return p.suggestion ? `${p.message}. Is it \u201c${p.suggestion}\u201d?` : p.message;
}
