import { type Worker } from 'node:worker_threads';
import { apply, type Change, type Menu } from '@hearty-ladle/core';
import { newThread } from '@hearty-ladle/node-runtime';
import { BusyError } from '../db/gate.ts';
import type { JudgeAnswer, JudgeTask } from './judge-worker.ts';
import { type Judgement, judgementOf, judgeRequest } from './request-schemas.ts';

const MAX_WAITING = 3;
/** Tasks that take longer are aborted; no change or import of a real restaurant takes this long. */
const LONGEST_MS = 15_000;
const BYTES_JUDGED_HERE = 256 * 1024;
const EDITS_JUDGED_HERE = 200;

/** The body is not JSON. */
export class NotJsonError extends Error {}

function parsed(bytes: Uint8Array): unknown {
  try {
    return JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    throw new NotJsonError();
  }
}

/**
 * Runs expensive validation in a thread, so that other requests are served meanwhile. Tasks run one at a time; the
 * queue and the time are limited.
 */
export class Judge {
  #thread: Worker | undefined;
  #nextId = 1;
  readonly #pending = new Map<
    number,
    {
      readonly resolve: (judgement: Judgement) => void;
      readonly reject: (error: Error) => void;
      readonly timer: NodeJS.Timeout;
    }
  >();

  /**
   * Validates the shape of a body. A long body is parsed on the main thread only after the judge thread found it valid.
   */
  async ofRequest(name: string, bytes: Uint8Array): Promise<{ readonly body: unknown; readonly judgement: Judgement }> {
    if (bytes.length <= BYTES_JUDGED_HERE) {
      const body = parsed(bytes);
      return { body, judgement: judgeRequest(name, body) };
    }
    const judgement = await this.#ask({ task: 'request', name, body: bytes });
    return { body: judgement.faults.length === 0 ? parsed(bytes) : undefined, judgement };
  }

  /** Validates the menu that a change would produce; small changes are validated on the main thread. */
  async ofChange(menu: Menu, change: Change): Promise<Judgement> {
    if (change.edits.length > EDITS_JUDGED_HERE) return this.#ask({ task: 'change', menu, change });
    const changed = apply(menu, change);
    return judgementOf(changed.ok ? [] : changed.faults);
  }

  async stop(): Promise<void> {
    await this.#end(new Error('the server is closing'));
  }

  #ask(task: JudgeTask): Promise<Judgement> {
    if (this.#pending.size >= MAX_WAITING) return Promise.reject(new BusyError());
    return new Promise((resolve, reject) => {
      const id = this.#nextId++;
      const timer = setTimeout(() => void this.#end(new BusyError()), LONGEST_MS);
      this.#pending.set(id, { resolve, reject, timer });
      this.#started().postMessage({ id, ...task });
    });
  }

  #started(): Worker {
    if (this.#thread) return this.#thread;
    const thread = newThread(new URL('./judge-worker.ts', import.meta.url));
    thread.unref();
    thread.on('message', ({ id, judgement }: JudgeAnswer) => {
      const pending = this.#pending.get(id);
      this.#pending.delete(id);
      clearTimeout(pending?.timer);
      if (judgement) pending?.resolve(judgement);
      else pending?.reject(new NotJsonError());
    });
    thread.on('error', (error) => void this.#end(error as Error));
    this.#thread = thread;
    return thread;
  }

  /** Ends the thread and rejects its pending tasks; the next task starts a new one. */
  async #end(error: Error): Promise<void> {
    const thread = this.#thread;
    this.#thread = undefined;
    for (const { reject, timer } of this.#pending.values()) {
      clearTimeout(timer);
      reject(error);
    }
    this.#pending.clear();
    await thread?.terminate();
  }
}
