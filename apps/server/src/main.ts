import { log } from './log.ts';
import { configFrom } from './config.ts';
import { runProcess } from './run-process.ts';
import { startServer } from './start-server.ts';

// pg-boss reports a failed job to the database without awaiting it; a lost database must not crash the server. Lost
// jobs are picked up again (see jobs/print-queue.ts).
process.on('unhandledRejection', (error) => log.error({ err: error }, 'a promise was refused and nobody looked'));

await runProcess(async () => {
  const server = await startServer(configFrom(process.env));
  process.stdout.write(`Hearty Ladle is open at ${server.address}\n`);
  if (server.ownerLink !== undefined)
    process.stdout.write(`Nobody is known here yet. The owner signs up at ${server.ownerLink}\n`);
  server.warmUp();
  return () => server.stop();
});
