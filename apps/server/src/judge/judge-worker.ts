import { parentPort } from 'node:worker_threads';
import { applyUnchecked, type Change, faultsOfMeaning, type Menu } from '@hearty-ladle/core';
import { judgeBytes, type Judgement, judgementOf } from './request-schemas.ts';

/** A task for the judge thread: validate the shape of a body, or the meaning of a menu after a change. */
export type JudgeTask =
  | { readonly task: 'request'; readonly name: string; readonly body: Uint8Array }
  | { readonly task: 'change'; readonly menu: Menu; readonly change: Change };
/** Undefined if the body is not JSON. */
export type JudgeAnswer = Judgement | undefined;

parentPort?.on('message', (task: JudgeTask) => parentPort?.postMessage(judgementFor(task)));

function judgementFor(task: JudgeTask): JudgeAnswer {
  return task.task === 'request'
    ? judgeBytes(task.name, task.body)
    : judgementOf(faultsOfMeaning(applyUnchecked(task.menu, task.change)));
}
