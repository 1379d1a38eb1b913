import { workbenchApi, type WebhookUrlFault } from '@hearty-ladle/core';
import { deleteWebhook, renewSecret, sendGivenUp, setWebhook } from '../../commands/set-webhook.ts';
import { allWebhooks, latestDeliveries } from '../../queries/webhooks.ts';
import { ok, type Problem, problem } from '../reply.ts';
import type { AudienceRouter } from '../router.ts';
import type { Services } from '../services.ts';

const URL_TITLES: Readonly<Record<WebhookUrlFault, string>> = {
  'no-address': 'This is not an address that starts with https:// or http://, without a name and password in it.',
  'no-tls': 'Outside the house’s own network the address must start with https://.',
  inside: 'This address is in the house’s own network. Allow that, if it is meant.',
};

const noWebhook = () => problem(404, 'no-program', 'There is no such program any more.');
const urlProblem = (fault: WebhookUrlFault): Problem => problem(422, 'address-refused', URL_TITLES[fault], { fault });

/** Other programs that are told of orders and editions. */
export function webhookRoutes(routes: AudienceRouter, { database, webhooks }: Services): void {
  routes.handle(workbenchApi.webhooks, async () => ok(await allWebhooks(database.manager)));

  routes.handle(workbenchApi.setWebhook, async ({ params, body, actor }) => {
    const saved = await setWebhook(database, params.id, body, actor.doer);
    if (saved === 'too-many') return problem(409, saved, 'No more programs can be added. Delete one first.');
    return typeof saved === 'string' ? urlProblem(saved) : ok(saved);
  });

  routes.handle(workbenchApi.newWebhookSecret, async ({ params, actor }) => {
    const saved = await renewSecret(database, params.id, actor.doer);
    return saved ? ok(saved) : noWebhook();
  });

  routes.handle(workbenchApi.deleteWebhook, async ({ params, actor }) =>
    (await deleteWebhook(database, params.id, actor.doer)) ? ok({ id: params.id }) : noWebhook(),
  );

  routes.handle(workbenchApi.testWebhook, async ({ params }) => {
    const tried = await webhooks.test(params.id);
    return tried ? ok(tried) : noWebhook();
  });

  routes.handle(workbenchApi.deliveries, async ({ params }) => {
    const latest = await latestDeliveries(database, params.id);
    return latest ? ok(latest) : noWebhook();
  });

  routes.handle(workbenchApi.sendGivenUp, async ({ params }) => {
    const webhook = await sendGivenUp(database, params.id);
    return webhook ? ok(webhook) : noWebhook();
  });
}
