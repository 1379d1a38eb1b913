import { Injectable } from '@angular/core';
import type { Analysis, Context, Menu } from '@hearty-ladle/core';
import { Observable } from 'rxjs';

export type Spans = ReadonlyMap<string, Analysis>;
export interface SpanQuestion {
  readonly menu: Menu;
  readonly ids: readonly string[];
  readonly context: Context;
}

/** Finds the lowest and highest price of dishes in a worker; told again as more of them are known. */
@Injectable({ providedIn: 'root' })
export class SpanFinder {
  find(menu: Menu, ids: readonly string[], context: Context): Observable<Spans> {
    return new Observable((subscriber) => {
      const worker = new Worker(new URL('./span.worker', import.meta.url), { type: 'module' });
      worker.onmessage = ({ data }: MessageEvent<readonly Analysis[]>) => subscriber.next(new Map(data.map((one) => [one.item, one])));
      worker.postMessage({ menu: onlyWhatMatters(menu, ids), ids, context } satisfies SpanQuestion);
      return () => worker.terminate();
    });
  }
}

/** A large menu is costly to hand over: the dishes asked about and those that answers stand for are enough. */
function onlyWhatMatters(menu: Menu, ids: readonly string[]): Menu {
  const wanted = new Set(ids);
  for (const group of menu.groups) {
    if (group.kind === 'choices') for (const { item } of group.choices ?? []) if (item !== undefined) wanted.add(item);
  }
  return { ...menu, items: menu.items.filter(({ id }) => wanted.has(id)) };
}
