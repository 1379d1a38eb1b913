import { inject, Injectable } from '@angular/core';
import type { Delivery, DeliveryTry, SavedWebhook, Webhook, WebhookChange } from '@hearty-ladle/core';
import type { Observable } from 'rxjs';
import { asked, type Asked } from './asked.ts';
import { ApiClient } from './client.ts';

/** The server's routes about other programs, as the pages' effects use them. */
@Injectable({ providedIn: 'root' })
export class ProgramsApi {
  readonly #client = inject(ApiClient);

  programs(): Observable<readonly Webhook[]> {
    return this.#client.call('get /api/workbench/webhooks', {});
  }

  deliveries(id: string): Observable<readonly Delivery[]> {
    return this.#client.call('get /api/workbench/webhooks/:id/deliveries', { params: { id } });
  }

  save(id: string, body: WebhookChange): Observable<Asked<SavedWebhook>> {
    return asked(this.#client.call('post /api/workbench/webhooks/:id', { params: { id }, body }));
  }

  renewSecret(id: string): Observable<Asked<SavedWebhook>> {
    return asked(this.#client.call('post /api/workbench/webhooks/:id/secret', { params: { id }, body: {} }));
  }

  remove(id: string): Observable<Asked<unknown>> {
    return asked(this.#client.call('post /api/workbench/webhooks/:id/delete', { params: { id }, body: {} }));
  }

  /** Takes as long as the program, so that a frozen one can be told from a frozen server. */
  test(id: string): Observable<Asked<DeliveryTry>> {
    return asked(this.#client.call('post /api/workbench/webhooks/:id/test', { params: { id }, body: {} }), 15_000);
  }

  sendGivenUp(id: string): Observable<Asked<Webhook>> {
    return asked(this.#client.call('post /api/workbench/webhooks/:id/send-given-up', { params: { id }, body: {} }));
  }
}
