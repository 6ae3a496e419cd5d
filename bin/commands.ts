import { applySteps, formatClock, formatDuration, type Plan, writeShorthand } from '../core/class/index.ts';
import { CHECKS, checkPlan, type Finding, isAccepted } from '../core/judge/index.ts';
import { resolvePlan } from '../core/moves/index.ts';
import { writeCsv, writePlanFile } from '../core/out/index.ts';
import { compile, stationAt, totals, workToRest } from '../core/time/index.ts';
import { planCues } from '../core/voice/index.ts';
import { shippedLibrary } from '../server/library/read.ts';

export type OutputForm = 'table' | 'json' | 'csv';
type Command = (plans: readonly Plan[], form: OutputForm, wasShorthand: boolean) => string;
type Cell = string | number | null;

/** Rows of one class: what the table and the CSV show, and the JSON's own shape. */
interface Listing {
  header: string[];
  rows: Cell[][];
  json: unknown;
}

function listing(list: (plan: Plan) => Listing): Command {
  return (plans, form) => {
    const all = plans.map(list);
    const [first] = all;
    if (!first) return '';
    if (form === 'json') return `${JSON.stringify(all.length === 1 ? first.json : all.map((l) => l.json), null, 2)}\n`;
    if (form === 'csv') {
      const named = all.flatMap((l, k) => l.rows.map((row) => [plans[k]?.title ?? '', ...row]));
      return writeCsv(['class', ...first.header], named);
    }
    return all.map((l, k) => `${plans[k]?.title ?? ''}\n${table(l)}`).join('\n');
  };
}

function table({ header, rows }: Listing): string {
  const text = [header, ...rows].map((row) => row.map((c) => (c === null ? '' : String(c))));
  const widths = header.map((_, k) => Math.max(...text.map((row) => (row[k] ?? '').length)));
  return `${text
    .map((row) =>
      row
        .map((c, k) => (k === 0 ? c.padStart(widths[k] ?? 0) : c.padEnd(widths[k] ?? 0)))
        .join('  ')
        .trimEnd(),
    )
    .join('\n')}\n`;
}

function timelineOf(plan: Plan): Listing {
  const { intervals } = compile(plan);
  return {
    header: ['start', 'length', 'kind', 'block', 'round', 'move', 'side'],
    rows: intervals.map((i) => [
      formatDuration(i.startMs),
      formatDuration(i.durationMs),
      i.kind,
      plan.blocks[i.blockIndex]?.title ?? '',
      i.round,
      stationAt(plan, i)?.move ?? '',
      i.side ?? '',
    ]),
    json: { title: plan.title, intervals: intervals.map((i) => ({ ...i, move: stationAt(plan, i)?.move ?? null })) },
  };
}

function totalsOf(plan: Plan): Listing {
  const t = totals(plan);
  const row = (name: string, s: typeof t | (typeof t.blocks)[number], startMs: number): Cell[] => [
    t.startClockMs === null ? formatDuration(startMs) : formatClock(t.startClockMs + startMs),
    name,
    `${s.about ? 'about ' : ''}${formatDuration(s.totalMs)}`,
    formatDuration(s.workMs),
    formatDuration(s.restMs),
    formatDuration(s.breakMs),
    workToRest(s),
    s.intervals,
  ];
  const { blocks, ...whole } = t;
  return {
    header: ['at', 'block', 'total', 'work', 'rest', 'breaks', 'work : rest', 'intervals'],
    rows: [...blocks.map((b, k) => row(plan.blocks[k]?.title ?? '', b, b.startMs)), row('the class', t, 0)],
    json: { title: plan.title, ...whole, blocks: blocks.map((b, k) => ({ title: plan.blocks[k]?.title, ...b })) },
  };
}

function cuesOf(plan: Plan): Listing {
  const cues = planCues(resolvePlan(plan, shippedLibrary()), compile(plan).intervals);
  return {
    header: ['at', 'kind', 'sound', 'words'],
    rows: cues.map((c) => [
      `${formatDuration(Math.floor(c.atMs / 1000) * 1000)}.${String(c.atMs % 1000).padStart(3, '0')}`,
      c.kind,
      c.tone,
      c.text,
    ]),
    json: { title: plan.title, cues },
  };
}

const WEIGHTS = { 1: 'worth knowing', 2: 'mend', 3: 'must be mended' } as const;

/** The checks, with the shipped library and no kit room: what counts heads against kit needs the application. */
function checksOf(plan: Plan): Listing {
  const findings = checkPlan(plan, { library: shippedLibrary() });
  const where = ({ place }: Finding) => {
    const block = plan.blocks.find((b) => b.id === place.blockId);
    return [block?.title, block?.stations.find((s) => s.id === place.stationId)?.move].filter(Boolean).join(', ');
  };
  const title = (f: Finding) => CHECKS.find((c) => c.id === f.check)?.title ?? f.check;
  return {
    header: ['weight', 'check', 'where', 'what', 'as meant'],
    rows: findings.map((f) => [WEIGHTS[f.weight], title(f), where(f), f.text, isAccepted(plan, f) ? 'yes' : '']),
    json: {
      title: plan.title,
      findings: findings.map(({ fixes, ...f }) => ({
        ...f,
        accepted: isAccepted(plan, f),
        fixes: fixes.map((x) => ({
          label: x.label,
          costMs: compile(applySteps(plan, x.steps)).totalMs - compile(plan).totalMs,
        })),
      })),
    },
  };
}

export const COMMANDS: Record<string, Command> = {
  timeline: listing(timelineOf),
  totals: listing(totalsOf),
  cues: listing(cuesOf),
  check: listing(checksOf),
  shorthand: (plans, form, wasShorthand) =>
    wasShorthand || form === 'json' ? writePlanFile(plans) : plans.map(writeShorthand).join('\n'),
};
