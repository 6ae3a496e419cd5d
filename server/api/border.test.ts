import { networkInterfaces } from 'node:os';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Database } from '../db/database.ts';
import { checkedApp } from '../test/checked-app.ts';
import { emptyDatabase } from '../test/fresh-database.ts';
import { isLoopback } from './border.ts';

let db: Database;
const watched: string[] = [];
beforeAll(async () => {
  db = await emptyDatabase();
});
afterAll(() => db.close());

const app = (border: object = {}) =>
  checkedApp({ db, now: Date.now, log: () => {}, watch: (e) => watched.push(e), webDir: '/nowhere', border });
const asked = async (host: string, border: object = {}) =>
  (await request(app(border)).get('/api/plans').set('Host', host)).status;

describe('the border', () => {
  it('tells phones every address that reaches it: none on its own machine alone, the public one first', async () => {
    const told = async (border: object) => (await request(app(border)).get('/api/addresses')).body;
    const alone = await told({});
    expect([alone.origins, alone.loopbackOnly]).toEqual([[], true]);
    const outer = Object.values(networkInterfaces())
      .flatMap((list) => list ?? [])
      .filter((a) => !a.internal && a.family === 'IPv4');
    const shared = await told({ onNetwork: true, publicUrl: new URL('https://classes.example.org/x') });
    expect([shared.origins[0], shared.loopbackOnly]).toEqual(['https://classes.example.org', false]);
    for (const { address } of outer) {
      expect(shared.origins.some((o: string) => o.startsWith(`http://${address}:`))).toBe(true);
      expect(alone.machine.some((o: string) => o.startsWith(`http://${address}:`))).toBe(true);
    }
    expect(JSON.stringify([alone, shared])).not.toMatch(/127\.0\.0\.1|localhost|fe80/);
  });

  it('knows which addresses only this machine can reach', () => {
    expect(['127.0.0.1', 'localhost', '::1', '127.8.8.8'].map(isLoopback)).toEqual([true, true, true, true]);
    expect(['0.0.0.0', '192.168.1.5', '::', 'boathouse.local'].map(isLoopback)).toEqual([false, false, false, false]);
  });

  it('tells a page elsewhere nothing and does nothing for it, also one on another port of this machine', async () => {
    const from = async (path: string, site?: string) =>
      (site === undefined ? request(app()).get(path) : request(app()).get(path).set('Sec-Fetch-Site', site)).then(
        (res) => res.status,
      );
    for (const site of ['cross-site', 'same-site'])
      for (const path of ['/api/plans', '/api/records/export', '/api/live/AAAAAA/stream', '/api/health'])
        expect([site, path, await from(path, site)]).toEqual([site, path, 403]);
    for (const site of [undefined, 'same-origin', 'none']) expect(await from('/api/plans', site)).toBe(200);
    // A calendar program on a page elsewhere reads what it has the secret of.
    expect(await from('/api/feeds/nothing.ics', 'cross-site')).toBe(404);
    expect(watched).toContain('strange origin');
  });

  it('answers to names of its own alone: a site elsewhere cannot be made to point here', async () => {
    for (const host of ['localhost:4310', '127.0.0.1', '[::1]:4310'])
      expect([host, await asked(host)]).toEqual([host, 200]);
    for (const host of [
      'evil.example',
      'localhost.evil.example',
      '127.0.0.1.evil.example',
      '',
      'a b',
      '0.0.0.0',
      '10.0.0.1',
    ])
      expect([host, await asked(host)]).toEqual([host, 421]);
    expect(watched).toContain('strange host');
  });

  it('on the network it goes by the machine’s addresses, behind a proxy by its public one', async () => {
    const [own] = Object.values(networkInterfaces()).flatMap((list) => list?.filter((a) => a.family === 'IPv4') ?? []);
    expect(await asked(`${own!.address}:4310`, { onNetwork: true })).toBe(200);
    expect(await asked('classes.example.org')).toBe(421);
    const publicUrl = new URL('https://classes.example.org');
    expect(await asked('classes.example.org', { publicUrl })).toBe(200);
  });

  it('changes nothing for a page of another origin', async () => {
    const send = async (origin: string, border = {}) =>
      (await request(app(border)).put('/api/kit').set('Host', 'localhost').set('Origin', origin).send({ items: [] }))
        .status;
    expect(await send('http://localhost')).toBe(200);
    for (const origin of ['http://evil.example', 'null', 'http://localhost:1'])
      expect([origin, await send(origin)]).toEqual([origin, 403]);
    // A proxy with https passes requests on under the server's own name.
    const publicUrl = new URL('https://classes.example.org');
    expect(await send('https://classes.example.org', { publicUrl })).toBe(200);
  });

  it('refuses addresses and texts with broken characters, with the place', async () => {
    for (const path of [
      '/api/plans/%00',
      '/api/plans/a%00b/versions',
      '/api/plans/%ZZ',
      '/api/speech/recordings?plan=%00',
    ])
      expect([path, (await request(app()).get(path)).status]).toEqual([path, 400]);
    const kit = { items: [{ name: 'Mooring\0rope', count: 2, sharedBy: 1 }] };
    const answer = await request(app()).put('/api/kit').send(kit);
    expect([answer.status, answer.body.problems[0].path]).toEqual([400, 'items[0].name']);
  });

  it('takes numbers in an address for what they are', async () => {
    for (const version of ['0', '-1', '1e3', '99999999999', '2147483648', '1.5', 'x'])
      expect([version, (await request(app()).get(`/api/plans/x/versions/${version}`)).status]).toEqual([version, 404]);
    const cursor = Buffer.from('2026-02-31 00:00:00+00 x').toString('base64url');
    expect((await request(app()).get(`/api/plans?after=${cursor}`)).status).toBe(400);
    for (const query of ['limit=99999999999999', 'limit=-5', 'after=x', 'after[]=1', 'q[]=1', `q=${'x'.repeat(9000)}`])
      expect([query, (await request(app()).get(`/api/plans?${query}`)).status]).toEqual([query, 200]);
  });

  it('lets no answer be kept by anything between', async () => {
    for (const path of ['/api/plans', '/api/session', '/api/kit'])
      expect((await request(app()).get(path)).headers['cache-control']).toBe('no-store');
  });
});
