import { log } from './log.ts';
import { configFrom } from './config.ts';
import { runProcess } from './run-process.ts';
import { startServer } from './start-server.ts';

// The queue tells the database that a job failed without waiting for it; where the database is away that must not take
// the server down: whatever was lost is taken up again (see jobs/print-queue.ts).
process.on('unhandledRejection', (error) => log.error({ err: error }, 'a promise was refused and nobody looked'));

await runProcess(async () => {
  const server = await startServer(configFrom(process.env));
  process.stdout.write(`Hearty Ladle is open at ${server.address}\n`);
  return () => server.stop();
});
