import { ClassPicker, DurationField, Labelled, TextField } from '../../base/index.ts';

export const INPUT = 'min-h-11 rounded-md border border-line-strong bg-card px-2';

/** Where something is, and who leads it. */
export function RoomAndLeader({
  room,
  leader,
  onChange,
}: {
  room: string;
  leader: string;
  onChange: (change: { room?: string; leader?: string }) => void;
}) {
  return (
    <>
      <Labelled name="Room">
        <TextField
          className="min-h-11 w-40"
          maxLength={60}
          value={room}
          onChange={(e) => onChange({ room: e.target.value })}
        />
      </Labelled>
      <Labelled name="Who leads">
        <TextField
          className="min-h-11 w-40"
          maxLength={60}
          value={leader}
          onChange={(e) => onChange({ leader: e.target.value })}
        />
      </Labelled>
    </>
  );
}

/** How long a class is; one hour stands where it is not known. */
export function LengthField({ lengthMs, onChange }: { lengthMs: number | null; onChange: (ms: number) => void }) {
  return (
    <DurationField
      label="Length"
      className="!min-h-11 !w-20"
      minMs={60_000}
      valueMs={lengthMs ?? 3_600_000}
      onChange={onChange}
    />
  );
}

interface LedPickerProps {
  planId: string | null;
  title: string;
  onPick: (change: { planId: string; title: string }) => void;
}

/** Chooses the class that is led; what has no title yet takes the title of the class. */
export function LedPicker({ planId, title, onPick }: LedPickerProps) {
  return (
    <ClassPicker
      chosen={planId}
      onPick={(plan) => onPick({ planId: plan.id, title: title.trim() === '' ? plan.title : title })}
    />
  );
}
