import { randomUUID, timingSafeEqual } from 'node:crypto';
import { Placement } from '@hearty-ladle/core';
import { Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import { HeldOrderEntity } from '../db/entities.ts';
import { checked } from './checked.ts';
import { UUID } from './order-routes.ts';
import { sendProblem } from './problem.ts';
import type { Services } from './services.ts';

/** What tills share: orders put aside, and the word of those who may name a price. */
export function tillRoutes({ database, tillPin }: Services): Router {
  const router = Router();

  router.get('/held', async (_request, response) => {
    const rows = await database.manager.find(HeldOrderEntity, { order: { heldAt: 'ASC' } });
    response.json(rows.map(({ id, label, heldAt, request }) => ({ id, label, heldAt, dishes: request.lines.length })));
  });

  router.post('/held', checked(Placement), async (request, response) => {
    const { name, place, seenTotal: _seen, pin: _pin, ...order } = request.body as Placement;
    const label = [name, place].filter(Boolean).join(', ') || 'no name';
    const id = randomUUID();
    await database.manager.insert(HeldOrderEntity, { id, label, request: { ...order, ...(name && { name }), ...(place && { place }) } as never, heldAt: new Date() });
    response.status(201).json({ id, label });
  });

  /** Whoever takes a held order up has it: of two tills that try, one is told that it is gone. */
  router.post('/held/:id/take', async (request, response) => {
    const { id } = request.params;
    const [rows] = UUID.test(id) ? ((await database.query('DELETE FROM held_order WHERE id = $1 RETURNING request', [id])) as [{ request: object }[]]) : [[]];
    const [held] = rows;
    if (!held) return sendProblem(response, 404, 'not-held', 'This order is not put aside any more.');
    response.json(held.request);
  });

  const patience = rateLimit({
    windowMs: 60_000, limit: 10, standardHeaders: 'draft-8', legacyHeaders: false,
    handler: (_request, response) => sendProblem(response, 429, 'too-often', 'Too many tries; please wait a minute.'),
  });
  router.post('/till/allow', patience, (request, response) => {
    const said = String((request.body as { pin?: unknown } | undefined)?.pin ?? '');
    const [one, other] = [Buffer.from(said.padEnd(64)), Buffer.from(tillPin.padEnd(64))];
    if (one.length === other.length && timingSafeEqual(one, other)) return void response.status(204).end();
    sendProblem(response, 403, 'not-known', 'That word is not known here.');
  });

  return router;
}
