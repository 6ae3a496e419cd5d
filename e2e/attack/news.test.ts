import http from 'node:http';
import { describe, expect, it, vi } from 'vitest';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { CutWay } from '../../server/test/cut-way.ts';
import { postgresHere, startPostgres } from '../../server/test/postgres-server.ts';
import { FULL, rounds } from '../support/attack.ts';
import { Phone } from '../support/phone.ts';
import { OwnServer } from '../support/server.ts';

const EVENTS = rounds(2000, 20);
const RESTARTS = rounds(20, 1);
const PAUSES = rounds(5, 1);
const WALLS = rounds(12, 4);

const post = (url: string, body: unknown) =>
  fetch(url, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
const pass = (ms: number) => new Promise((done) => setTimeout(done, ms));

describe.skipIf(postgresHere() === null)('two servers on one PostgreSQL', () => {
  it('every wall has every event, whatever becomes of the database and of the ways to it', async () => {
    const postgres = await startPostgres();
    const address = await postgres.database('classes');
    // Each server has its own way to the database.
    const ways = [new CutWay(address), new CutWay(address)] as const;
    const servers: OwnServer[] = [];
    for (const way of ways) {
      await way.mend();
      const server = new OwnServer({ DATABASE_URL: way.url });
      servers.push(server);
      await server.start();
    }
    const [first, second] = servers as [OwnServer, OwnServer];
    const id = 'run-of-news';
    const plan = { ...planOf(circuit(stations(3), 600, 20, 3)), id: 'news' };
    await post(`${first.url}/api/runs`, { id, plan });
    const sent = new Set<string>();
    /** As a desk sends: again until it is stored. */
    const tell = async (server: OwnServer, seq: number, what: object) => {
      const event = { ...what, id: `news-${seq}-event`, seq, atMs: Date.now() };
      for (;;) {
        if (!server.isAlive) throw new Error(`A server ended:\n${server.log.slice(-3000)}`);
        const answer = await post(`${server.url}/api/runs/${id}/events`, { events: [event] }).catch(() => null);
        if (answer?.ok) break;
        await pass(200);
      }
      sent.add(event.id);
    };
    await tell(first, 1, { type: 'start' });
    const codes = (await (await post(`${first.url}/api/runs/${id}/codes`, {})).json()) as Record<string, string>;
    const agent = new http.Agent({ maxSockets: 100 });
    const walls = servers.flatMap((server) =>
      Array.from(
        { length: WALLS / 2 },
        () => new Phone(() => server.url, `/api/live/${codes.watch}/stream?screen=wall`, agent),
      ),
    );
    for (const wall of walls) wall.follow();
    const all = async (ms: number) => {
      await vi.waitFor(
        () => expect(walls.map((w) => [...sent].filter((e) => !w.events.has(e)).length)).toEqual(walls.map(() => 0)),
        { timeout: ms, interval: 100 },
      );
    };
    await all(60_000);

    let isOver = false;
    const troubles = (async () => {
      for (let k = 0; k < RESTARTS + PAUSES && !isOver; k++) {
        await pass(rounds(1500, 300));
        if (k % 5 === 4 || k >= RESTARTS) await postgres.pause(3000);
        else await postgres.restart();
      }
    })();
    // Both servers are told, in turn and at once.
    for (let seq = 2; seq <= EVENTS; seq += 2)
      await Promise.all([
        tell(first, seq, { type: 'adjust', deltaMs: 1000 }),
        tell(second, seq + 1, { type: 'adjust', deltaMs: -1000 }),
      ]);
    await troubles;
    const restedAt = performance.now();
    await all(60_000);
    const restMs = performance.now() - restedAt;

    // A failover that nobody tells the second server of: its connections are open, and nothing comes through. It takes half a minute.
    if (FULL) ways[1].still();
    await tell(first, EVENTS + 10, { type: 'pause' });
    const cutAt = performance.now();
    await all(60_000);
    const deafMs = performance.now() - cutAt;
    isOver = true;
    process.stdout.write(
      `${sent.size} events over ${RESTARTS} restarts and ${PAUSES} pauses: all at ${walls.length} walls ${Math.round(restMs)} ms after the last; half-open: heard again after ${(deafMs / 1000).toFixed(1)} s\n`,
    );
    if (FULL) expect(deafMs).toBeLessThan(30_000);
    for (const wall of walls) wall.end();
    agent.destroy();
    for (const server of servers) await server.kill();
    for (const way of ways) way.cut();
    await postgres.stop();
  });
});
