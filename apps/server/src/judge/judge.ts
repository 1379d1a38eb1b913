import { Worker } from 'node:worker_threads';
import { apply, type Change, type Fault, type Menu } from '@hearty-ladle/core';
import { newThread } from '@hearty-ladle/host';
import { BusyError } from '../db/gate.ts';
import type { JudgeAnswer, JudgeTask } from './judge-worker.ts';
import type { RequestName } from './request-schemas.ts';

const MOST_WAITING = 6;
/** What takes longer is given up: no change or import of a real house does. */
const LONGEST_MS = 15_000;
const EDITS_AT_ONCE = 200;

/**
 * Judges what is heavy in a thread of its own, so that other requests are served meanwhile. One thing after another,
 * few of them waiting, none without end.
 */
export class Judge {
  #thread: Worker | undefined;
  #nextId = 1;
  readonly #asked = new Map<number, { readonly resolve: (faults: readonly Fault[]) => void; readonly reject: (error: Error) => void; readonly timer: NodeJS.Timeout }>();

  /** The faults of a body's form, from its bytes. */
  faultsOfRequest(name: RequestName, body: Uint8Array): Promise<readonly Fault[]> {
    return this.#ask({ task: 'request', name, body });
  }

  /** What would be wrong with the menu after a change; a small one is judged here and now. */
  async faultsOfChange(menu: Menu, change: Change): Promise<readonly Fault[]> {
    if (change.edits.length > EDITS_AT_ONCE) return this.#ask({ task: 'change', menu, change });
    const changed = apply(menu, change);
    return changed.ok ? [] : changed.faults;
  }

  async stop(): Promise<void> {
    await this.#end(new Error('the server is closing'));
  }

  #ask(task: JudgeTask): Promise<readonly Fault[]> {
    if (this.#asked.size >= MOST_WAITING) return Promise.reject(new BusyError());
    return new Promise((resolve, reject) => {
      const id = this.#nextId++;
      const timer = setTimeout(() => void this.#end(new BusyError()), LONGEST_MS);
      this.#asked.set(id, { resolve, reject, timer });
      this.#started().postMessage({ id, ...task });
    });
  }

  #started(): Worker {
    if (this.#thread) return this.#thread;
    const thread = newThread(new URL('./judge-worker.ts', import.meta.url));
    thread.unref();
    thread.on('message', ({ id, faults }: JudgeAnswer) => {
      const asked = this.#asked.get(id);
      this.#asked.delete(id);
      clearTimeout(asked?.timer);
      asked?.resolve(faults);
    });
    thread.on('error', (error) => void this.#end(error as Error));
    this.#thread = thread;
    return thread;
  }

  /** Ends the thread with whatever it was asked; the next question starts another. */
  async #end(error: Error): Promise<void> {
    const thread = this.#thread;
    this.#thread = undefined;
    for (const { reject, timer } of this.#asked.values()) {
      clearTimeout(timer);
      reject(error);
    }
    this.#asked.clear();
    await thread?.terminate();
  }
}
