import { setTimeout as wait } from 'node:timers/promises';
import { keepWorking } from './keep-working.mjs';
import { Pauses } from './pauses.mjs';
import { say } from './say.mjs';
import { serve } from './serve.mjs';

/** Milliseconds between looks at the database. */
const look = 1000;

const firstLines = (e) =>
  String(e?.message ?? e)
    .split('\n')
    .slice(0, 8)
    .join('\n');

/**
 * Serves the application and keeps it, a worker and its database running: whichever ends is started again, with pauses that grow
 * where that does not last, and what it said is shown. `prepare` starts the database and says the environment to serve
 * with. Resolves when it is told to end.
 */
export async function keepRunning({ prepare, port, onAddress }) {
  let ending = false;
  let prepared = await prepare();
  let app = await serve(prepared.env, port);
  onAddress(app.address);
  const worker = keepWorking(() => prepared.env);
  const end = (signal) => {
    ending = true;
    app.child.kill(signal);
    void worker.end();
  };
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => end(signal));

  const watchDatabase = async () => {
    const rests = new Pauses();
    while (!ending) {
      await wait(look);
      if (ending || prepared.database.alive()) continue;
      say('The database has ended; starting it again …');
      try {
        await rests.beforeNext();
        const before = prepared.env.DATABASE_URL;
        prepared = await prepare();
        say('The database is back.');
        // Its port or password may be another now.
        if (prepared.env.DATABASE_URL !== before) app.child.kill();
      } catch (e) {
        say(`The database could not be started: ${firstLines(e)}`);
      }
    }
  };
  void watchDatabase();

  const rests = new Pauses();
  for (;;) {
    const code = await app.ended;
    if (ending) return typeof code === 'number' ? code : 0;
    say(`The application has ended (${code}); starting it again …`);
    for (;;) {
      await rests.beforeNext();
      if (ending) return 0;
      try {
        const again = await serve(prepared.env, app.port);
        if (again.port !== app.port) onAddress(again.address);
        app = again;
        say('The application is back.');
        break;
      } catch (e) {
        say(`The application could not be started: ${firstLines(e)}`);
      }
    }
  }
}
