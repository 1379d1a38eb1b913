import { configFrom } from './config.ts';
import { startServer } from './start-server.ts';

try {
  const server = await startServer(configFrom(process.env));
  process.stdout.write(`Hearty Ladle is open at ${server.address}\n`);
  const stop = () => void server.stop().then(() => process.exit(0));
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}
