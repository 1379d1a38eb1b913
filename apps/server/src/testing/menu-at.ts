import type { Menu } from '@hearty-ladle/core';
import { request } from './signed-in.ts';

interface Stored {
  readonly revision: number;
  readonly menu: Menu;
  readonly versions: Readonly<Record<string, Record<string, number>>>;
}

/** The menu as a server shows it. */
export async function menuAt(server: string): Promise<Stored> {
  return (await request(server).get('/api/workbench/menu').expect(200)).body as Stored;
}
