import type { ReactNode } from 'react';
import {
  type AnySetting,
  type Block,
  type Format,
  formatDuration,
  keyOfRole,
  same,
  settingOf,
  settingsOf,
  waits,
  withSetting,
} from '../../../core/class/index.ts';
import { DurationField, NumberField, Select, toast } from '../../base/index.ts';
import { undo } from '../editing/index.ts';
import { GetReady } from './get-ready.tsx';

interface Props {
  block: Block;
  onFormat: (change: (format: Format) => Format) => void;
  /** What stands before the numbers. */
  children?: ReactNode;
}

/** A block's settings as a sentence whose numbers are typed where they stand. */
export function FormatSentence({ block, onFormat, children }: Props) {
  const { format, stations } = block;
  const gap = realGap(block);
  const shown = settingsOf(format).filter(
    ([, s]) => s.type !== 'list' && (s.applies?.(format, stations.length) ?? true),
  );
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1.5 text-small">
      {children}
      {shown.map(([key, setting]) => (
        <Field key={key} name={key} setting={setting} block={block} onFormat={onFormat} />
      ))}
      {gap && <span className="text-fine text-muted">{gap}</span>}
      {waits(format) && <GetReady title={block.title} />}
    </div>
  );
}

/** The seconds that really pass at a break, since "replaces" and "adds" are easily confused. */
function realGap({ format, stations }: Block): string | null {
  const mode = keyOfRole(format, 'breakMode');
  const restKey = keyOfRole(format, 'rest');
  if (mode === null || restKey === null) return null;
  const extra = settingOf(format, mode) === 'adds' ? Number(settingOf(format, restKey)) : 0;
  const breaks = settingsOf(format).filter(
    ([key, s]) =>
      (s.roles[0] === 'roundBreak' || s.roles[0] === 'groupBreak') &&
      (s.applies?.(format, stations.length) ?? true) &&
      Number(settingOf(format, key)) > 0,
  );
  if (breaks.length === 0) return null;
  return breaks
    .map(([key, s]) => `real gap at the ${s.name} ${formatDuration(Number(settingOf(format, key)) + extra)}`)
    .join(', ');
}

interface FieldProps extends Omit<Props, 'children'> {
  name: string;
  setting: AnySetting;
}

function Field({ name, setting, block, onFormat }: FieldProps) {
  const value = settingOf(block.format, name);
  const set = (next: unknown) => {
    const chosen = (f: Format) => {
      const others = setting.type === 'choice' ? Object.entries(setting.chosen?.(next as never) ?? {}) : [];
      return [[name, next] as const, ...others].reduce((made, [key, to]) => withSetting(made, key, to), f);
    };
    tellWhatElse(block.format, chosen(block.format), name);
    onFormat(chosen);
  };
  const label = `${block.title}: ${[setting.before, setting.after].filter(Boolean).join(' ') || setting.name}`;
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
      {setting.before && <span className="text-muted">{setting.before}</span>}
      {setting.type === 'duration' && (
        <DurationField label={label} valueMs={Number(value)} minMs={setting.minMs} onChange={set} />
      )}
      {setting.type === 'number' && (
        <NumberField
          label={label}
          value={Number(value)}
          min={setting.min}
          max={setting.max}
          whole={Number.isInteger(setting.min)}
          onChange={set}
        />
      )}
      {setting.type === 'choice' && (
        <Select
          aria-label={label}
          look="quiet"
          value={String(value)}
          onChange={(e) =>
            set(setting.options.find(([v]: readonly [unknown, string]) => String(v) === e.target.value)?.[0])
          }
        >
          {setting.options.map(([option, words]: readonly [unknown, string]) => (
            <option key={String(option)} value={String(option)}>
              {words}
            </option>
          ))}
          {!setting.options.some(([option]: readonly [unknown, string]) => option === value) && (
            <option value={String(value)}>{setting.other?.(value as never) ?? String(value)}</option>
          )}
        </Select>
      )}
      {setting.after && <span className="text-muted">{setting.after}</span>}
    </span>
  );
}

/** Says which other settings a choice has changed with it. */
function tellWhatElse(before: Format, after: Format, name: string): void {
  const changed = settingsOf(after).filter(
    ([key, s]) => key !== name && s.type === 'duration' && !same(settingOf(before, key), settingOf(after, key)),
  );
  if (changed.length === 0) return;
  const words = changed.map(
    ([key, s]) =>
      `${s.name} ${formatDuration(Number(settingOf(before, key)))} \u2192 ${formatDuration(Number(settingOf(after, key)))}`,
  );
  toast.undoable(`With it: ${words.join(', ')}.`, undo);
}
