import { HttpClient, type HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ChangeRequest, House, OrderRequest, Placement } from '@hearty-ladle/core';
import { catchError, map, type Observable, of } from 'rxjs';
import { Person } from '../state/person.ts';
import { PageAudience } from './audience.ts';
import { bodyOf, failureOf, type FailureKind, titleOf } from './failure.ts';
import type {
  Conflict, HouseNow, JournalEntry, SavedChange, LineProblem, ListedOrder, OpenedOrder, PaperOut, ParkedOrder, PassTicket, PlacedOrder, Printer, Progress, FaultWithMessage, StoredMenu,
} from './wire.ts';

type Unanswered = Exclude<FailureKind, 'refused'>;

/**
 * Result of sending a change. Without an answer it may or may not have been saved; sending it again gives the answer.
 */
export type SentChange =
  | { readonly outcome: 'saved'; readonly saved: SavedChange }
  | { readonly outcome: 'conflict'; readonly revision: number; readonly conflicts: readonly Conflict[] }
  | { readonly outcome: 'refused'; readonly faults: readonly FaultWithMessage[]; readonly message: string }
  | { readonly outcome: Unanswered };

export type SentOrder =
  | { readonly outcome: 'placed'; readonly order: PlacedOrder }
  | { readonly outcome: 'refused'; readonly problems: readonly LineProblem[]; readonly message: string }
  /** The price changed between choosing and placing. */
  | { readonly outcome: 'costs-otherwise'; readonly total: number }
  /** An earlier request that was never answered had placed an order; this one did not. */
  | { readonly outcome: 'first-was-placed'; readonly order: PlacedOrder }
  | { readonly outcome: Unanswered };

export type PinAnswer = { readonly outcome: 'right'; readonly device: string } | { readonly outcome: 'wrong'; readonly message: string };

/** Result of saving the settings, with their current values, also if somebody else was first. */
export type SentHouse = { readonly outcome: 'saved' | 'stale'; readonly now: HouseNow } | { readonly outcome: 'not-saved'; readonly message: string };

const NO_ANSWER = 'The server does not answer just now; nothing was changed.';

@Injectable({ providedIn: 'root' })
export class Api {
  readonly #http = inject(HttpClient);
  readonly #person = inject(Person);
  readonly #audience = inject(PageAudience);

  /** The menu as the page's audience may read it. */
  menu(): Observable<StoredMenu> {
    return this.#http.get<StoredMenu>(`/api/${this.#audience.now()}/menu`);
  }

  change(request: ChangeRequest): Observable<SentChange> {
    return this.#http.post<SavedChange>('/api/workbench/changes', request, { headers: this.#who() }).pipe(
      map((saved): SentChange => ({ outcome: 'saved', saved })),
      catchError((error: HttpErrorResponse) => {
        const body = bodyOf(error);
        if (error.status === 409) {
          return of<SentChange>({ outcome: 'conflict', revision: Number(body['revision'] ?? 0), conflicts: (body['conflicts'] as Conflict[] | undefined) ?? [] });
        }
        const kind = failureOf(error);
        if (kind !== 'refused') return of<SentChange>({ outcome: kind });
        return of<SentChange>({ outcome: 'refused', faults: (body['faults'] as FaultWithMessage[] | undefined) ?? [], message: titleOf(error) });
      }),
    );
  }

  journal(before?: number): Observable<JournalEntry[]> {
    return this.#http.get<JournalEntry[]>('/api/workbench/journal', { params: before === undefined ? {} : { before } });
  }

  /**
   * Undoes one change. Returns why it was refused, or undefined on success. Repeating it with the same id gives the
   * same answer.
   */
  undo(seq: number, id: string): Observable<string | undefined> {
    return this.#http.post(`/api/workbench/journal/${seq}/take-back`, { id }, { headers: this.#who() }).pipe(
      map(() => undefined),
      catchError((error: HttpErrorResponse) => of(failureOf(error) === 'refused' ? titleOf(error) : 'The server does not answer just now. Try again: it is undone once, however often it is sent.')),
    );
  }

  #who(): Record<string, string> {
    return { 'X-Working-As': encodeURIComponent(this.#person.name()) };
  }

  /** Places an order as a guest, or as a till with its device token. */
  placeOrder(order: OrderRequest, key: string, device?: string): Observable<SentOrder> {
    const headers = { 'Idempotency-Key': key, ...(device !== undefined && { 'X-Device-Token': device }) };
    return this.#http.post<PlacedOrder>(`/api/${this.#audience.now() === 'device' ? 'device' : 'shop'}/orders`, order, { headers }).pipe(
      map((placed): SentOrder => ({ outcome: 'placed', order: placed })),
      catchError((error: HttpErrorResponse) => {
        const kind = failureOf(error);
        // Too many wrong PINs also counts as an answer: repeating it at once would make it worse.
        if (kind !== 'refused' && error.status !== 429) return of<SentOrder>({ outcome: kind });
        const { total, order: first, problems = [] } = bodyOf(error) as { total?: number; order?: PlacedOrder; problems?: LineProblem[] };
        if (error.status === 409 && total !== undefined) return of<SentOrder>({ outcome: 'costs-otherwise', total });
        if (error.status === 409 && first) return of<SentOrder>({ outcome: 'first-was-placed', order: first });
        return of<SentOrder>({ outcome: 'refused', problems, message: titleOf(error) });
      }),
    );
  }

  tickets(): Observable<PassTicket[]> {
    return this.#http.get<PassTicket[]>('/api/device/tickets');
  }

  setBumped(id: string, bumped: boolean): Observable<unknown> {
    return this.#http.post(`/api/device/tickets/${id}/${bumped ? 'bump' : 'recall'}`, {});
  }

  reprint(id: string): Observable<unknown> {
    return this.#http.post(`/api/device/tickets/${id}/reprint`, {});
  }

  printers(): Observable<Printer[]> {
    return this.#http.get<Printer[]>(`/api/${this.#audience.now() === 'device' ? 'device' : 'workbench'}/printers`);
  }

  setPrinterMode(station: string, mode: string): Observable<unknown> {
    return this.#http.post(`/api/workbench/printers/${encodeURIComponent(station)}/mode`, { mode });
  }

  paper(station: string): Observable<PaperOut[]> {
    return this.#http.get<PaperOut[]>(`/api/workbench/printers/${encodeURIComponent(station)}/paper`);
  }

  progress(id: string): Observable<Progress> {
    return this.#http.get<Progress>(`/api/shop/orders/${id}/progress`);
  }

  orders(find: string, before?: number): Observable<ListedOrder[]> {
    return this.#http.get<ListedOrder[]>('/api/workbench/orders', { params: { ...(find !== '' && { find }), ...(before !== undefined && { before }) } });
  }

  order(id: string): Observable<OpenedOrder> {
    return this.#http.get<OpenedOrder>(`/api/workbench/orders/${id}`);
  }

  parked(): Observable<ParkedOrder[]> {
    return this.#http.get<ParkedOrder[]>('/api/device/parked');
  }

  park(order: Placement, key: string): Observable<unknown> {
    return this.#http.post('/api/device/parked', order, { headers: { 'Idempotency-Key': key } });
  }

  reserveParked(id: string, reservation: string): Observable<Placement> {
    return this.#http.post<Placement>(`/api/device/parked/${id}/reserve`, { reservation });
  }

  confirmParked(id: string, reservation: string): Observable<unknown> {
    return this.#http.post(`/api/device/parked/${id}/confirm`, { reservation });
  }

  /** Checks a PIN at the till; the right one returns a device token for later requests. */
  tryPin(pin: string, device: string | undefined): Observable<PinAnswer> {
    return this.#http.post<{ device: string }>('/api/device/pin', { pin }, { headers: device === undefined ? {} : { 'X-Device-Token': device } }).pipe(
      map((answer): PinAnswer => ({ outcome: 'right', device: answer.device })),
      catchError((error: HttpErrorResponse) => of<PinAnswer>({ outcome: 'wrong', message: error.status === 0 ? NO_ANSWER : titleOf(error) })),
    );
  }

  house(): Observable<HouseNow> {
    return this.#http.get<HouseNow>('/api/workbench/house');
  }

  setHouse(version: number, house: House): Observable<SentHouse> {
    return this.#http.post<HouseNow>('/api/workbench/house', { version, house }).pipe(
      map((now): SentHouse => ({ outcome: 'saved', now })),
      catchError((error: HttpErrorResponse) => {
        const now = bodyOf(error)['now'] as HouseNow | undefined;
        if (error.status === 409 && now) return of<SentHouse>({ outcome: 'stale', now });
        return of<SentHouse>({ outcome: 'not-saved', message: failureOf(error) === 'refused' ? titleOf(error) : 'The server does not answer just now. What you typed is still here; please save again.' });
      }),
    );
  }

  deleteUnusedPictures(): Observable<unknown> {
    return this.#http.post('/api/workbench/house/unused-pictures/delete', {});
  }
}
