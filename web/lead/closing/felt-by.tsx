import { type Closing, isOf, type RunCommand, type Who, whoKey } from '../../../core/time/index.ts';
import { EffortSelect, useWhoNames } from '../../base/index.ts';

interface Props {
  closing: Closing;
  squads: readonly string[];
  onTell: (what: RunCommand) => void;
}

/** How hard it was for each squad, and for people who said so; their phones ask them too. */
export function FeltBy({ closing, squads, onTell }: Props) {
  const nameOf = useWhoNames();
  const all = new Map<string, Who>(
    [...squads.map((squad): Who => ({ squad })), ...closing.felt].map(({ squad, person }) => {
      const who: Who = person === undefined ? { squad } : { squad: null, person };
      return [whoKey(who), who];
    }),
  );
  if (all.size === 0) return null;
  return (
    <section aria-label="How hard it was for them">
      <h2 className="mb-1 text-title font-semibold">How hard it was for them</h2>
      <div className="flex flex-wrap gap-x-5 gap-y-2">
        {[...all.values()].map((who) => (
          <label key={whoKey(who)} className="flex min-h-11 items-center gap-2">
            {nameOf(who)}
            <EffortSelect
              className="text-lead"
              effort={closing.felt.find((f) => isOf(f, who))?.effort ?? null}
              onChange={(effort) => onTell({ type: 'felt', ...who, effort })}
            />
          </label>
        ))}
      </div>
      <p className="mt-1 text-small opacity-90">
        0 rest, 5 hard, 10 utmost. Their phones ask it for an hour after the end. Where any of them said, their mean
        counts.
      </p>
    </section>
  );
}
