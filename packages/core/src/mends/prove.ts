import { applyUnchecked } from '../change/change.ts';
import type { LineCheck, Watcher } from '../check/check-menu.ts';
import type { Finding } from '../check/finding.ts';
import { faultsOfMeaning } from '../menu/validate.ts';
import type { Workbook } from '../menu/workbook.ts';
import { promiseFindings, promisesOf } from '../promises/keep.ts';
import type { Context } from '../api/line.ts';
import type { Clock } from '../quote/calendar.ts';
import { type Mend, mendCandidates } from './candidates.ts';

/** Everything that line check finds, and the promises that are not kept. `lineCheck` remembers what it proved before. */
export function checkWorkbook(
  menu: Workbook,
  context: Context,
  clock: Clock,
  lineCheck: LineCheck,
  watch?: Watcher,
): Finding[] {
  return [...promiseFindings(menu, promisesOf(menu), clock), ...lineCheck.check(menu, context, clock, watch)];
}

/** Identifies a finding among those of one menu. */
export function findingKey({ code, where, params }: Finding): string {
  // A dish may have several promises.
  return [code, where, params['promise']].filter(Boolean).join(' ');
}

/**
 * The obvious mend of a finding, proved by checking the mended menu: it removes the finding and adds none. Undefined if
 * there is none. `findings`: all of the menu's, as `check` finds them.
 */
export function provedMend(
  menu: Workbook,
  finding: Finding,
  findings: readonly Finding[],
  check: (menu: Workbook) => readonly Finding[],
): Mend | undefined {
  const known = new Set(findings.map(findingKey));
  return mendCandidates(menu, finding).find(({ edits }) => {
    if (edits.length === 0) return false;
    const mended = applyUnchecked(menu, { edits });
    if (faultsOfMeaning(mended).length > 0) return false;
    const keys = check(mended).map(findingKey);
    return !keys.includes(findingKey(finding)) && keys.every((key) => known.has(key));
  });
}
