/** A worker: makes the files of deliveries, with any number of others on any number of machines. */
import { connect } from '../database';
import { openQueue } from './queue';
import { DeliveryWorker } from './worker';

async function main(): Promise<void> {
  const url = process.env.DATABASE_URL;
  if (!url) throw new Error('DATABASE_URL is not set; start a worker with “npm run worker”.');
  const db = connect(url, 4);
  const queue = await openQueue(url, true);
  const worker = new DeliveryWorker(db, queue, url);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => worker.stop());
  // Whoever started it is gone.
  process.once('disconnect', () => worker.stop());
  process.send?.('ready');
  console.log(`Worker ${worker.id} is ready.`);
  try {
    await worker.run();
  } finally {
    await queue.stop({ graceful: false });
    await db.destroy();
  }
}

main().then(
  () => process.exit(0),
  (e: unknown) => {
    console.error((e as Error).message);
    process.exit(1);
  },
);
