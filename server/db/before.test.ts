import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Plan } from '../../core/class/index.ts';
import { totals } from '../../core/time/index.ts';
import { TABLES } from '../backup/tables.ts';
import { ROOT } from '../shared/root.ts';
import { checkedApp } from '../test/checked-app.ts';
import { freshDatabase } from '../test/fresh-database.ts';
import type { Database } from './database.ts';
import { migrate } from './migrate.ts';
import { keyMoves } from './moves.ts';
import { fillRuns } from './run-lists.ts';

/*
 * The rows of a database of the version before texts could be named, made from the demo and used a little: they are put into
 * tables of that version as they were, and brought up from there.
 */

let db: Database;

beforeAll(async () => {
  db = await freshDatabase();
  await migrate(db, { upTo: '0005_kept_safe.sql' });
  const packed = await readFile(path.join(ROOT, 'server/test/before-0006.json.gz'));
  const kept = JSON.parse(gunzipSync(packed).toString()) as Record<string, object[]>;
  for (const { name } of TABLES) {
    const rows = kept[name] ?? [];
    if (rows.length === 0) continue;
    const columns = Object.keys(rows[0] ?? {}).join(', ');
    await db.query(
      `INSERT INTO ${name} (${columns}) SELECT ${columns} FROM jsonb_populate_recordset(NULL::${name}, $1::jsonb)`,
      [JSON.stringify(rows)],
    );
  }
  await migrate(db);
  await fillRuns(db);
  await keyMoves(db);
});
afterAll(() => db.close());

const get = async (url: string) =>
  (await request(checkedApp({ db, now: () => 1_795_700_000_000, log: () => {} })).get(url)).body;
const lengths = (items: { plan: Plan }[]) =>
  Object.fromEntries(items.map(({ plan }) => [plan.title, totals(plan).totalMs / 1000]));

describe('a database of the version before', () => {
  it('opens with everything in it, and every class as long as it was', async () => {
    const { items, faults } = await get('/api/plans?limit=50');
    expect(faults).toEqual([]);
    const stored = await db.query<{ title: string; ms: number }>('SELECT title, total_ms::int AS ms FROM plan');
    const before = Object.fromEntries(stored.map((r) => [r.title, r.ms / 1000]));
    expect(Object.keys(before)).toHaveLength(8);
    const { 'Old stations': now, 'Ebb and Flow': flow, ...others } = lengths(items);
    const { 'Old stations': then, 'Ebb and Flow': ebb, ...same } = before;
    expect(others).toEqual(same);
    // Three breaks wait in it; after each there are 5 s to get ready.
    expect(flow).toBe((ebb ?? 0) + 3 * 5);
    // Each side, a chain and a longer set of stations cost 3 × (5 + 40), 3 × (20 + 40) and 3 × 10 s; one clock has none of it.
    expect([then, now]).toEqual([2820, 2820 - 135 - 180 - 30]);
  });

  it('says what had to change in a class whose stations had times and sides of their own', async () => {
    const { told, plan } = await get('/api/plans/stations-old');
    expect(told).toHaveLength(3);
    expect(told.every((line: string) => line.includes('one clock serves all groups'))).toBe(true);
    expect(plan.version).toBe(4);
  });

  it('keeps its runs as they were led, with what was written down, one left without an end among them', async () => {
    const { items, faults } = await get('/api/runs?limit=50');
    expect([items.length, faults]).toEqual([7, []]);
    const left = await get('/api/runs/left-open-run-0001');
    expect(left.events.map((e: { type: string }) => e.type)).toEqual(['start', 'note', 'reps']);
    const [row] = await db.query<{ ms: number }>(
      "SELECT planned_ms::int AS ms FROM run WHERE id = 'left-open-run-0001'",
    );
    expect(totals(left.plan).totalMs).toBe(row?.ms);
  });

  it('has its earlier texts, with what changed from one to the next', async () => {
    const { items } = await get('/api/plans/slack-water/versions');
    expect(items).toHaveLength(6);
    expect(items[0].changes).toEqual({ told: ['Notes Mind the tide 4 \u2192 Mind the tide 5'], more: 0 });
  });

  it('with a row that is broken opens with that row named, and gives its text out', async () => {
    await db.script(`UPDATE plan SET document = document || '{"colour": "tar"}' WHERE id = 'tide-clock';
      UPDATE run_event SET event = '{"type": "dance"}' WHERE run_id = 'left-open-run-0001' AND seq = 2`);
    const { items, faults } = await get('/api/plans?limit=50');
    expect([items.length, faults.map((f: { id: string; title: string }) => [f.id, f.title])]).toEqual([
      7,
      [['tide-clock', 'Tide Clock']],
    ]);
    expect((await get('/api/plans/tide-clock/document')).colour).toBe('tar');
    const left = await get('/api/runs/left-open-run-0001');
    expect([left.events.length, left.faults.length]).toEqual([2, 1]);
  });
});
