import { useState } from 'react';
import { CHECKS, THRESHOLDS, type ThresholdName, type Thresholds } from '../../../core/judge/index.ts';
import { library } from '../../../core/wire/index.ts';
import { ask, useLibrary } from '../../base/index.ts';

/** Every threshold once, under the first check that turns on it. */
const BY_CHECK = CHECKS.map(({ id, title, reason, source, thresholds }, k) => ({
  id,
  title,
  reason,
  source,
  names: thresholds.filter((t) => !CHECKS.slice(0, k).some((c) => c.thresholds.includes(t))),
})).filter((c) => c.names.length > 0);

/** The thresholds, the same for every class. */
export function ThresholdFields({ open = false }: { open?: boolean }) {
  const { thresholds, setThresholds } = useLibrary();
  const [failed, setFailed] = useState(false);
  const set = async (name: ThresholdName, value: number) => {
    const next: Thresholds = { ...thresholds, [name]: value };
    setThresholds(next);
    try {
      await ask(library.saveThresholds, { body: next });
      setFailed(false);
    } catch {
      setFailed(true);
    }
  };
  return (
    <details className="mt-4 text-small" open={open}>
      <summary className="min-h-9 text-small text-muted">Where the checks draw the line</summary>
      {failed && (
        <p className="text-live">Not saved: the server cannot be reached. It counts in this window till then.</p>
      )}
      {BY_CHECK.map(({ id, title, reason, source, names }) => (
        <section key={id} className="mt-3" aria-label={title}>
          <h4 className="font-semibold">{title}</h4>
          <p className="text-fine text-muted">
            {reason} {source}
          </p>
          {names.map((name) => {
            const t = THRESHOLDS[name];
            return (
              <label key={name} className="flex items-center gap-2 border-b py-1">
                <span className="flex-1">{t.label}</span>
                <input
                  type="number"
                  className="digits h-9 w-20 rounded-md border border-line-strong bg-paper px-1.5 text-right"
                  min={t.min}
                  max={t.max}
                  step={t.unit === '\u00d7' ? 0.1 : 1}
                  value={thresholds[name]}
                  onChange={(e) => {
                    const value = Number(e.target.value);
                    if (e.target.value !== '' && value >= t.min && value <= t.max) void set(name, value);
                  }}
                />
                <span className="w-14 text-fine text-muted">{t.unit}</span>
              </label>
            );
          })}
        </section>
      ))}
    </details>
  );
}
