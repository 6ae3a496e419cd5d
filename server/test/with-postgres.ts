import { startPostgres } from './postgres-server.ts';

/** Starts the PostgreSQL server that the tests of a project use; its databases are made by `freshDatabase`. */
export default async function setup(): Promise<() => Promise<void>> {
  const server = await startPostgres();
  process.env.TEST_POSTGRES_URL = await server.database('tests');
  return () => server.stop();
}
