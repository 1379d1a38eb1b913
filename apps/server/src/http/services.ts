import type { PGStoreOptions } from 'connect-pg-simple';
import type { ChangeDependencies } from '../commands/change-menu.ts';
import type { PictureDependencies } from '../commands/store-picture.ts';
import type { PublishDependencies } from '../commands/publish.ts';
import type { OrderDependencies } from '../commands/place-order.ts';
import type { SecretDependencies } from '../commands/sign-in.ts';
import type { Gate } from '../db/gate.ts';
import type { Booking } from '../jobs/booking.ts';
import type { LineChecks } from '../jobs/line-checks.ts';
import type { Replays } from '../jobs/replay-orders.ts';
import type { TableWork } from '../jobs/table-work.ts';
import type { WebhookQueue } from '../jobs/webhook-queue.ts';
import type { Judge } from '../judge/judge.ts';
import type { LiveEvents } from '../live/live-events.ts';
import type { ServedEditions } from '../queries/served-editions.ts';

/** Dependencies of the routes. */
export interface Services
  extends OrderDependencies, ChangeDependencies, PictureDependencies, SecretDependencies, PublishDependencies {
  readonly live: LiveEvents;
  /** The connections on which sessions are kept. */
  readonly sessionPool: NonNullable<PGStoreOptions['pool']>;
  readonly stockGate: Gate;
  readonly judge: Judge;
  readonly lineChecks: LineChecks;
  readonly replays: Replays;
  readonly tableWork: TableWork;
  readonly servedEditions: ServedEditions;
  readonly webhooks: WebhookQueue;
  readonly booking: Booking;
}
