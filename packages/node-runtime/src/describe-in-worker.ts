import type { SchemaMenu, SchemaOrgOptions, Workbook } from '@hearty-ladle/core';
import { newThread } from './new-thread.ts';
import type { DescribeTask } from './describe-worker.ts';

/** A menu in the terms of schema.org, worked out in a thread. */
export async function describeInWorker(menu: Workbook, options: SchemaOrgOptions): Promise<SchemaMenu> {
  const worker = newThread(new URL('./describe-worker.ts', import.meta.url), { menu, options } satisfies DescribeTask);
  try {
    return await new Promise((resolve, reject) => {
      worker.once('error', reject);
      worker.once('message', resolve);
    });
  } finally {
    void worker.terminate();
  }
}
