import { ensurePostgres } from './install.mjs';
import { startPostgres } from './postgres.mjs';
import { prepareMachine } from './prepare-machine.mjs';
import { must } from './run.mjs';

/** What programs find a database of the running server by. */
export const environmentOf = (addressOf, database) => ({
  ...process.env,
  DATABASE_URL: addressOf(database),
  DATABASE_ADMIN_URL: addressOf('postgres'),
  NEXT_TELEMETRY_DISABLED: '1',
});

/** Everything a start of the project needs, and a migrated database. Returns the environment. */
export async function prepare(database, { demo }) {
  await prepareMachine();
  const env = environmentOf(await startPostgres(await ensurePostgres()), database);
  await must(process.execPath, ['--import', 'tsx', 'src/server/setup.ts', ...(demo ? ['--demo'] : [])], {
    env,
  });
  return env;
}
