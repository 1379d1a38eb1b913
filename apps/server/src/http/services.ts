import type { ChangeDependencies } from '../commands/change-menu.ts';
import type { PictureDependencies } from '../commands/store-picture.ts';
import type { OrderDependencies } from '../commands/place-order.ts';
import type { Gate } from '../db/gate.ts';
import type { Judge } from '../judge/judge.ts';
import type { LiveEvents } from '../live/live-events.ts';

/** Dependencies of the routes. */
export interface Services extends OrderDependencies, ChangeDependencies, PictureDependencies {
  readonly live: LiveEvents;
  readonly stockGate: Gate;
  readonly judge: Judge;
}
