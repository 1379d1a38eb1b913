import { randomUUID } from 'node:crypto';
import type { DeliveryTry } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import type { DataSource } from 'typeorm';
import { DeliveryEntity, type DeliveryRow, WebhookEntity, type WebhookRow } from '../db/entities.ts';
import { announce } from '../live/announce.ts';
import { log } from '../log.ts';
import { JobQueue } from './job-queue.ts';
import { sendMessage } from './send-message.ts';

/** Seconds before the next try; the last one is repeated until the message is given up. */
const PAUSES = [5, 30, 120, 300, 900, 1_800, 3_600];
/** A message in the hands of a process that died is taken up by another after so long. */
const LEASE_SECONDS = 60;
/** After so many messages that did not arrive in a row, a program is left alone until a retry is due. */
const MOST_FAILED = 3;
/** Signals that were lost are made up for. */
const LOOK_MS = 20_000;

/**
 * Sends messages to programs, each program's by one worker of a process at a time and the oldest first. A message is
 * claimed by its row, so that several processes share the work and none sends it twice at once; a retry is signalled
 * through the job queue.
 */
export class WebhookQueue {
  readonly #database: DataSource;
  readonly #queue: JobQueue;
  readonly #working = new Map<string, Promise<void>>();
  readonly #again = new Set<string>();
  #timer: NodeJS.Timeout | undefined;
  #looking: Promise<void> = Promise.resolve();
  #stopping = false;

  constructor(url: string, database: DataSource) {
    this.#database = database;
    this.#queue = new JobQueue(url, 'webhook');
  }

  async start(): Promise<void> {
    await this.#queue.start((webhooks) => webhooks.forEach((id) => this.#work(id)));
    this.#timer = setInterval(() => this.look(), LOOK_MS);
    this.look();
    await this.#looking;
  }

  /** Takes up no more messages and waits for those that are being sent. */
  async stop(): Promise<void> {
    this.#stopping = true;
    clearInterval(this.#timer);
    await this.#queue.stop();
    await this.#looking;
    await Promise.all(this.#working.values());
  }

  /** Sends what is due now. */
  look(): void {
    this.#looking = this.#looking
      .then(() => this.#due())
      .then((webhooks) => webhooks.forEach((id) => this.#work(id)))
      .catch((error: unknown) => log.warn({ err: error }, 'messages to programs are sent later'));
  }

  /** Sends a test message once. Undefined if there is no such program. */
  async test(id: string): Promise<DeliveryTry | undefined> {
    const webhook = await this.#recipient(id);
    if (!webhook) return undefined;
    return sendMessage(webhook, randomUUID(), { type: 'test', timestamp: now().toISOString(), data: {} });
  }

  async #due(): Promise<string[]> {
    const rows = (await this.#database.query(
      `SELECT DISTINCT webhook_id AS id FROM webhook_delivery WHERE state = 'waiting' AND due_at <= $1`,
      [now()],
    )) as { id: string }[];
    return rows.map(({ id }) => id);
  }

  #work(webhook: string): void {
    if (this.#stopping) return;
    if (this.#working.has(webhook)) return void this.#again.add(webhook);
    const work = this.#sendAll(webhook)
      .catch((error: unknown) => log.error({ err: error, webhook }, 'telling a program was interrupted'))
      .finally(() => {
        this.#working.delete(webhook);
        if (this.#again.delete(webhook)) this.#work(webhook);
      });
    this.#working.set(webhook, work);
  }

  async #sendAll(id: string): Promise<void> {
    let failed = 0;
    while (!this.#stopping && failed < MOST_FAILED) {
      const webhook = await this.#recipient(id);
      if (!webhook || webhook.isPaused) return;
      const delivery = await this.#claim(id);
      if (!delivery?.message) return;
      const result = await sendMessage(webhook, delivery.id, delivery.message);
      failed = result.fault === null ? 0 : failed + 1;
      await this.#settle(delivery, result);
    }
  }

  #recipient(id: string): Promise<WebhookRow | null> {
    return this.#database
      .getRepository(WebhookEntity)
      .createQueryBuilder('w')
      .addSelect('w.secret')
      .where('w.id = :id', { id })
      .getOne();
  }

  /** Takes the oldest message that is due, for as long as a try may take. */
  async #claim(webhook: string): Promise<DeliveryRow | null> {
    const moment = now();
    const [rows] = (await this.#database.query(
      `UPDATE webhook_delivery SET due_at = $2::timestamptz + make_interval(secs => $3), tries = tries + 1
        WHERE id = (SELECT id FROM webhook_delivery WHERE webhook_id = $1 AND state = 'waiting' AND due_at <= $2
          ORDER BY at, id LIMIT 1 FOR UPDATE SKIP LOCKED) RETURNING id`,
      [webhook, moment, LEASE_SECONDS],
    )) as [{ id: string }[]];
    const [claimed] = rows;
    return claimed ? this.#database.getRepository(DeliveryEntity).findOneBy({ id: claimed.id }) : null;
  }

  async #settle({ id, webhookId, tries, giveUpAt }: DeliveryRow, result: DeliveryTry): Promise<void> {
    const pause = PAUSES[tries - 1] ?? PAUSES.at(-1) ?? 0;
    const dueAt = new Date(now().getTime() + pause * 1_000);
    const state = result.fault === null ? 'delivered' : dueAt > giveUpAt ? 'given-up' : 'waiting';
    await this.#database.transaction(async (manager) => {
      // What guests wrote is not kept here any longer than it is needed.
      const message = state === 'delivered' ? { message: null } : {};
      await manager.update(DeliveryEntity, { id }, { ...result, ...message, state, dueAt });
      if (state === 'waiting') await this.#queue.send(manager, webhookId, pause);
      await announce(manager, { type: 'programs' });
    });
  }
}
