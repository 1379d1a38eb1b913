import { parentPort, workerData } from 'node:worker_threads';
import { documentOf, schemaOrg, type SchemaOrgOptions, type Workbook } from '@hearty-ladle/core';
import { clock } from './clock.ts';

/** What is described, and for whom. */
export interface DescribeTask {
  readonly menu: Workbook;
  readonly options: SchemaOrgOptions;
}

const { menu, options } = workerData as DescribeTask;
parentPort?.postMessage(schemaOrg(documentOf(menu), options, clock));
