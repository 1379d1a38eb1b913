import type { Pool } from 'pg';
import type { DataSource } from 'typeorm';
import type { PostgresDriver } from 'typeorm/driver/postgres/PostgresDriver.js';
import type { Config } from './config.ts';
import { Gate } from './db/gate.ts';
import { HouseSettings } from './db/house-settings.ts';
import { MenuCache } from './db/menu-cache.ts';
import { Editions } from './db/editions.ts';
import { ServedEditions } from './queries/served-editions.ts';
import type { Services } from './http/services.ts';
import { Booking } from './jobs/booking.ts';
import { EditionWatch } from './jobs/edition-watch.ts';
import { Housekeeping } from './jobs/housekeeping.ts';
import { LineChecks } from './jobs/line-checks.ts';
import { PrintQueue } from './jobs/print-queue.ts';
import { Replays } from './jobs/replay-orders.ts';
import { TableWork } from './jobs/table-work.ts';
import { WebhookQueue } from './jobs/webhook-queue.ts';
import { Judge } from './judge/judge.ts';
import { LiveEvents } from './live/live-events.ts';
import { log } from './log.ts';

/** Menu writers wait for the same row anyway; more of them would only hold connections. */
const MENU_WRITERS = 2;
const MENU_WAIT_MS = 700;
const ORDERS_AT_ONCE = 6;
/** Changes of stock wait for the same rows as orders do. */
const STOCK_CHANGES_AT_ONCE = 2;
const PUBLISH_WAIT_MS = 30_000;
const PICTURE_WAIT_MS = 20_000;
/** Each takes a core for some 50 ms. */
const SECRETS_AT_ONCE = 2;
const SECRET_WAIT_MS = 5_000;

/** Creates and starts everything the routes depend on; `stop` shuts it down. */
export async function newServices(
  config: Config,
  database: DataSource,
): Promise<Services & { readonly stop: () => Promise<void> }> {
  const houseSettings = new HouseSettings();
  await houseSettings.read(database.manager);
  const webhooks = new WebhookQueue(config.databaseUrl, database);
  const live = new LiveEvents(config.databaseUrl, ({ type }) => {
    if (type === 'programs') webhooks.look();
    if (type === 'house')
      houseSettings
        .read(database.manager)
        .catch((error: unknown) => log.warn({ err: error }, 'the house settings could not be read again'));
  });
  await live.start();
  const printing = new PrintQueue(config.databaseUrl);
  await printing.start();
  await webhooks.start();
  const housekeeping = new Housekeeping(database, houseSettings);
  housekeeping.start();
  const editionWatch = new EditionWatch(database);
  editionWatch.start();
  const judge = new Judge();
  const editions = new Editions(database);
  const booking = new Booking(database, editions);
  booking.start();
  return {
    database,
    cache: new MenuCache(),
    live,
    sessionPool: (database.driver as PostgresDriver).master as Pool,
    printing,
    houseSettings,
    judge,
    lineChecks: new LineChecks(),
    replays: new Replays(database),
    tableWork: new TableWork(),
    webhooks,
    editions,
    booking,
    servedEditions: new ServedEditions(editions),
    isDemo: config.demoSignIn,
    secret: await houseSettings.secret(database.manager),
    secretGate: new Gate(SECRETS_AT_ONCE, SECRET_WAIT_MS),
    publishGate: new Gate(1, PUBLISH_WAIT_MS),
    menuGate: new Gate(MENU_WRITERS, MENU_WAIT_MS),
    orderGate: new Gate(ORDERS_AT_ONCE),
    stockGate: new Gate(STOCK_CHANGES_AT_ONCE),
    pictureGate: new Gate(1, PICTURE_WAIT_MS),
    stop: async () => {
      await housekeeping.stop();
      await editionWatch.stop();
      await booking.stop();
      await webhooks.stop();
      await judge.stop();
    },
  };
}
