import { type Block, type Format, formatDuration } from '../../core/plan/index.ts';
import { DurationField } from '../ui/duration-field.tsx';
import { NumberField } from '../ui/number-field.tsx';
import { choiceValue, FORMAT_FIELDS, type FormatField, withChoice } from './format-fields.ts';

interface Props {
  block: Block;
  onFormat: (change: (format: Format) => Format) => void;
}

/** A block's settings as a sentence whose numbers are typed where they stand. */
export function FormatSentence({ block, onFormat }: Props) {
  const gap = realGap(block);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5 text-[15px]">
      {FORMAT_FIELDS[block.format.kind]
        .filter((f) => applies(block, f))
        .map((field) => (
          <Field key={field.key} field={field} block={block} onFormat={onFormat} />
        ))}
      {gap && <span className="text-[13px] text-muted">{gap}</span>}
    </div>
  );
}

/** Settings that do nothing as things stand are left out of the sentence. */
function applies(block: Block, field: FormatField): boolean {
  const { format, stations } = block;
  if (format.kind !== 'circuit') return true;
  const inGroups = format.groupSize !== null && format.groupSize < Math.max(2, stations.length);
  if (field.key === 'groupBreakMs') return inGroups;
  if (field.key === 'roundBreakMs') return format.rounds > 1;
  if (field.key === 'breakMode') return format.roundBreakMs > 0 || (inGroups && format.groupBreakMs > 0);
  return true;
}

/** The seconds that really pass at a break, since "replaces" and "adds" are easily confused. */
function realGap({ format }: Block): string | null {
  if (format.kind !== 'circuit' && format.kind !== 'tabata') return null;
  const between =
    format.kind === 'tabata'
      ? [['break', format.breakMs] as const]
      : [
          ['round break', format.roundBreakMs] as const,
          ['group break', format.groupSize === null ? 0 : format.groupBreakMs] as const,
        ];
  const real = between.filter(([, ms]) => ms > 0);
  if (real.length === 0) return null;
  const extra = format.breakMode === 'adds' ? format.restMs : 0;
  return real.map(([word, ms]) => `real gap at a ${word} ${formatDuration(ms + extra)}`).join(', ');
}

function Field({ field, block, onFormat }: Props & { field: FormatField }) {
  const { format } = block;
  const value = (format as Record<string, unknown>)[field.key];
  const set = (next: unknown) => onFormat((f) => ({ ...f, [field.key]: next }) as Format);
  const name = `${block.title}: ${[field.before, 'after' in field ? field.after : ''].filter(Boolean).join(' ') || 'length'}`;
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
      {field.before && <span className="text-muted">{field.before}</span>}
      {field.type === 'duration' && typeof value === 'number' && (
        <DurationField label={name} valueMs={value} minMs={field.minMs} onChange={set} />
      )}
      {field.type === 'number' && typeof value === 'number' && (
        <NumberField label={name} value={value} min={field.min} max={field.max} onChange={set} />
      )}
      {field.type === 'choice' && (
        <select
          aria-label={name}
          className="rounded-md border bg-card px-1 py-1 hover:border-line-strong"
          value={choiceValue(format, field.key)}
          onChange={(e) => onFormat((f) => withChoice(f, field.key, e.target.value))}
        >
          {field.options.map((o) => (
            <option key={o.value} value={o.value}>
              {o.label}
            </option>
          ))}
          {!field.options.some((o) => o.value === choiceValue(format, field.key)) && (
            <option value={choiceValue(format, field.key)}>in groups of {choiceValue(format, field.key)}</option>
          )}
        </select>
      )}
      {'after' in field && field.after && <span className="text-muted">{field.after}</span>}
    </span>
  );
}
