import { parentPort } from 'node:worker_threads';
import { applyUnchecked, type Change, faultsOfMeaning, type Menu } from '@hearty-ladle/core';
import { type Judgement, judgementOf, judgeRequest } from './request-schemas.ts';

/** A task for the judge thread: validate the shape of a body, or the meaning of a menu after a change. */
export type JudgeTask =
  | { readonly task: 'request'; readonly name: string; readonly body: Uint8Array }
  | { readonly task: 'change'; readonly menu: Menu; readonly change: Change };
/** `judgement` is absent if the body is not JSON. */
export interface JudgeAnswer {
  readonly id: number;
  readonly judgement: Judgement | undefined;
}

parentPort?.on('message', ({ id, ...task }: JudgeTask & { id: number }) => {
  parentPort?.postMessage({ id, judgement: judgementFor(task) } satisfies JudgeAnswer);
});

function judgementFor(task: JudgeTask): Judgement | undefined {
  if (task.task === 'change') return judgementOf(faultsOfMeaning(applyUnchecked(task.menu, task.change)));
  try {
    return judgeRequest(task.name, JSON.parse(new TextDecoder().decode(task.body)));
  } catch (error) {
    if (error instanceof SyntaxError) return undefined;
    throw error;
  }
}
