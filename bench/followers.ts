import http from 'node:http';
import { circuit, planOf, stations } from '../core/test/build.ts';

const STREAMS = 500;
const EVENTS = 30;

/** Opens many following screens on one run and measures how long an event takes to reach each of them, ms. */
export async function followers(url: string): Promise<{ times: number[]; memoryMiB: number }> {
  const post = (path: string, body: unknown) =>
    fetch(url + path, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
  const id = 'bench-followers';
  await post('/api/runs', { id, plan: { ...planOf(circuit(stations(3), 40, 20, 3)), id: 'bench-follow' } });
  const from = Date.now() - 60_000;
  const event = (seq: number, type: string) => ({
    id: `bench-${seq}-event`,
    seq,
    atMs: from + seq * 1000,
    type,
  });
  await post(`/api/runs/${id}/events`, { events: [event(1, 'start')] });
  const { watch } = (await (await post(`/api/runs/${id}/codes`, {})).json()) as { watch: string };
  const cameAt = new Map<string, number[]>();
  const agent = new http.Agent({ maxSockets: STREAMS });
  let open = 0;
  // All behind one address, as in a hall.
  const streams = Array.from({ length: STREAMS }, () =>
    http.get(`${url}/api/live/${watch}/stream`, { agent }, (res) => {
      res.setEncoding('utf8');
      let first = true;
      res.on('data', (text: string) => {
        const now = performance.now();
        for (const [, key = ''] of text.matchAll(/"id":"(bench-\d+-event)"/g))
          cameAt.set(key, [...(cameAt.get(key) ?? []), now]);
        if (first) open += 1;
        first = false;
      });
    }),
  );
  const until = async (done: () => boolean) => {
    for (let k = 0; k < 600 && !done(); k++) await new Promise((go) => setTimeout(go, 20));
  };
  await until(() => open === STREAMS && (cameAt.get('bench-1-event')?.length ?? 0) === STREAMS);
  const times: number[] = [];
  for (let seq = 2; seq < 2 + EVENTS; seq++) {
    const sentAt = performance.now();
    await post(`/api/runs/${id}/events`, { events: [event(seq, seq % 2 ? 'resume' : 'pause')] });
    await until(() => cameAt.get(`bench-${seq}-event`)?.length === STREAMS);
    times.push(...(cameAt.get(`bench-${seq}-event`) ?? []).map((t) => t - sentAt));
  }
  const health = (await (await fetch(`${url}/api/health`)).json()) as { memoryMiB: number };
  for (const stream of streams) stream.destroy();
  return { times, memoryMiB: health.memoryMiB };
}
