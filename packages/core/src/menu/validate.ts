import type { Menu } from './document.ts';
import { type Fault, FaultList } from './fault.ts';
import { scopeOf, type Unjudged } from './scope.ts';
import { checkLimits } from './validate-limits.ts';
import { checkOpens } from './validate-opens.ts';
import { checkChoicePrices } from './validate-prices.ts';
import { checkReferences } from './validate-references.ts';
import { checkRuleOrder } from './validate-rules.ts';
import { checkVariants } from './validate-variants.ts';

/**
 * Every fault in the meaning of a document whose shape is right: ids, references, languages, limits, openings,
 * prices without a clear meaning, variant tables, rules in a circle. An empty list means that it may be served.
 */
export function faultsOfMeaning(menu: Menu, unjudged: Unjudged = () => false): Fault[] {
  const scope = scopeOf(menu, new FaultList(), unjudged);
  checkReferences(scope);
  checkLimits(scope);
  checkOpens(scope);
  checkChoicePrices(scope);
  checkVariants(scope);
  checkRuleOrder(scope);
  return scope.found.faults;
}
