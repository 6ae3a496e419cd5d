import { useState } from 'react';
import {
  AUDIENCES,
  type Audience,
  CLASS_KINDS,
  type ClassKind,
  LEVEL_WORDS,
  type Plan,
} from '../../../core/class/index.ts';
import { HEAT_SOURCE, heatBand } from '../../../core/judge/index.ts';
import { REASON_WORDS } from '../../../core/moves/index.ts';
import { Button, Checkbox, NumberField, OneOf } from '../../base/index.ts';
import { edit, HeadsField } from '../editing/index.ts';
import { SayDialog } from './say-dialog.tsx';

const KIND_WORDS: Record<ClassKind, string> = {
  intervals: 'intervals',
  strength: 'strength',
  mobility: 'mobility',
  dance: 'dance',
  seated: 'seated',
  test: 'a test',
};

/** Heads, levels, what the class is and who comes to it: what the checks turn on. */
export function ForWhom({ plan }: { plan: Plan }) {
  const [saying, setSaying] = useState(false);
  const toggle = (who: Audience, on: boolean) =>
    edit(({ audience = [], ...p }) => {
      const next = AUDIENCES.filter((a) => (a === who ? on : audience.includes(a)));
      return next.length > 0 ? { ...p, audience: next } : p;
    });
  return (
    <section aria-label="For whom" className="border-b pb-3">
      <div className="flex flex-wrap items-center gap-x-2 gap-y-1 text-small">
        <HeadsField plan={plan} label="Heads" />
        people, level
        <OneOf
          aria-label="Level"
          of={LEVEL_WORDS}
          value={plan.level}
          onPick={(level) => edit((p) => ({ ...p, level }))}
        />
      </div>
      <details
        className="mt-1 text-small"
        open={plan.mix !== undefined || plan.kind !== undefined || plan.climate !== undefined}
      >
        <summary className="min-h-9 text-muted">Two levels at once, kind of class, heat</summary>
        <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
          <span className="flex items-center gap-2">
            of them
            <NumberField
              label="Beginners among them"
              value={plan.mix?.beginners ?? 0}
              min={0}
              max={400}
              onChange={(beginners) => edit((p) => withMix(p, { beginners }))}
            />
            beginners,
            <NumberField
              label="Practised among them"
              value={plan.mix?.practised ?? 0}
              min={0}
              max={400}
              onChange={(practised) => edit((p) => withMix(p, { practised }))}
            />
            practised
          </span>
          <span className="flex items-center gap-2">
            judged as
            <OneOf
              aria-label="Kind of class"
              of={[['', 'what is in it'], ...CLASS_KINDS.map((k) => [k, KIND_WORDS[k]] as const)]}
              value={plan.kind ?? ''}
              onPick={(kind) => edit((p) => withKind(p, kind))}
            />
          </span>
        </div>
        <Heat plan={plan} />
      </details>
      <fieldset className="mt-1 flex flex-wrap gap-x-3 text-small">
        <legend className="text-small text-muted">Someone here has said</legend>
        {AUDIENCES.map((a) => (
          <Checkbox
            key={a}
            className="min-h-7!"
            checked={plan.audience?.includes(a) ?? false}
            onChange={(on) => toggle(a, on)}
          >
            {REASON_WORDS[a]}
          </Checkbox>
        ))}
      </fieldset>
      <Button className="mt-1" onClick={() => setSaying(true)}>
        What to say to whom
      </Button>
      {saying && <SayDialog plan={plan} onClose={() => setSaying(false)} />}
    </section>
  );
}

const NOBODY = { beginners: 0, practised: 0 };

/** Nobody of either end is no mix at all. */
function withMix({ mix = NOBODY, ...plan }: Plan, change: Partial<NonNullable<Plan['mix']>>): Plan {
  const next = { ...mix, ...change };
  return next.beginners + next.practised > 0 ? { ...plan, mix: next } : plan;
}

function withKind({ kind: _, ...plan }: Plan, kind: ClassKind | ''): Plan {
  return kind === '' ? plan : { ...plan, kind };
}

const ROOM = { celsius: 21, humidity: 50 };

/** How warm the room is, where that is given; and what guidance says of it. */
function Heat({ plan }: { plan: Plan }) {
  const { climate } = plan;
  const band = heatBand(climate);
  const set = (change: Partial<typeof ROOM> | null) =>
    edit(({ climate: now = ROOM, ...p }) => (change === null ? p : { ...p, climate: { ...now, ...change } }));
  return (
    <div className="mt-1 text-small">
      <Checkbox checked={climate !== undefined} onChange={(on) => set(on ? {} : null)}>
        the room is warm or damp
      </Checkbox>
      {climate && (
        <p className="flex flex-wrap items-center gap-2">
          <NumberField
            label="Temperature"
            value={climate.celsius}
            min={-10}
            max={50}
            whole={false}
            onChange={(celsius) => set({ celsius })}
          />
          {'\u00b0'}C,
          <NumberField
            label="Humidity"
            value={climate.humidity}
            min={0}
            max={100}
            whole={false}
            onChange={(humidity) => set({ humidity })}
          />
          % humidity:{' '}
          <span title={HEAT_SOURCE}>
            {band
              ? `about ${Math.round(band.globe * 10) / 10} \u00b0C wet-bulb globe. ${band.advice}`
              : 'no need to change anything.'}
          </span>
        </p>
      )}
    </div>
  );
}
