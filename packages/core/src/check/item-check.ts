import type { Budget } from '../analysis/eliminate.ts';
import type { CompiledItem, CompiledMenu } from '../compile/compiled.ts';
import type { Clock } from '../quote/circumstances.ts';
import type { Context } from '../quote/request-schema.ts';
import type { Occasion } from './contexts.ts';
import type { FindingList } from './finding.ts';

/** One item under check: where, on which occasions, with how much work, and where findings go. */
export interface ItemCheck {
  readonly menu: CompiledMenu;
  readonly item: CompiledItem;
  readonly context: Context;
  readonly occasions: readonly Occasion[];
  readonly clock: Clock;
  readonly budget: Budget;
  readonly found: FindingList;
}
