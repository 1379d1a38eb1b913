import { parentPort, workerData } from 'node:worker_threads';
import { checkMenu, type Context, type Finding, type Menu } from '@hearty-ladle/core';
import { clock } from './clock.ts';

export type CheckMessage =
  { readonly done: number; readonly total: number } | { readonly findings: readonly Finding[] };

const { menu, context } = workerData as { menu: Menu; context: Context };
const tell = (message: CheckMessage) => parentPort?.postMessage(message);
const findings = checkMenu(menu, context, clock, (done, total) => {
  tell({ done, total });
  return true;
});
tell({ findings });
