import { WEEKDAYS } from '../../../core/record/index.ts';
import { ClassPicker, DurationField, Labelled, TextField } from '../../base/index.ts';

/** One field of a form: what it is called, which part of a `T` it is, and how it is typed. */
export type FormField<T> = { name: string; key: keyof T & string; width?: string } & (
  | { kind: 'line'; most: number }
  /** What an emptied one is; without it, it stays as it was. */
  | { kind: 'day' | 'time'; empty?: '' | null }
  /** One hour stands where it is not known. */
  | { kind: 'length' }
);

const TYPES = { line: 'text', day: 'date', time: 'time' } as const;
const HOUR_MS = 3_600_000;

/** The fields of a table, each with its name above it. */
export function Fields<T extends object>(props: {
  fields: readonly FormField<T>[];
  value: T;
  onChange: (change: Partial<T>) => void;
}) {
  return props.fields.map((field) => {
    const now = props.value[field.key] as string | number | null;
    const set = (next: string | number | null) => props.onChange({ [field.key]: next } as Partial<T>);
    if (field.kind === 'length')
      return (
        <Labelled key={field.key} name={now === null ? `${field.name}, not known` : field.name}>
          <DurationField
            label={field.name}
            className="!min-h-11 !w-20"
            minMs={60_000}
            valueMs={Number(now ?? HOUR_MS)}
            onChange={set}
          />
        </Labelled>
      );
    const empty = field.kind === 'line' ? '' : field.empty;
    return (
      <Labelled key={field.key} name={field.name}>
        <TextField
          type={TYPES[field.kind]}
          className={`min-h-11 ${field.width ?? ''}`}
          required={empty === undefined}
          value={now ?? ''}
          maxLength={field.kind === 'line' ? field.most : undefined}
          onChange={({ target }) => {
            if (target.value !== '') set(target.value);
            else if (empty !== undefined) set(empty);
          }}
        />
      </Labelled>
    );
  });
}

export const TITLE = { name: 'Title', key: 'title', kind: 'line', most: 80, width: 'w-72' } as const;

/** Where something is, and who leads it. */
export const ROOM_AND_LEADER = [
  { name: 'Room', key: 'room', kind: 'line', most: 60, width: 'w-40' },
  { name: 'Who leads', key: 'leader', kind: 'line', most: 60, width: 'w-40' },
] as const;

/** The days of a week, Monday first, as they are chosen from. */
export const DAYS = WEEKDAYS.map((day, k) => [k + 1, day] as const);

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
