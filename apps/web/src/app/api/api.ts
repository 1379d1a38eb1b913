import { HttpClient, type HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { ChangeRequest, OrderQuote, Placement } from '@hearty-ladle/core';
import { catchError, map, type Observable, of } from 'rxjs';
import { Person } from '../state/person.ts';
import type { Conflict, HeldOrder, JournalEntry, KeptChange, LineProblem, ListedOrder, OpenedOrder, PaperOut, PassTicket, PlacedOrder, Printer, Progress, SaidFault, StoredMenu } from './wire.ts';

/** What became of a change that was sent. `away`: the server did not answer; nothing is known to be kept. */
export type SentChange =
  | { readonly outcome: 'kept'; readonly kept: KeptChange }
  | { readonly outcome: 'conflict'; readonly conflicts: readonly Conflict[] }
  | { readonly outcome: 'refused'; readonly faults: readonly SaidFault[]; readonly says: string }
  | { readonly outcome: 'away' };

export type SentOrder =
  | { readonly outcome: 'placed'; readonly order: PlacedOrder }
  | { readonly outcome: 'refused'; readonly problems: readonly LineProblem[]; readonly says: string }
  /** The menu changed between choosing and placing. */
  | { readonly outcome: 'costs-otherwise'; readonly total: number }
  | { readonly outcome: 'away' };

@Injectable({ providedIn: 'root' })
export class Api {
  readonly #http = inject(HttpClient);
  readonly #person = inject(Person);

  menu(): Observable<StoredMenu> {
    return this.#http.get<StoredMenu>('/api/menu');
  }

  change(request: ChangeRequest): Observable<SentChange> {
    return this.#http.post<KeptChange>('/api/changes', request, { headers: this.#who() }).pipe(
      map((kept): SentChange => ({ outcome: 'kept', kept })),
      catchError((error: HttpErrorResponse) => {
        const body = bodyOf(error);
        if (error.status === 409) return of<SentChange>({ outcome: 'conflict', conflicts: (body['conflicts'] as Conflict[] | undefined) ?? [] });
        if (!isRefusal(error)) return of<SentChange>({ outcome: 'away' });
        return of<SentChange>({ outcome: 'refused', faults: (body['faults'] as SaidFault[] | undefined) ?? [], says: saidBy(error) });
      }),
    );
  }

  journal(before?: number): Observable<JournalEntry[]> {
    return this.#http.get<JournalEntry[]>('/api/journal', { params: before === undefined ? {} : { before } });
  }

  /** Takes one change back; answers why not, in words, or nothing when it was done. */
  takeBack(seq: number): Observable<string | undefined> {
    return this.#http.post(`/api/journal/${seq}/take-back`, {}, { headers: this.#who() }).pipe(
      map(() => undefined),
      catchError((error: HttpErrorResponse) => of(isRefusal(error) ? saidBy(error) : 'The server does not answer just now; nothing was changed.')),
    );
  }

  #who(): Record<string, string> {
    return { 'X-Working-As': encodeURIComponent(this.#person.name()) };
  }

  placeOrder(order: Placement, key: string): Observable<SentOrder> {
    return this.#http.post<PlacedOrder>('/api/orders', order, { headers: { 'Idempotency-Key': key } }).pipe(
      map((placed): SentOrder => ({ outcome: 'placed', order: placed })),
      catchError((error: HttpErrorResponse) => {
        if (!isRefusal(error)) return of<SentOrder>({ outcome: 'away' });
        const quote = bodyOf(error)['quote'] as OrderQuote | undefined;
        if (error.status === 409 && quote) return of<SentOrder>({ outcome: 'costs-otherwise', total: quote.total });
        const problems = (bodyOf(error)['problems'] as LineProblem[] | undefined) ?? [];
        return of<SentOrder>({ outcome: 'refused', problems, says: saidBy(error) });
      }),
    );
  }

  tickets(): Observable<PassTicket[]> {
    return this.#http.get<PassTicket[]>('/api/tickets');
  }

  reprint(id: string): Observable<unknown> {
    return this.#http.post(`/api/tickets/${id}/reprint`, {});
  }

  printers(): Observable<Printer[]> {
    return this.#http.get<Printer[]>('/api/printers');
  }

  setPrinterMode(station: string, mode: string): Observable<unknown> {
    return this.#http.post(`/api/printers/${encodeURIComponent(station)}/mode`, { mode });
  }

  paper(station: string): Observable<PaperOut[]> {
    return this.#http.get<PaperOut[]>(`/api/printers/${encodeURIComponent(station)}/paper`);
  }

  progress(id: string): Observable<Progress> {
    return this.#http.get<Progress>(`/api/orders/${id}/progress`);
  }

  orders(find: string): Observable<ListedOrder[]> {
    return this.#http.get<ListedOrder[]>('/api/orders', { params: find === '' ? {} : { find } });
  }

  order(id: string): Observable<OpenedOrder> {
    return this.#http.get<OpenedOrder>(`/api/orders/${id}`);
  }

  held(): Observable<HeldOrder[]> {
    return this.#http.get<HeldOrder[]>('/api/held');
  }

  hold(order: Placement): Observable<unknown> {
    return this.#http.post('/api/held', order);
  }

  takeHeld(id: string): Observable<Placement> {
    return this.#http.post<Placement>(`/api/held/${id}/take`, {});
  }

  /** Whether a word is known at the till. */
  allow(pin: string): Observable<boolean> {
    return this.#http.post('/api/till/allow', { pin }).pipe(map(() => true), catchError(() => of(false)));
  }

  setBumped(id: string, bumped: boolean): Observable<unknown> {
    return this.#http.post(`/api/tickets/${id}/${bumped ? 'bump' : 'recall'}`, {});
  }
}

/** The request reached the server and was refused for what it says; another try would not help. */
function isRefusal(error: HttpErrorResponse): boolean {
  return error.status >= 400 && error.status < 500 && error.status !== 429;
}

function bodyOf(error: HttpErrorResponse): Record<string, unknown> {
  return typeof error.error === 'object' && error.error !== null ? (error.error as Record<string, unknown>) : {};
}

function saidBy(error: HttpErrorResponse): string {
  const title = bodyOf(error)['title'];
  return typeof title === 'string' ? title : 'The server refused this.';
}
