import { inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { menuFeature } from './menu-reducer.ts';

/** What becomes of the edits of the draft, as signals to read. */
@Injectable({ providedIn: 'root' })
export class DraftView {
  readonly #store = inject(Store);
  readonly revision = this.#store.selectSignal(menuFeature.selectRevision);
  readonly pendingEdits = this.#store.selectSignal(menuFeature.selectPendingEdits);
  readonly readFailure = this.#store.selectSignal(menuFeature.selectReadFailure);
  readonly sendFailure = this.#store.selectSignal(menuFeature.selectSendFailure);
  readonly past = this.#store.selectSignal(menuFeature.selectPast);
  readonly future = this.#store.selectSignal(menuFeature.selectFuture);
  readonly step = this.#store.selectSignal(menuFeature.selectStep);
  readonly clashes = this.#store.selectSignal(menuFeature.selectClashes);
  readonly notice = this.#store.selectSignal(menuFeature.selectNotice);
  readonly pendingChange = this.#store.selectSignal(menuFeature.selectPendingChange);
}
