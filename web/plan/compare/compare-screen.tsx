import { useMemo, useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { formatDuration, type Plan } from '../../../core/class/index.ts';
import { comparePlans, compile, isBreak, isWork, totals } from '../../../core/time/index.ts';
import { plans, type StoredPlan, type StoredVersion } from '../../../core/wire/index.ts';
import { api, ask, Button, ClassPicker, toast, useLoaded, WhenLoaded } from '../../base/index.ts';

import { EarlierTexts } from './earlier-texts.tsx';

/** A class beside an earlier text of itself or another class: strips on one axis, the differences in words, restore. */
export function CompareScreen() {
  const { id = '' } = useParams();
  const [loaded, reload] = useLoaded(['plan', id], () => api.plan(id));
  return (
    <WhenLoaded loaded={loaded} reload={reload}>
      {(stored) => <Compare stored={stored} />}
    </WhenLoaded>
  );
}

function Compare({ stored }: { stored: StoredPlan }) {
  const navigate = useNavigate();
  const [other, setOther] = useState<{ name: string; plan: Plan; version: number | null } | null>(null);
  const fail = () => toast.error('It could not be opened; nothing was changed.');
  const pickVersion = (v: StoredVersion) =>
    ask(plans.getVersion, { path: { id: stored.plan.id, version: v.version } }).then(
      (plan) => setOther({ name: `version ${v.version}`, plan, version: v.version }),
      fail,
    );
  const restore = () =>
    other &&
    api.savePlan({ ...other.plan, id: stored.plan.id }, stored.version).then(() => {
      toast(`${other.name} is the class again; the text before it is kept.`);
      navigate(`/classes/${stored.plan.id}`);
    }, fail);
  return (
    <main id="content" className="mx-auto grid w-full max-w-[1240px] gap-8 px-5 py-6 md:grid-cols-[270px_1fr]">
      <title>{`${stored.plan.title}, history · Odd Round`}</title>
      <nav aria-label="What to compare with">
        <Link to={`/classes/${stored.plan.id}`} className="text-muted underline">
          {stored.plan.title}
        </Link>
        <h2 className="mt-4 mb-1 text-lead font-semibold">Earlier texts</h2>
        <EarlierTexts id={stored.plan.id} chosen={other?.version ?? null} onPick={pickVersion} />
        <h2 className="mt-4 mb-1 text-lead font-semibold">Other classes</h2>
        <ClassPicker
          without={stored.plan.id}
          chosen={other?.version === null ? other.plan.id : null}
          onPick={(plan) => setOther({ name: plan.title, plan, version: null })}
        />
      </nav>
      <section>
        <h1 className="digits mb-4 text-head">
          {other ? `${stored.plan.title} against ${other.name}` : `${stored.plan.title}: history and comparison`}
        </h1>
        {!other && <p className="text-muted">Choose an earlier text or another class on the left.</p>}
        {other && (
          <>
            <Strips
              rows={[
                { name: other.name, plan: other.plan },
                { name: 'now', plan: stored.plan },
              ]}
            />
            <Differences before={other.plan} after={stored.plan} />
            {other.version !== null && (
              <Button look="strong" onClick={restore}>
                Restore {other.name}
              </Button>
            )}
          </>
        )}
      </section>
    </main>
  );
}

function Strips({ rows }: { rows: { name: string; plan: Plan }[] }) {
  const drawn = rows.map((row) => ({ ...row, timeline: compile(row.plan), sums: totals(row.plan) }));
  const axisMs = Math.max(1000, ...drawn.map((d) => d.timeline.totalMs));
  const share = (ms: number) => `${(100 * ms) / axisMs}%`;
  return (
    <figure className="mb-6 border-y py-3" aria-label="Both on one time axis">
      {drawn.map(({ name, timeline, sums, plan }) => (
        <div key={name} className="mb-2 flex items-center">
          <span className="w-20 shrink-0 break-words text-small md:w-28">{name}</span>
          <div className="relative h-14 flex-1">
            {timeline.intervals.map((i) => (
              <div
                key={i.index}
                className={`absolute top-5 bottom-0 ${isWork(i) ? 'bg-ink' : i.kind === 'rest' ? 'hatch' : isBreak(i) ? 'border-y border-line-strong' : 'border bg-card'}`}
                style={{ left: share(i.startMs), width: `calc(${share(i.durationMs)} - 0.5px)` }}
              />
            ))}
            {sums.blocks.map((b) => (
              <span
                key={b.blockIndex}
                className="absolute top-0 truncate pr-1 text-fine text-muted"
                style={{ left: share(b.startMs), maxWidth: share(b.withBreakMs) }}
              >
                {plan.blocks[b.blockIndex]?.title}
              </span>
            ))}
          </div>
          <span className="digits w-20 shrink-0 text-right">{formatDuration(timeline.totalMs)}</span>
        </div>
      ))}
    </figure>
  );
}

function Differences({ before, after }: { before: Plan; after: Plan }) {
  const found = useMemo(() => comparePlans(before, after), [before, after]);
  if (found.length === 0) return <p className="mb-4">They are the same.</p>;
  return (
    <ul className="mb-6 max-w-prose" aria-label="Differences">
      {found.map((d) => (
        <li key={`${d.block}:${d.text}`} className="border-b py-1.5">
          {d.block && <span className="text-muted">{d.block}: </span>}
          {d.text}
        </li>
      ))}
    </ul>
  );
}
