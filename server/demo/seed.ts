import { readFile } from 'node:fs/promises';
import path from 'node:path';
import * as v from 'valibot';
import { type Plan, parseWith } from '../../core/class/index.ts';
import { type KitItem, KitItemSchema } from '../../core/moves/index.ts';
import { readPlanFile } from '../../core/out/index.ts';
import { keepSeries, saveCalendar } from '../db/calendar.ts';
import type { Database } from '../db/database.ts';
import { saveKit } from '../db/kit.ts';
import { savePerson } from '../db/people.ts';
import { savePlan } from '../db/plans.ts';
import { appendEvents, createRun } from '../db/runs.ts';
import { clubZone } from '../db/zone.ts';
import { shippedLibrary } from '../library/read.ts';
import { ROOT } from '../shared/root.ts';
import { autumn } from './autumn.ts';

const FOLDER = path.join(ROOT, 'server/demo');

interface DemoData {
  kit: KitItem[];
  plans: Plan[];
}

/** Reads the demo files through the same schemas and plan-file reader as any import; a fault in them throws. */
export async function readDemo(): Promise<DemoData> {
  const text = (file: string) => readFile(path.join(FOLDER, file), 'utf8');
  const [kit, classes] = await Promise.all([text('kit.json'), text('classes.json')]);
  const plans = readPlanFile(classes);
  if (plans.problems.length > 0) throw new Error(`Demo classes: ${JSON.stringify(plans.problems)}`);
  return {
    kit: sound('kit', parseWith(v.array(KitItemSchema), JSON.parse(kit))),
    plans: plans.plans,
  };
}

function sound<T>(what: string, result: { ok: true; value: T } | { ok: false; problems: unknown }): T {
  if (!result.ok) throw new Error(`Demo ${what}: ${JSON.stringify(result.problems)}`);
  return result.value;
}

/** Loads the demo data into a database that has never been seeded, its weeks those before now; gives whether it did. */
export async function seedOnce(db: Database, nowMs: number): Promise<boolean> {
  const seeded = await db.query("SELECT 1 FROM setting WHERE name = 'demoSeededAt'");
  if (seeded.length > 0) return false;
  const demo = await readDemo();
  await saveKit(db, demo.kit);
  for (const plan of demo.plans) await savePlan(db, plan, 0);
  const made = autumn(demo.plans, shippedLibrary(), nowMs, await clubZone(db));
  for (const person of made.people) await savePerson(db, person);
  await keepSeries(db, made.series, made.classes);
  await saveCalendar(db, made.items, []);
  for (const { id, plan, events } of made.runs) {
    await createRun(db, id, plan);
    await appendEvents(db, id, events);
  }
  await db.query("INSERT INTO setting (name, value) VALUES ('demoSeededAt', $1) ON CONFLICT DO NOTHING", [
    JSON.stringify(nowMs),
  ]);
  return true;
}
