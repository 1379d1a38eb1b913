import { Injectable, signal } from '@angular/core';
import { Observable, share } from 'rxjs';
import type { LiveEvent } from './wire.ts';

const RETRY_MS = 2_000;

/** The server's live events. The browser reconnects by itself; `connected` comes again each time it has. */
@Injectable({ providedIn: 'root' })
export class Live {
  readonly #connected = signal(false);
  /** Whether events are arriving right now. */
  readonly connected = this.#connected.asReadonly();

  readonly events = new Observable<LiveEvent>((subscriber) => {
    let source: EventSource;
    let retry: ReturnType<typeof setTimeout> | undefined;
    const open = () => {
      source = new EventSource('/api/events');
      source.onopen = () => this.#connected.set(true);
      source.onmessage = ({ data }: MessageEvent<string>) => subscriber.next(JSON.parse(data) as LiveEvent);
      source.onerror = () => {
        this.#connected.set(false);
        // After an answer that is no stream the browser gives up; we do not.
        if (source.readyState === EventSource.CLOSED) retry = setTimeout(open, RETRY_MS);
      };
    };
    open();
    return () => {
      clearTimeout(retry);
      source.close();
    };
  }).pipe(share());
}
