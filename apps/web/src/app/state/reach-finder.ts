import { Injectable } from '@angular/core';
import type { Change, Menu, Reach } from '@hearty-ladle/core';
import { Observable } from 'rxjs';

export type ReachMessage =
  | { readonly type: 'progress'; readonly done: number; readonly total: number }
  | { readonly type: 'done'; readonly reach: Reach };

/** Works the reach of a change out in a worker. Whoever stops listening ends the work. */
@Injectable({ providedIn: 'root' })
export class ReachFinder {
  find(before: Menu, change: Change): Observable<ReachMessage> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('./reach.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<ReachMessage>) => {
        subscriber.next(data);
        if (data.type === 'done') subscriber.complete();
      };
      worker.postMessage({ before, change });
      return () => worker.terminate();
    });
  }
}
