import { inject, Injectable } from '@angular/core';
import type {
  CountChange,
  CountSheetFile,
  CountSheetRead,
  HeldOff,
  Movement,
  MovementRequest,
  OffRequest,
  PantryNow,
  PauseRequest,
  StockDay,
  StockStanding,
  StockThing,
  TableFile,
} from '@hearty-ladle/core';
import { map, type Observable } from 'rxjs';
import { PageAudience } from './audience.ts';
import { ApiClient } from './client.ts';

/** The server's routes about stock, as the pages' effects use them. */
@Injectable({ providedIn: 'root' })
export class StockApi {
  readonly #client = inject(ApiClient);
  readonly #audience = inject(PageAudience);

  /** What is out and left at a location; devices of the house are told everything about stock. */
  now(
    location: string | undefined,
  ): Observable<{ readonly standing: StockStanding; readonly pantry: PantryNow | undefined }> {
    const query = { ...(location !== undefined && { location }) };
    if (this.#audience.now() === 'shop')
      return this.#client
        .call('get /api/shop/standing', { query })
        .pipe(map((standing) => ({ standing, pantry: undefined })));
    return this.#client
      .call('get /api/device/pantry', { query })
      .pipe(map((pantry) => ({ standing: pantry.standing, pantry })));
  }

  takeOff(request: OffRequest, key: string): Observable<readonly HeldOff[]> {
    return this.#client.call('post /api/device/offs', { body: request, key });
  }

  putBack(id: string): Observable<unknown> {
    return this.#client.call('post /api/device/offs/:id/end', { params: { id }, body: {} });
  }

  move(request: MovementRequest, key: string): Observable<unknown> {
    return this.#client.call('post /api/device/movements', { body: request, key });
  }

  changeCount(change: CountChange): Observable<unknown> {
    return this.#client.call('post /api/device/counts', { body: change });
  }

  countSheet(location: string | undefined, file: CountSheetFile): Observable<TableFile> {
    const query = { file, ...(location !== undefined && { location }) };
    return this.#client.call('get /api/device/counts/sheet', { query });
  }

  readCountSheet(location: string | undefined, files: readonly TableFile[]): Observable<CountSheetRead> {
    const body = { files: [...files], ...(location !== undefined && { location }) };
    return this.#client.call('post /api/device/counts/sheet', { body });
  }

  pause(request: PauseRequest): Observable<unknown> {
    return this.#client.call('post /api/device/pause', { body: request });
  }

  setThing(thing: StockThing): Observable<unknown> {
    return this.#client.call('post /api/device/stock-things', { body: thing });
  }

  ledgerDays(what: string, location: string | undefined): Observable<readonly StockDay[]> {
    return this.#client.call('get /api/device/ledger/days', {
      query: { what, ...(location !== undefined && { location }) },
    });
  }

  ledger(what: string, location: string | undefined): Observable<readonly Movement[]> {
    return this.#client.call('get /api/device/ledger', {
      query: { what, ...(location !== undefined && { location }) },
    });
  }
}
