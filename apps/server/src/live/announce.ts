import type { EntityManager } from 'typeorm';

/** Events sent to every listening page, whichever process it is connected to. */
export type LiveEvent =
  | { readonly type: 'menu'; readonly revision: number }
  | { readonly type: 'tickets' | 'printers' | 'paper' | 'parked' | 'house' };

export const CHANNEL = 'hearty_ladle';

/** Publishes an event if and only if the transaction commits. */
export async function announce(manager: EntityManager, event: LiveEvent): Promise<void> {
  await manager.query('SELECT pg_notify($1, $2)', [CHANNEL, JSON.stringify(event)]);
}
