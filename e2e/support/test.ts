import { test as plain } from '@playwright/test';
import { OwnServer } from './server.ts';

export {
  type APIRequestContext,
  type Browser,
  type BrowserContext,
  chromium,
  expect,
  type Locator,
  type Page,
} from '@playwright/test';

/** The servers of this worker; what they write stands with a test that fails. */
const servers = new Set<OwnServer>();

/** A server that the tests of a file start, kill and end themselves. */
export function ownServer(env: Record<string, string> = {}): OwnServer {
  const server = new OwnServer(env);
  servers.add(server);
  return server;
}

/** The address of a test's own server, for `test.use({ baseURL: at(server) })`; known once it is started. */
export const at =
  (server: OwnServer) =>
  // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the fixtures from the pattern.
  async ({}, use: (url: string) => Promise<void>) =>
    use(server.url);

interface PerTest {
  /** Puts what the servers wrote during the test beside it, should it fail. */
  serverLog: undefined;
}

interface PerWorker {
  /** The server of all tests of a worker, on a database of its own with the demo data. */
  server: OwnServer;
}

export const test = plain.extend<PerTest, PerWorker>({
  server: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the fixtures from the pattern.
    async ({}, use) => {
      const server = ownServer();
      await server.start();
      await use(server);
      servers.delete(server);
      await server.stop();
    },
    { scope: 'worker' },
  ],
  baseURL: ({ server }, use) => use(server.url),
  context: async ({ context }, use) => {
    // A connection that was idle may be closed by the server just then: asked again, it answers.
    const ask = context.request.fetch.bind(context.request);
    context.request.fetch = (what, options) => ask(what, { maxRetries: 3, ...options });
    await use(context);
  },
  serverLog: [
    // biome-ignore lint/correctness/noEmptyPattern: Playwright reads the fixtures from the pattern.
    async ({}, use, info) => {
      const before = new Map([...servers].map((s) => [s, s.log.length]));
      await use(undefined);
      if (info.status === info.expectedStatus) return;
      const said = [...servers].map((s) => s.log.slice(before.get(s) ?? 0)).join('');
      await info.attach('server', { body: said || 'The server wrote nothing.', contentType: 'text/plain' });
    },
    { auto: true },
  ],
});
