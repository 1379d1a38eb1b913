import type { LiveEvent } from '@hearty-ladle/core';
import { inject, Injectable } from '@angular/core';
import { BehaviorSubject, NEVER, Observable, share, switchMap } from 'rxjs';
import { type Audience, PageAudience } from './audience.ts';

const RETRY_MS = 2_000;
/** Longest silence: two heartbeats of the server (HEARTBEAT_MS) and some delay on the way. */
const SILENCE_MS = 10_000;

/** The server's live events. The browser reconnects by itself; `connected` is emitted after every connection. */
@Injectable({ providedIn: 'root' })
export class Live {
  readonly #audience = inject(PageAudience);
  readonly #connected = new BehaviorSubject(false);
  /** Whether the connection is open. */
  readonly connected = this.#connected.asObservable();
  readonly events: Observable<LiveEvent> = this.#audience.changes.pipe(
    switchMap((audience) => (audience === undefined ? NEVER : this.#stream(audience))),
    share(),
  );

  /** A connection that stays silent is dead, as when the server is frozen: it is closed and opened again. */
  #stream(audience: Audience): Observable<LiveEvent> {
    return new Observable((subscriber) => {
      let source: EventSource;
      let retry: ReturnType<typeof setTimeout> | undefined;
      let silence: ReturnType<typeof setTimeout> | undefined;
      const heard = () => {
        clearTimeout(silence);
        silence = setTimeout(() => {
          this.#connected.next(false);
          source.close();
          open();
        }, SILENCE_MS);
      };
      const open = () => {
        source = new EventSource(`/api/${audience}/events`);
        heard();
        source.onmessage = ({ data }: MessageEvent<string>) => {
          heard();
          this.#connected.next(true);
          const event = JSON.parse(data) as LiveEvent;
          if (event.type !== 'alive') subscriber.next(event);
        };
        source.onerror = () => {
          this.#connected.next(false);
          // After an answer that is not a stream the browser stops reconnecting; we retry.
          if (source.readyState === EventSource.CLOSED) {
            clearTimeout(silence);
            retry = setTimeout(open, RETRY_MS);
          }
        };
      };
      open();
      return () => {
        clearTimeout(retry);
        clearTimeout(silence);
        source.close();
      };
    });
  }
}
