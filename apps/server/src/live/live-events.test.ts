import { EventEmitter } from 'node:events';
import type { Request, Response } from 'express';
import { expect, it } from 'vitest';
import { LiveEvents } from './live-events.ts';

class Page extends EventEmitter {
  status = 0;
  ended = false;
  writableLength = 0;
  writeHead(status: number): void {
    this.status = status;
  }
  write(): void {
    this.writableLength += 0;
  }
  end(): void {
    this.ended = true;
  }
}

function connect(live: LiveEvents, method = 'GET'): Page {
  const page = new Page();
  live.connect({ method } as Request, page as unknown as Response, ['menu']);
  return page;
}

it('as many pages listen to one process as it can serve; the others are told to come again', () => {
  const live = new LiveEvents('postgres://nowhere');
  const pages = Array.from({ length: 3_000 }, () => connect(live));
  expect(new Set(pages.map(({ status }) => status))).toEqual(new Set([200]));
  expect(connect(live)).toMatchObject({ status: 503, ended: true });
  pages[0]?.emit('close');
  expect(connect(live)).toMatchObject({ status: 200, ended: false });
  expect(connect(live, 'HEAD')).toMatchObject({ ended: true });
});
