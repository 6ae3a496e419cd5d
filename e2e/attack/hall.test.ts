import http from 'node:http';
import { describe, expect, it, vi } from 'vitest';
import { circuit, planOf, stations } from '../../core/test/build.ts';
import { CutWay } from '../../server/test/cut-way.ts';
import { FULL, rounds } from '../support/attack.ts';
import { Phone } from '../support/phone.ts';
import { OwnServer } from '../support/server.ts';

/** Half of them squads, half walls, all behind one address. */
const PHONES = rounds(500, 60);
const CUT_MS = rounds(10_000, 2000);
const EVENTS = rounds(40, 5);
const WORST_ANSWERED = 0.99;

const post = (url: string, body: unknown) =>
  fetch(url, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
const pass = (ms: number) => new Promise((done) => setTimeout(done, ms));

describe('a hall of phones behind one address', () => {
  it('is served whole, comes back whole from a network that was away, and has every event', async () => {
    const server = new OwnServer();
    await server.start();
    const id = 'run-in-a-hall';
    const plan = { ...planOf(circuit(stations(3), 600, 20, 3)), id: 'hall', squads: ['Heron', 'Teal'] };
    await post(`${server.url}/api/runs`, { id, plan });
    const event = (seq: number, type: string) => ({ id: `hall-${seq}-event`, seq, atMs: Date.now(), type });
    const tell = (seq: number, type: string) =>
      post(`${server.url}/api/runs/${id}/events`, { events: [event(seq, type)] });
    await tell(1, 'start');
    const codes = (await (await post(`${server.url}/api/runs/${id}/codes`, {})).json()) as Record<string, string>;

    const way = new CutWay(server.url);
    await way.mend();
    const agent = new http.Agent({ maxSockets: PHONES + 10 });
    const phones = Array.from({ length: PHONES }, (_, k) => {
      const [code, screen] = k % 2 ? [codes.watch, 'wall'] : [codes.squad, 'squad&part=Heron'];
      return new Phone(() => way.url, `/api/live/${code}/stream?screen=${screen}`, agent);
    });
    const all = (has: (phone: Phone) => boolean) =>
      vi.waitFor(() => expect(phones.filter((p) => !has(p)).length).toBe(0), { timeout: 120_000, interval: 50 });
    const opening = performance.now();
    for (const phone of phones) phone.follow();
    await all((p) => p.isOpen && p.events.has('hall-1-event'));
    const openedMs = performance.now() - opening;

    way.cut();
    await tell(2, 'pause');
    await pass(CUT_MS);
    expect(phones.filter((p) => p.isOpen)).toEqual([]);
    await way.mend();
    const since = performance.now();
    await all((p) => p.isOpen && p.events.has('hall-2-event'));
    const backMs = Math.max(...phones.map((p) => p.openedAt)) - since;

    const times: number[] = [];
    for (let seq = 3; seq < 3 + EVENTS; seq++) {
      const sentAt = performance.now();
      await tell(seq, seq % 2 ? 'resume' : 'pause');
      await all((p) => p.events.has(`hall-${seq}-event`));
      times.push(...phones.map((p) => (p.events.get(`hall-${seq}-event`) ?? 0) - sentAt));
    }
    const p99 = times.toSorted((a, b) => a - b)[Math.floor(times.length * WORST_ANSWERED)] ?? 0;
    process.stdout.write(
      `${PHONES} phones: all open after ${Math.round(openedMs)} ms, all back ${Math.round(backMs)} ms after a network that was away for ${CUT_MS / 1000} s; event to screen p99 ${Math.round(p99)} ms\n`,
    );
    expect(phones.flatMap((p) => p.refused)).toEqual([]);
    // A phone that found the network away for ten seconds tries again within fifteen.
    if (FULL) expect(backMs).toBeLessThan(20_000);
    for (const phone of phones) phone.end();
    way.cut();
    agent.destroy();
    await server.kill();
  });
});
