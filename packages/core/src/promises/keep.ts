import equal from 'fast-deep-equal';
import type { Problem, Ticket } from '../api/quote.ts';
import type { Finding, Replay } from '../check/finding.ts';
import { newId } from '../exchange/typed-list.ts';
import type { Menu } from '../menu/document.ts';
import type { Workbook } from '../menu/workbook.ts';
import type { Line } from '../api/line.ts';
import { quoteLine } from '../order/quote.ts';
import type { Clock } from '../quote/calendar.ts';
import type { MenuPromise, PinnedBuild } from '../api/promise.ts';

/** The promises that are kept beside the document. */
export function promisesOf({ promises = [] }: Workbook): readonly MenuPromise[] {
  return promises as readonly MenuPromise[];
}

/** How a promise is not kept: the build can't be ordered, comes to another total, or is read otherwise. */
export interface Broken<P extends PinnedBuild = PinnedBuild> {
  readonly promise: P;
  /** Why the build can't be ordered as it was pinned. */
  readonly problems: readonly Problem[];
  /** What it comes to now. */
  readonly total: number;
  readonly tickets: readonly Ticket[];
  readonly readsOtherwise: boolean;
}

/** The promises that a valid menu does not keep. Builds without a time are judged at the clock's. */
export function brokenPromises<P extends PinnedBuild>(menu: Menu, promises: readonly P[], clock: Clock): Broken<P>[] {
  return promises.flatMap((promise) => {
    const { ok, problems, price, tickets } = quoteLine(menu, promise.line, clock);
    const readsOtherwise = promise.tickets !== undefined && !equal(tickets, promise.tickets);
    const isKept = ok && price.line === promise.total && !readsOtherwise;
    return isKept ? [] : [{ promise, problems, total: price.line, tickets, readsOtherwise }];
  });
}

/** How a line is shown in the faces again. */
export function replayOfLine({ picks = [], notes, dates, amounts, consents, ...occasion }: Line): Replay {
  const given = Object.entries({ notes, dates, amounts, consents }).filter(([, answers]) => answers !== undefined);
  return { picks, occasion, ...(given.length > 0 && { given: Object.fromEntries(given) }) };
}

/** Broken promises as findings of line check, at the dish that was pinned. */
export function promiseFindings(menu: Menu, promises: readonly PinnedBuild[], clock: Clock): Finding[] {
  return brokenPromises(menu, promises, clock).map(({ promise, problems, total, readsOtherwise }) => ({
    code: 'promise-broken',
    severity: 'stop',
    where: `items/${promise.line.item}`,
    params: {
      name: promise.name,
      ...('id' in promise && { promise: promise.id }),
      promised: promise.total,
      total,
      problems: problems.map(({ code }) => code),
      readsOtherwise,
    },
    ...replayOfLine(promise.line),
  }));
}

/** The promises of the workbook that a change breaks, or that it adds broken. */
export function newlyBroken(before: Workbook, after: Workbook, clock: Clock): MenuPromise[] {
  const broken = brokenPromises(after, promisesOf(after), clock).map(({ promise }) => promise);
  if (broken.length === 0) return [];
  const already = new Set(brokenPromises(before, promisesOf(before), clock).map(({ promise }) => promise.id));
  return broken.filter(({ id }) => !already.has(id));
}

/** Pins a build as it comes out now: what it costs and what is read. `line` says when it is ordered. */
export function pinned(workbook: Workbook, name: string, line: Line, clock: Clock): MenuPromise {
  const { price, tickets } = quoteLine(workbook, line, clock);
  const taken = promisesOf(workbook).map(({ id }) => id);
  return { id: newId(name, taken), name, line, total: price.line, tickets: copyOf(tickets) };
}

/** The same promise of what its build costs and says now. */
export function promisedAnew({ promise, total, tickets }: Broken<MenuPromise>): MenuPromise {
  return { ...promise, total, ...(promise.tickets && { tickets: copyOf(tickets) }) };
}

function copyOf(tickets: readonly Ticket[]): Ticket[] {
  return JSON.parse(JSON.stringify(tickets)) as Ticket[];
}
