import { inject, Injectable, signal } from '@angular/core';
import { Observable, share, switchMap } from 'rxjs';
import { type Audience, PageAudience } from './audience.ts';
import type { LiveEvent } from './wire.ts';

const RETRY_MS = 2_000;

/** The server's live events. The browser reconnects by itself; `connected` is emitted after every connection. */
@Injectable({ providedIn: 'root' })
export class Live {
  readonly #audience = inject(PageAudience);
  readonly #connected = signal(false);
  /** Whether the connection is open. */
  readonly connected = this.#connected.asReadonly();
  readonly events: Observable<LiveEvent> = this.#audience.changes.pipe(switchMap((audience) => this.#stream(audience)), share());

  #stream(audience: Audience): Observable<LiveEvent> {
    return new Observable((subscriber) => {
      let source: EventSource;
      let retry: ReturnType<typeof setTimeout> | undefined;
      const open = () => {
        source = new EventSource(`/api/${audience}/events`);
        source.onopen = () => this.#connected.set(true);
        source.onmessage = ({ data }: MessageEvent<string>) => subscriber.next(JSON.parse(data) as LiveEvent);
        source.onerror = () => {
          this.#connected.set(false);
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
