import { configFrom } from './config.ts';
import { startServer } from './start-server.ts';

// The queue tells the database that a job failed without waiting for it; where the database is away that must not take
// the server down: whatever was lost is taken up again (see jobs/print-queue.ts).
process.on('unhandledRejection', (error) => process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`));

try {
  const server = await startServer(configFrom(process.env));
  process.stdout.write(`Hearty Ladle is open at ${server.address}\n`);
  const stop = () => void server.stop().then(() => process.exit(0));
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  // Started by a script: when that is ended hard, standard input ends, and nobody else would stop this process.
  if (process.env['STOP_WITH_PARENT'] === 'on') process.stdin.once('end', stop).resume();
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}
