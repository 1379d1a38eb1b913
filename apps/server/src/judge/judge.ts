import { type Worker } from 'node:worker_threads';
import { apply, type Change, type Menu, routeName, workbenchApi } from '@hearty-ladle/core';
import { newThread } from '@hearty-ladle/node-runtime';
import { BusyError, Gate } from '../db/gate.ts';
import type { JudgeAnswer, JudgeTask } from './judge-worker.ts';
import { type Judgement, judgementOf, judgeRequest } from './request-schemas.ts';

/** A task that can't start in time is refused, so that nobody waits for a queue of expensive ones. */
const LONGEST_WAIT_MS = 300;
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
 * waiting and the time are limited.
 */
export class Judge {
  #thread: Worker | undefined;
  #running: RunningTask | undefined;
  readonly #turn = new Gate(1, LONGEST_WAIT_MS);

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

  /** Prepares the validation of menu changes, which otherwise delays the first one. */
  warmUp(): void {
    const name = routeName(workbenchApi.change);
    judgeRequest(name, null);
    this.#ask({ task: 'request', name, body: Buffer.from('null') }).catch(() => undefined);
  }

  #ask(task: JudgeTask): Promise<Judgement> {
    return this.#turn.run(
      () =>
        new Promise((resolve, reject) => {
          const timer = setTimeout(() => void this.#end(new BusyError()), LONGEST_MS);
          this.#running = { resolve, reject, timer };
          this.#started().postMessage(task);
        }),
    );
  }

  #started(): Worker {
    if (this.#thread) return this.#thread;
    const thread = newThread(new URL('./judge-worker.ts', import.meta.url));
    thread.unref();
    thread.on('message', (judgement: JudgeAnswer) => {
      const running = this.#finished();
      if (judgement) running?.resolve(judgement);
      else running?.reject(new NotJsonError());
    });
    thread.on('error', (error) => void this.#end(error as Error));
    this.#thread = thread;
    return thread;
  }

  /** Ends the thread and rejects its task; the next task starts a new one. */
  async #end(error: Error): Promise<void> {
    const thread = this.#thread;
    this.#thread = undefined;
    this.#finished()?.reject(error);
    await thread?.terminate();
  }

  #finished(): RunningTask | undefined {
    const running = this.#running;
    this.#running = undefined;
    clearTimeout(running?.timer);
    return running;
  }
}

interface RunningTask {
  readonly resolve: (judgement: Judgement) => void;
  readonly reject: (error: Error) => void;
  readonly timer: NodeJS.Timeout;
}
