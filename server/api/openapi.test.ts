import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { validate } from '@readme/openapi-parser';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { writePlanFile } from '../../core/out/index.ts';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { move } from '../../core/test/moves.ts';
import { toPcm16, wavHeader } from '../../core/voice/index.ts';
import type { Endpoint } from '../../core/wire/index.ts';
import type { BackupParts } from '../api/backup.ts';
import type { Database } from '../db/database.ts';
import { RunHub } from '../live/hub.ts';
import { ROOT } from '../shared/root.ts';
import type { SpeechEngine } from '../speech/engine.ts';
import { checked, checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';
import { apiPage } from './api-page.ts';
import { ENDPOINTS, openApi } from './openapi.ts';
import { makeGate } from './session.ts';

const T0 = 1_790_000_000_000;
const plan = { ...planOf(circuit(stations(2), 30, 10, 2)), id: 'low-tide', title: 'Low tide' };
const RUN = 'run-of-contract';
const wav = Buffer.concat([wavHeader(2400, 24_000), toPcm16(new Float32Array(2400).fill(0.2))]);

let db: Database;
beforeAll(async () => {
  db = await emptyDatabase();
});
afterAll(() => db.close());

const speech: SpeechEngine = { speak: async () => wav, close: async () => {} };

/** What stands in for the folder of backups. */
const keeper = {
  folder: '/nowhere',
  list: async () => [{ file: 'odd-round-2026-11-26-by-hand.zip', bytes: 12, madeAt: new Date(T0).toISOString() }],
  make: async () => 'odd-round-2026-11-26-by-hand.zip',
} as unknown as BackupParts['keeper'];

describe('the description of the interface', () => {
  it('is valid OpenAPI 3.1', async () => {
    const res = await request(checkedApp({ db, now: () => T0, log: () => {}, webDir: '/nowhere' })).get(
      '/api/openapi.json',
    );
    expect(res.status).toBe(200);
    expect(res.body.openapi).toBe('3.1.0');
    expect(await validate(res.body)).toMatchObject({ valid: true });
  });

  it('is what docs/api.md lists', async () => {
    expect(await readFile(path.join(ROOT, 'docs/api.md'), 'utf8')).toBe(apiPage());
  });

  it('names each operation once, and all documents by reference', () => {
    const paths = openApi().paths as Record<string, Record<string, { operationId: string }>>;
    const ids = Object.values(paths).flatMap((p) => Object.values(p).map((o) => o.operationId));
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids).toHaveLength(Object.values(ENDPOINTS).flatMap(Object.keys).length);
    const saved = JSON.stringify(paths['/plans/{id}']?.put);
    expect(saved).toContain('#/components/schemas/Plan');
    expect(saved.length).toBeLessThan(4000);
  });

  it('is true: every endpoint answers as it says', async () => {
    const hub = new RunHub(db, () => {});
    const backups: BackupParts = {
      db,
      keeper,
      disk: null,
      now: () => T0,
      watch: () => {},
      hub,
      bringUpToDate: async () => {},
      durable: true,
    };
    const gate = await makeGate({ db, passphrase: 'slack-water', now: () => T0, watch: () => {} });
    const options = {
      db,
      now: () => T0,
      steadyNow: () => T0,
      log: () => {},
      speech,
      gate,
      backups,
      hub,
      webDir: '/nowhere',
    };
    const agent = request.agent(checkedApp(options));
    /** Asks an endpoint; gives the answer, which must be what it says, or one of the problems named. */
    const ask = async (
      endpoint: Endpoint,
      {
        at = {},
        query = {},
        body,
        status = endpoint.status,
      }: { at?: Record<string, string | number>; query?: object; body?: unknown; status?: number } = {},
    ) => {
      const address = endpoint.path.replace(/\{(\w+)\}/g, (_, name: string) => String(at[name]));
      const method = endpoint.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete';
      const asked = agent[method](`/api${address}`).query(query);
      const media = endpoint.body && 'media' in endpoint.body ? endpoint.body.media : 'application/json';
      const res = await (body === undefined ? asked : asked.set('Content-Type', media).send(body as object));
      expect([endpoint.method, endpoint.path, res.status, res.status === 599 ? res.text : '']).toEqual([
        endpoint.method,
        endpoint.path,
        status,
        '',
      ]);
      return res.body;
    };
    const { Classes, Files, Library, Runs, Following, Records, Calendar, Speech, Keeping, Outside, Music } =
      ENDPOINTS as Record<string, Record<string, Endpoint>>;
    const at = { id: 'low-tide', planId: 'low-tide', version: 1 };

    await ask(Keeping!.getHealth!);
    await ask(Keeping!.getDescription!);
    expect(await ask(Keeping!.getSession!)).toEqual({ open: false, gated: true });
    await ask(Classes!.listPlans!, { status: 401 });
    await ask(Keeping!.signIn!, { body: { passphrase: 'spring tide' }, status: 401 });
    await ask(Keeping!.signIn!, { body: { passphrase: 'slack-water' } });

    await ask(Classes!.savePlan!, { at, body: { plan, baseVersion: 0 } });
    await ask(Classes!.savePlan!, { at, body: { plan: { ...plan, title: 'High tide' }, baseVersion: 1 } });
    await ask(Classes!.savePlan!, { at, body: { plan, baseVersion: 1 }, status: 409 });
    await ask(Classes!.savePlan!, { at, body: { plan: { ...plan, colour: 'tar' }, baseVersion: 2 }, status: 400 });
    expect(await ask(Classes!.planOutlines!, { query: { ids: 'low-tide' } })).toMatchObject([{ id: 'low-tide' }]);
    await ask(Classes!.getPlan!, { at });
    await ask(Classes!.getPlan!, { at: { id: 'nobody' }, status: 404 });
    expect((await ask(Classes!.listPlans!, { query: { limit: '10', q: 'tide' } })).items).toHaveLength(1);
    await ask(Classes!.getDocument!, { at });
    expect((await ask(Classes!.listVersions!, { at })).items).toHaveLength(1);
    await ask(Classes!.nameVersion!, { at, body: { name: 'the first' } });
    expect((await ask(Classes!.getVersion!, { at })).title).toBe('Low tide');
    await ask(Classes!.deletePlan!, { at });
    await ask(Classes!.undeletePlan!, { at });

    await ask(Files!.exportFile!, { query: { ids: 'low-tide' } });
    const text = writePlanFile([plan]);
    await ask(Files!.importFile!, { body: { text: '{', goodPart: false }, status: 422 });
    await ask(Files!.importFile!, { body: { text, goodPart: true }, status: 201 });
    await ask(Files!.getPlanSchema!);

    await ask(Library!.saveMoves!, { body: { moves: [] }, status: 400 });
    await ask(Library!.saveMoves!, { body: { moves: [move('Oar pull')] } });
    expect(await ask(Library!.listMoves!)).toHaveLength(1);
    await ask(Library!.movesLately!);
    await ask(Library!.movesUsed!);
    await ask(Library!.saveHabits!, { body: await ask(Library!.getHabits!) });
    await ask(Library!.saveUnits!, { body: await ask(Library!.getUnits!) });
    expect(await ask(Library!.hideMoves!, { body: { names: ['oar pull'], hidden: true } })).toEqual({ changed: 1 });
    await ask(Library!.saveKit!, { body: { items: [{ name: 'oar', count: 4, sharedBy: 1 }] } });
    await ask(Library!.listKit!);
    await ask(Library!.saveThresholds!, { body: await ask(Library!.getThresholds!) });

    await ask(Runs!.createRun!, { body: { id: RUN, plan } });
    expect(await ask(Runs!.preparedRun!, { query: { plan: plan.id } })).toEqual({ id: RUN });
    const events = [{ id: 'event-0001', seq: 1, type: 'start', atMs: T0 - 30_000 }];
    const run = { id: RUN };
    expect(await ask(Runs!.appendEvents!, { at: run, body: { events: [...events, { type: 'dance' }] } })).toMatchObject(
      {
        stored: ['event-0001'],
        refused: [{ id: '[1]' }],
      },
    );
    await ask(Runs!.getRun!, { at: run });
    expect(await ask(Runs!.goingRuns!)).toMatchObject([{ id: RUN, status: 'running' }]);
    await ask(Runs!.deleteRun!, { at: run });
    await ask(Runs!.undeleteRun!, { at: run });
    expect((await ask(Runs!.listRuns!, { query: { since: new Date(T0 - 60_000).toISOString() } })).items).toHaveLength(
      1,
    );
    expect(await ask(Runs!.sumWork!, { query: { since: new Date(T0 - 60_000).toISOString() } })).toEqual({
      runs: 1,
      work: [
        { move: 'Move 1', side: null, ms: 60_000 },
        { move: 'Move 2', side: null, ms: 60_000 },
      ],
    });
    // It has not come to its end: nothing is past yet.
    expect(await ask(Records!.pastRuns!, { query: { plan: plan.id } })).toEqual([]);
    expect(await ask(Runs!.markRuns!, { body: { ids: [RUN, 'run-of-nobody'], trial: false } })).toEqual({ changed: 1 });

    const heron = { id: 'person-1' };
    await ask(Records!.savePerson!, { at: heron, body: { name: '12', squad: 'Heron' } });
    await ask(Records!.savePerson!, { at: { id: 'person-2' }, body: { name: '12' }, status: 422 });
    expect(await ask(Records!.listPeople!)).toHaveLength(1);
    const counted = { id: 'event-0002', seq: 2, type: 'reps', atMs: T0, stationId: 's1', round: 1, squad: null };
    const of = { person: heron.id, count: 12, weightKg: 16 };
    await ask(Runs!.appendEvents!, { at: run, body: { events: [{ ...counted, ...of }] } });
    expect(await ask(Records!.countedMoves!)).toMatchObject([
      { move: 'Move 1', sessions: 1, mostReps: 12, mostKg: 16 },
    ]);
    const trend = await ask(Records!.moveTrend!, { query: { move: 'move 1', person: heron.id } });
    expect(trend.points).toMatchObject([{ runId: RUN, reps: 12, volumeKg: 192 }]);
    const since = new Date(T0 - 60_000).toISOString();
    const until = new Date(T0 + 60_000).toISOString();
    expect(await ask(Records!.sessionsDone!, { query: { since, until } })).toMatchObject([
      { runId: RUN, effort: null },
    ]);
    expect((await ask(Records!.personRecords!, { at: heron })).sessions).toHaveLength(1);
    await ask(Records!.exportRecords!);
    await ask(Records!.exportSets!);
    await ask(Records!.importRecords!, { body: { text: '{' }, status: 422 });
    expect(await ask(Records!.unreadRuns!)).toEqual({ runs: 0 });
    expect(await ask(Records!.personTraces!, { at: heron })).toEqual({ traces: [] });
    const erased = await ask(Records!.erasePerson!, { at: heron, body: { traces: [] } });
    expect(erased).toMatchObject({ texts: [], pulses: [] });
    await ask(Records!.unerasePerson!, { at: heron, body: erased });

    const day = { from: '2026-09-01', to: '2026-09-30' };
    const dated = {
      kind: 'class',
      id: 'c1',
      title: 'Low tide',
      day: '2026-09-22',
      time: '18:30',
      lengthMs: null,
      planId: plan.id,
    };
    await ask(Calendar!.saveCalendar!, { body: { put: [dated], remove: [] } });
    expect((await ask(Calendar!.getCalendar!, { query: day })).items).toMatchObject([dated]);
    await ask(Calendar!.exportCalendar!, { query: { id: 'nobody' }, status: 404 });
    await ask(Calendar!.exportCalendar!);
    await ask(Calendar!.importCalendar!, { body: { text: 'no calendar' }, status: 422 });
    expect(await ask(Calendar!.getFeed!)).toEqual({ secret: null });
    const { secret } = await ask(Calendar!.makeFeed!);
    await ask(Calendar!.readFeed!, { at: { secret: `${secret}.ics` } });
    await ask(Calendar!.endFeed!);
    await ask(Calendar!.readFeed!, { at: { secret }, status: 404 });
    const series = {
      id: 'autumn',
      title: 'Autumn',
      template: 'rise',
      start: '2026-09-22',
      weeks: 1,
      slots: [{ weekday: 2, time: '18:30' }],
      planIds: [plan.id],
    };
    const inSeries = { id: 'autumn', title: 'Autumn', nth: 1, of: 1 };
    const first = { ...plan, id: 'autumn-1', series: inSeries };
    const one = { dated: { ...dated, id: 'c2', planId: first.id, series: inSeries }, plan: first };
    expect(
      (await ask(Calendar!.makeSeries!, { at: { id: series.id }, body: { series, classes: [one] } })).classes,
    ).toHaveLength(1);
    expect(await ask(Calendar!.listSeries!)).toHaveLength(1);
    await ask(Calendar!.getSeries!, { at: { id: series.id } });
    expect(await ask(Calendar!.deleteSeries!, { at: { id: series.id } })).toEqual({ removed: 1 });

    const codes = await ask(Runs!.makeCodes!, { at: run });
    await ask(Runs!.tellClock!, { at: run, body: { clockOffsetMs: 12.5 } });
    const code = { code: codes.remote };
    expect(await ask(Following!.followCode!, { at: code })).toEqual({ kind: 'remote' });
    await ask(Following!.followClock!, { at: code });
    expect(await ask(Following!.followFigures!, { at: code })).toEqual({ figures: {} });
    await ask(Following!.followClip!, { at: code, query: { text: 'nobody says this' }, status: 404 });
    await ask(Following!.askDesk!, { at: code, body: { id: 'ask-1234567', command: { type: 'pause' } }, status: 503 });
    await ask(Following!.deskStream!, { at: { id: 'nobody-at-all' }, status: 404 });
    await ask(Following!.followStream!, { at: { code: 'ZZZZZZ' }, status: 404 });

    const felt = { type: 'felt', squad: 'Heron', effort: 7, phone: 'phone-12345', atMs: T0 };
    await db.query('INSERT INTO waiting_entry (id, run_id, phone, name, command) VALUES ($1, $2, $3, $4, $5)', [
      'ask-waiting-1',
      run.id,
      felt.phone,
      'Marl',
      JSON.stringify(felt),
    ]);
    expect(await ask(Runs!.listWaiting!, { at: run })).toMatchObject([{ name: 'Marl', command: { effort: 7 } }]);
    await ask(Runs!.settleWaiting!, { at: { ...run, entry: 'ask-waiting-1' }, body: { person: null } });

    const said = { plan: 'low-tide', text: 'Well rowed' };
    await ask(Speech!.saveRecording!, { query: said, body: wav });
    await ask(Speech!.listRecordings!, { query: { plan: 'low-tide' } });
    await ask(Speech!.getRecording!, { query: said });
    await ask(Speech!.dropRecording!, { query: said });
    await ask(Speech!.getClip!, { query: { voice: 'nobody', rate: '1', text: 'Work' }, status: 400 });
    await ask(Speech!.measureClips!, { body: { voice: 'slt', rate: 1, texts: [] } });
    await ask(Speech!.getTrack!, { at: { planId: 'nobody' }, status: 404 });

    await ask(Runs!.tellPulse!, { at: run, body: { pulse: null } });
    await ask(Outside!.getPlanPaper!, { at: { planId: 'nobody', kind: 'run' }, status: 404 });
    await ask(Outside!.getWeekPaper!, { at: { day: 'someday' }, status: 400 });
    await ask(Outside!.getSeriesPaper!, { at: { id: 'nobody' }, status: 404 });
    await ask(Outside!.getRunPaper!, { at: { runId: 'nobody-at-all' }, status: 404 });
    await ask(Outside!.makeCardCodes!, { body: { planId: 'low-tide' } });
    expect(await ask(Outside!.listCardCodes!)).toHaveLength(1);
    await ask(Outside!.endCardCodes!, { at: { planId: 'low-tide' } });
    const handout = await ask(Outside!.makeHandout!, { body: { kind: 'plan', targetId: 'low-tide' } });
    expect(await ask(Outside!.listHandouts!)).toEqual([handout]);
    await ask(Outside!.endHandout!, { at: { code: handout.code } });
    await ask(Outside!.getHomePage!, { at: { kind: 'plan', id: 'nobody' }, status: 404 });
    const track = {
      id: 't1',
      title: 'Keel',
      lengthMs: 9000,
      bpm: 120,
      beatMs: 0,
      artist: '',
      file: 'k.wav',
      bytes: 9,
      tempoBy: 'hand',
    };
    await ask(Music!.saveTrackFile!, {
      at: { id: 't1' },
      query: { info: JSON.stringify(track) },
      body: Buffer.from('tide'),
    });
    await ask(Music!.saveTrack!, { at: { id: 't1' }, body: track });
    await ask(Music!.listTracks!);
    await ask(Music!.getTrackFile!, { at: { id: 't1' } });
    await ask(Music!.dropTrack!, { at: { id: 't1' } });

    expect(await ask(Keeping!.getAddresses!)).toMatchObject({ loopbackOnly: true, origins: [] });
    await ask(Keeping!.getKeeping!);
    await ask(Keeping!.makeBackup!);
    await ask(Keeping!.checkData!);
    await ask(Keeping!.getBackupNow!);
    await ask(Keeping!.getBackup!, { at: { file: 'nobody.zip' }, status: 404 });
    await ask(Keeping!.restoreKept!, { at: { file: 'nobody.zip' }, status: 404 });
    await ask(Keeping!.restoreFile!, { body: Buffer.from('no zip at all'), status: 422 });
    const sessions = (await ask(Keeping!.listSessions!)) as { id: string }[];
    expect(sessions).toHaveLength(1);
    await ask(Keeping!.endSession!, { at: { id: 'nobody' }, status: 404 });
    await ask(Keeping!.signOut!);

    const all = Object.values(ENDPOINTS).flatMap((group) => Object.values(group).map((e) => `${e.method} ${e.path}`));
    expect(all.filter((name) => !checked.has(name))).toEqual([]);
  });
});

describe('an answer that is not described', () => {
  it('is told from one that is', async () => {
    const odd = { ...plan, id: 'odd-one' };
    await db.query('INSERT INTO plan (id, title, version, document, total_ms) VALUES ($1, $2, 1, $3, 1)', [
      odd.id,
      odd.title,
      JSON.stringify(odd),
    ]);
    // A time that is none: the answer is checked, not only its status.
    const broken = {
      ...db,
      query: async (...args: Parameters<Database['query']>) => {
        const rows = await db.query(...args);
        return rows.map((r) => ('updated_at' in r ? { ...r, updated_at: { toISOString: () => 'yesterday' } } : r));
      },
    } as Database;
    const app = checkedApp({ db: broken, now: () => T0, log: () => {}, webDir: '/nowhere' });
    const res = await request(app).get('/api/plans/odd-one');
    expect(res.status).toBe(599);
    expect(res.text).toContain('updatedAt');
  });
});
