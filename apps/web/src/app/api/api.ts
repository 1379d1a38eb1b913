import { HttpClient, type HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ChangeRequest, House, OrderRequest, Placement } from '@hearty-ladle/core';
import { catchError, map, type Observable, of } from 'rxjs';
import { Person } from '../state/person.ts';
import { PageAudience } from './audience.ts';
import { bodyOf, failureOf, type FailureKind, titleOf } from './failure.ts';
import type {
  Conflict, HouseNow, JournalEntry, KeptChange, LineProblem, ListedOrder, OpenedOrder, PaperOut, ParkedOrder, PassTicket, PlacedOrder, Printer, Progress, FaultWithMessage, StoredMenu,
} from './wire.ts';

type Unanswered = Exclude<FailureKind, 'refused'>;

/** What became of a change that was sent. Unanswered: it may have been kept or not; sent again it is answered. */
export type SentChange =
  | { readonly outcome: 'kept'; readonly kept: KeptChange }
  | { readonly outcome: 'conflict'; readonly revision: number; readonly conflicts: readonly Conflict[] }
  | { readonly outcome: 'refused'; readonly faults: readonly FaultWithMessage[]; readonly says: string }
  | { readonly outcome: Unanswered };

export type SentOrder =
  | { readonly outcome: 'placed'; readonly order: PlacedOrder }
  | { readonly outcome: 'refused'; readonly problems: readonly LineProblem[]; readonly says: string }
  /** The menu changed between choosing and placing. */
  | { readonly outcome: 'costs-otherwise'; readonly total: number }
  /** An earlier try that was never answered had been placed; this one was not. */
  | { readonly outcome: 'first-was-placed'; readonly order: PlacedOrder }
  | { readonly outcome: Unanswered };

export type PinAnswer = { readonly outcome: 'right'; readonly device: string } | { readonly outcome: 'wrong'; readonly says: string };

/** What became of settings that were saved: as they stand now, also where somebody else was first. */
export type SentHouse = { readonly outcome: 'saved' | 'stale'; readonly now: HouseNow } | { readonly outcome: 'not-saved'; readonly says: string };

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
    return this.#http.post<KeptChange>('/api/workbench/changes', request, { headers: this.#who() }).pipe(
      map((kept): SentChange => ({ outcome: 'kept', kept })),
      catchError((error: HttpErrorResponse) => {
        const body = bodyOf(error);
        if (error.status === 409) {
          return of<SentChange>({ outcome: 'conflict', revision: Number(body['revision'] ?? 0), conflicts: (body['conflicts'] as Conflict[] | undefined) ?? [] });
        }
        const kind = failureOf(error);
        if (kind !== 'refused') return of<SentChange>({ outcome: kind });
        return of<SentChange>({ outcome: 'refused', faults: (body['faults'] as FaultWithMessage[] | undefined) ?? [], says: titleOf(error) });
      }),
    );
  }

  journal(before?: number): Observable<JournalEntry[]> {
    return this.#http.get<JournalEntry[]>('/api/workbench/journal', { params: before === undefined ? {} : { before } });
  }

  /** Undoes one change; answers why not, in words, or nothing when it was done. The same id is answered the same. */
  undo(seq: number, id: string): Observable<string | undefined> {
    return this.#http.post(`/api/workbench/journal/${seq}/take-back`, { id }, { headers: this.#who() }).pipe(
      map(() => undefined),
      catchError((error: HttpErrorResponse) => of(failureOf(error) === 'refused' ? titleOf(error) : 'The server does not answer just now. Try again: it is undone once, however often it is sent.')),
    );
  }

  #who(): Record<string, string> {
    return { 'X-Working-As': encodeURIComponent(this.#person.name()) };
  }

  /** Places an order as the page's audience does: a guest's, or a till's with the token by which it is known. */
  placeOrder(order: OrderRequest, key: string, device?: string): Observable<SentOrder> {
    const headers = { 'Idempotency-Key': key, ...(device !== undefined && { 'X-Device-Token': device }) };
    return this.#http.post<PlacedOrder>(`/api/${this.#audience.now() === 'device' ? 'device' : 'shop'}/orders`, order, { headers }).pipe(
      map((placed): SentOrder => ({ outcome: 'placed', order: placed })),
      catchError((error: HttpErrorResponse) => {
        const kind = failureOf(error);
        // Too many wrong PINs is an answer too: trying again at once would only make it worse.
        if (kind !== 'refused' && error.status !== 429) return of<SentOrder>({ outcome: kind });
        const { total, order: first, problems = [] } = bodyOf(error) as { total?: number; order?: PlacedOrder; problems?: LineProblem[] };
        if (error.status === 409 && total !== undefined) return of<SentOrder>({ outcome: 'costs-otherwise', total });
        if (error.status === 409 && first) return of<SentOrder>({ outcome: 'first-was-placed', order: first });
        return of<SentOrder>({ outcome: 'refused', problems, says: titleOf(error) });
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

  /** Whether a PIN is known at the till, and the token by which this till is known from then on. */
  tryPin(pin: string, device: string | undefined): Observable<PinAnswer> {
    return this.#http.post<{ device: string }>('/api/device/pin', { pin }, { headers: device === undefined ? {} : { 'X-Device-Token': device } }).pipe(
      map((answer): PinAnswer => ({ outcome: 'right', device: answer.device })),
      catchError((error: HttpErrorResponse) => of<PinAnswer>({ outcome: 'wrong', says: error.status === 0 ? NO_ANSWER : titleOf(error) })),
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
        return of<SentHouse>({ outcome: 'not-saved', says: failureOf(error) === 'refused' ? titleOf(error) : 'The server does not answer just now. What you typed is still here; please save again.' });
      }),
    );
  }

  deleteUnusedPictures(): Observable<unknown> {
    return this.#http.post('/api/workbench/house/unused-pictures/delete', {});
  }
}
