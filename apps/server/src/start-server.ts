import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { newApp } from './app.ts';
import { newOwnerToken } from './commands/sign-in.ts';
import type { Config } from './config.ts';
import { connectWithPatience, newDataSource } from './db/data-source.ts';
import { runMigrations } from './db/run-migrations.ts';
import { newServices } from './services.ts';

const MAX_CONNECTIONS = 4_000;
/** How long running requests may take to finish when the server stops. */
const DRAIN_MS = 5_000;

export interface RunningServer {
  readonly address: string;
  /** The link by which the first owner is made, where nobody is known yet. */
  readonly ownerLink: string | undefined;
  /** Prepares in advance what would delay the first requests. */
  readonly warmUp: () => void;
  readonly stop: () => Promise<void>;
}

/** Connects, migrates and listens; throws an error with a readable sentence if it can't. */
export async function startServer(config: Config): Promise<RunningServer> {
  const database = newDataSource(config.databaseUrl);
  await runMigrations(config.databaseUrl);
  await connectWithPatience(database);
  const services = await newServices(config, database);
  let isClosing = false;
  const server = createServer(newApp(config, services, () => isClosing).express);
  server.maxConnections = MAX_CONNECTIONS;
  await listen(server, config);
  const { port } = server.address() as AddressInfo;
  const stop = async () => {
    isClosing = true;
    await services.live.stop();
    await Promise.all([drain(server), services.printing.stop()]);
    await services.stop();
    await database.destroy();
  };
  const address = `http://${config.host}:${port}`;
  const token = await newOwnerToken(services);
  const ownerLink = token && `${config.publicUrl ?? address}/first-owner#${token}`;
  return { address, ownerLink, warmUp: () => services.judge.warmUp(), stop };
}

/** Stops accepting requests and waits for the running ones. */
async function drain(server: Server): Promise<void> {
  const closed = new Promise<void>((resolve) => server.close(() => resolve()));
  server.closeIdleConnections();
  const late = setTimeout(() => server.closeAllConnections(), DRAIN_MS);
  await closed;
  clearTimeout(late);
}

function listen(server: Server, { host, port }: Config): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) => {
      reject(
        error.code === 'EADDRINUSE' ? new Error(`Port ${port} on ${host} is taken; choose another with PORT.`) : error,
      );
    });
    server.listen(port, host, () => resolve());
  });
}
