import type { HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import {
  type ChangeRequest,
  type Conflict,
  type FaultWithMessage,
  type House,
  type HouseNow,
  type JournalEntry,
  type ListedOrder,
  type OpenedOrder,
  type OrderState,
  type PaperOut,
  type ParkedOrder,
  type PassTicket,
  type Picture,
  type Placement,
  type Printer,
  type PrinterMode,
  type PrinterPlace,
  type SavedChange,
  type StoredMenu,
  type TestPrint,
  type VoidAnswer,
  type VoidRequest,
} from '@hearty-ladle/core';
import { catchError, map, type Observable, of } from 'rxjs';
import { PageAudience } from './audience.ts';
import { ApiClient, refusalOf } from './client.ts';
import { failureOf, titleOf, type Unanswered } from './failure.ts';

/**
 * Result of sending a change. Without an answer it may or may not have been saved; sending it again gives the answer.
 */
export type SentChange =
  | { readonly outcome: 'saved'; readonly saved: SavedChange }
  | { readonly outcome: 'conflict'; readonly revision: number; readonly conflicts: readonly Conflict[] }
  | { readonly outcome: 'refused'; readonly faults: readonly FaultWithMessage[]; readonly message: string }
  | { readonly outcome: Unanswered };

/** What orders are looked for by, all of it together, and the number before which the list goes on. */
export interface OrderQuery {
  readonly find: string;
  readonly location?: string;
  readonly day?: string;
  readonly state?: OrderState;
  readonly before?: number;
}

/** Result of saving the settings, with their current values, also if somebody else was first. */
export type SentHouse =
  | { readonly outcome: 'saved' | 'stale'; readonly now: HouseNow }
  | { readonly outcome: 'not-saved'; readonly message: string };

export type SentPicture =
  { readonly outcome: 'saved'; readonly picture: Picture } | { readonly outcome: 'refused'; readonly message: string };

const NOT_SENT = 'The picture could not be sent. Nothing else is lost; please try again.';

/**
 * The server as the pages' effects use it: routes by what they are for, and answers as values. What guests use as well is
 * in OrderingApi.
 */
@Injectable({ providedIn: 'root' })
export class Api {
  readonly #client = inject(ApiClient);
  readonly #audience = inject(PageAudience);

  #isDevice(): boolean {
    return this.#audience.now() === 'device';
  }

  /** The draft. */
  draft(): Observable<StoredMenu> {
    return this.#client.call('get /api/workbench/menu', {});
  }

  change(request: ChangeRequest): Observable<SentChange> {
    return this.#client.call('post /api/workbench/changes', { body: request }).pipe(
      map((saved): SentChange => ({ outcome: 'saved', saved })),
      catchError((error: HttpErrorResponse) => {
        const { revision = 0, conflicts = [], faults = [] } = refusalOf('post /api/workbench/changes', error);
        if (error.status === 409) return of<SentChange>({ outcome: 'conflict', revision, conflicts });
        const kind = failureOf(error);
        if (kind !== 'refused') return of<SentChange>({ outcome: kind });
        return of<SentChange>({ outcome: 'refused', faults, message: titleOf(error) });
      }),
    );
  }

  journal(before?: number): Observable<readonly JournalEntry[]> {
    return this.#client.call('get /api/workbench/journal', { query: { ...(before !== undefined && { before }) } });
  }

  /**
   * Undoes one change. Returns why it was refused, or undefined on success. Repeating it with the same id gives the same
   * answer.
   */
  undo(seq: number, id: string): Observable<string | undefined> {
    return this.#client.call('post /api/workbench/journal/:seq/take-back', { params: { seq }, body: { id } }).pipe(
      map(() => undefined),
      catchError((error: HttpErrorResponse) =>
        of(
          failureOf(error) === 'refused'
            ? titleOf(error)
            : 'The server does not answer just now. Try again: it is undone once, however often it is sent.',
        ),
      ),
    );
  }

  tickets(): Observable<readonly PassTicket[]> {
    return this.#client.call('get /api/device/tickets', {});
  }

  setBumped(id: string, bumped: boolean): Observable<unknown> {
    return this.#client.call(bumped ? 'post /api/device/tickets/:id/bump' : 'post /api/device/tickets/:id/recall', {
      params: { id },
      body: {},
    });
  }

  reprint(id: string): Observable<unknown> {
    return this.#client.call('post /api/device/tickets/:id/reprint', { params: { id }, body: {} });
  }

  printers(): Observable<readonly Printer[]> {
    return this.#client.call(this.#isDevice() ? 'get /api/device/printers' : 'get /api/workbench/printers', {});
  }

  setPrinterMode(printer: string, mode: PrinterMode): Observable<unknown> {
    return this.#client.call('post /api/workbench/printers/:printer/mode', { params: { printer }, body: { mode } });
  }

  setPrinter(printer: string, place: PrinterPlace): Observable<PrinterPlace> {
    return this.#client.call('post /api/workbench/printers/:printer', { params: { printer }, body: place });
  }

  testPrinter(printer: string): Observable<TestPrint> {
    return this.#client.call('post /api/workbench/printers/:printer/test', { params: { printer }, body: {} });
  }

  paper(printer: string): Observable<readonly PaperOut[]> {
    return this.#client.call('get /api/workbench/printers/:printer/paper', { params: { printer } });
  }

  orders(query: OrderQuery): Observable<readonly ListedOrder[]> {
    return this.#client.call(this.#isDevice() ? 'get /api/device/orders' : 'get /api/workbench/orders', { query });
  }

  order(id: string): Observable<OpenedOrder> {
    const route = this.#isDevice() ? 'get /api/device/orders/:id' : 'get /api/workbench/orders/:id';
    return this.#client.call(route, { params: { id } });
  }

  /** Voids lines of a round, by a person who may. */
  voidLines(id: string, request: VoidRequest, key: string): Observable<VoidAnswer> {
    return this.#client.call('post /api/device/orders/:id/voids', { params: { id }, body: request, key });
  }

  blankOrder(id: string): Observable<unknown> {
    return this.#client.call('post /api/workbench/orders/:id/blank', { params: { id }, body: {} });
  }

  parked(): Observable<readonly ParkedOrder[]> {
    return this.#client.call('get /api/device/parked', {});
  }

  park(order: Placement, key: string): Observable<unknown> {
    return this.#client.call('post /api/device/parked', { body: order, key });
  }

  reserveParked(id: string, reservation: string): Observable<Placement> {
    return this.#client.call('post /api/device/parked/:id/reserve', { params: { id }, body: { reservation } });
  }

  confirmParked(id: string, reservation: string): Observable<unknown> {
    return this.#client.call('post /api/device/parked/:id/confirm', { params: { id }, body: { reservation } });
  }

  pictures(): Observable<readonly Picture[]> {
    return this.#client.call('get /api/workbench/pictures', {});
  }

  addPicture(file: Blob): Observable<SentPicture> {
    return this.#client.call('post /api/workbench/pictures', { body: file }).pipe(
      map((picture): SentPicture => ({ outcome: 'saved', picture })),
      catchError((error: HttpErrorResponse) =>
        of<SentPicture>({
          outcome: 'refused',
          message: failureOf(error) === 'refused' || error.status === 507 ? titleOf(error) : NOT_SENT,
        }),
      ),
    );
  }

  house(): Observable<HouseNow> {
    return this.#client.call('get /api/workbench/house', {});
  }

  setHouse(version: number, house: House): Observable<SentHouse> {
    return this.#client.call('post /api/workbench/house', { body: { version, house } }).pipe(
      map((now): SentHouse => ({ outcome: 'saved', now })),
      catchError((error: HttpErrorResponse) => {
        const { now } = refusalOf('post /api/workbench/house', error);
        if (error.status === 409 && now) return of<SentHouse>({ outcome: 'stale', now });
        return of<SentHouse>({
          outcome: 'not-saved',
          message:
            failureOf(error) === 'refused'
              ? titleOf(error)
              : 'The server does not answer just now. What you typed is still here; please save again.',
        });
      }),
    );
  }

  deleteUnusedPictures(): Observable<unknown> {
    return this.#client.call('post /api/workbench/house/unused-pictures/delete', { body: {} });
  }

  /** The description of the API (OpenAPI). */
  description(): Observable<Readonly<Record<string, unknown>>> {
    return this.#client.call('get /api/openapi.json', {});
  }
}
