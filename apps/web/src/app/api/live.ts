import type { LiveEvent } from '@hearty-ladle/core';
import { inject, Injectable } from '@angular/core';
import { BehaviorSubject, Observable, share, switchMap } from 'rxjs';
import { type Audience, PageAudience } from './audience.ts';

const RETRY_MS = 2_000;

/** The server's live events. The browser reconnects by itself; `connected` is emitted after every connection. */
@Injectable({ providedIn: 'root' })
export class Live {
  readonly #audience = inject(PageAudience);
  readonly #connected = new BehaviorSubject(false);
  /** Whether the connection is open. */
  readonly connected = this.#connected.asObservable();
  readonly events: Observable<LiveEvent> = this.#audience.changes.pipe(
    switchMap((audience) => this.#stream(audience)),
    share(),
  );

  #stream(audience: Audience): Observable<LiveEvent> {
    return new Observable((subscriber) => {
      let source: EventSource;
      let retry: ReturnType<typeof setTimeout> | undefined;
      const open = () => {
        source = new EventSource(`/api/${audience}/events`);
        source.onopen = () => this.#connected.next(true);
        source.onmessage = ({ data }: MessageEvent<string>) => subscriber.next(JSON.parse(data) as LiveEvent);
        source.onerror = () => {
          this.#connected.next(false);
          // After an answer that is not a stream the browser stops reconnecting; we retry.
          if (source.readyState === EventSource.CLOSED) retry = setTimeout(open, RETRY_MS);
        };
      };
      open();
      return () => {
        clearTimeout(retry);
        source.close();
      };
    });
  }
}
