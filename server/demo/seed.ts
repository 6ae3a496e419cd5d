import { readFile } from 'node:fs/promises';
import path from 'node:path';
import * as v from 'valibot';
import { readPlanFile } from '../../core/exchange/index.ts';
import { type KitItem, KitItemSchema } from '../../core/moves/index.ts';
import { type Plan, parseWith } from '../../core/plan/index.ts';
import { type RunEvent, RunEventSchema } from '../../core/run/index.ts';
import type { Database } from '../db/database.ts';
import { saveKit } from '../db/kit.ts';
import { savePlan } from '../db/plans.ts';
import { appendEvents, createRun } from '../db/runs.ts';
import { ROOT } from '../shared/root.ts';

const FOLDER = path.join(ROOT, 'server/demo');
const RunsSchema = v.array(v.strictObject({ id: v.string(), planId: v.string(), events: v.array(RunEventSchema) }));

interface DemoData {
  kit: KitItem[];
  plans: Plan[];
  runs: { id: string; planId: string; events: RunEvent[] }[];
}

/** Reads the demo files through the same schemas and plan-file reader as any import; a fault in them throws. */
export async function readDemo(): Promise<DemoData> {
  const text = (file: string) => readFile(path.join(FOLDER, file), 'utf8');
  const [kit, classes, runs] = await Promise.all([text('kit.json'), text('classes.json'), text('runs.json')]);
  const plans = readPlanFile(classes);
  if (plans.problems.length > 0) throw new Error(`Demo classes: ${JSON.stringify(plans.problems)}`);
  return {
    kit: sound('kit', parseWith(v.array(KitItemSchema), JSON.parse(kit))),
    plans: plans.plans,
    runs: sound('runs', parseWith(RunsSchema, JSON.parse(runs))),
  };
}

function sound<T>(what: string, result: { ok: true; value: T } | { ok: false; problems: unknown }): T {
  if (!result.ok) throw new Error(`Demo ${what}: ${JSON.stringify(result.problems)}`);
  return result.value;
}

/** Loads the demo data into a database that has never been seeded; gives whether it did. */
export async function seedOnce(db: Database, nowMs: number): Promise<boolean> {
  const seeded = await db.query("SELECT 1 FROM setting WHERE name = 'demoSeededAt'");
  if (seeded.length > 0) return false;
  const demo = await readDemo();
  await saveKit(db, demo.kit);
  for (const plan of demo.plans) await savePlan(db, plan, 0);
  for (const run of demo.runs) {
    const plan = demo.plans.find((p) => p.id === run.planId);
    if (!plan) throw new Error(`Demo run ${run.id} names no demo class`);
    await createRun(db, run.id, plan);
    await appendEvents(db, run.id, run.events);
  }
  await db.query("INSERT INTO setting (name, value) VALUES ('demoSeededAt', $1) ON CONFLICT DO NOTHING", [
    JSON.stringify(nowMs),
  ]);
  return true;
}
