import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { newApp } from './app.ts';
import type { Config } from './config.ts';
import { newDataSource } from './db/data-source.ts';
import { MenuCache } from './db/menu-cache.ts';
import { runMigrations } from './db/run-migrations.ts';
import { PrintQueue } from './jobs/print-queue.ts';
import { LiveEvents } from './live/live-events.ts';

export interface RunningServer {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

/** Connects, migrates and listens; what can't be done is thrown with a sentence. */
export async function startServer(config: Config): Promise<RunningServer> {
  const database = newDataSource(config.databaseUrl);
  await database.initialize();
  await runMigrations(database);
  const live = new LiveEvents(config.databaseUrl);
  await live.start();
  const printing = new PrintQueue(database, config.databaseUrl);
  await printing.start();
  const server = createServer(newApp(config, { database, cache: new MenuCache(), live, printing, tillPin: config.tillPin }));
  await listen(server, config);
  const { port } = server.address() as AddressInfo;
  const stop = async () => {
    server.close();
    await live.stop();
    await printing.stop();
    server.closeAllConnections();
    await database.destroy();
  };
  return { address: `http://${config.host}:${port}`, stop };
}

function listen(server: Server, { host, port }: Config): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      reject(error.code === 'EADDRINUSE' ? new Error(`Port ${port} on ${host} is taken; choose another with PORT.`) : error);
    });
    server.listen(port, host, () => resolve());
  });
}
