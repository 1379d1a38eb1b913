import { parentPort } from 'node:worker_threads';
import { applyUnchecked, type Change, type Fault, faultsOfMeaning, type Menu } from '@hearty-ladle/core';
import { faultsOfRequest, type RequestName } from './request-schemas.ts';

/** What a judging thread is asked: the form of a body as it came, or the meaning of a menu after a change. */
export type JudgeTask =
  | { readonly task: 'request'; readonly name: RequestName; readonly body: Uint8Array }
  | { readonly task: 'change'; readonly menu: Menu; readonly change: Change };
export interface JudgeAnswer {
  readonly id: number;
  readonly faults: readonly Fault[];
}

parentPort?.on('message', ({ id, ...task }: JudgeTask & { id: number }) => {
  const faults = task.task === 'request'
    ? faultsOfRequest(task.name, JSON.parse(new TextDecoder().decode(task.body)))
    : faultsOfMeaning(applyUnchecked(task.menu, task.change));
  parentPort?.postMessage({ id, faults } satisfies JudgeAnswer);
});
