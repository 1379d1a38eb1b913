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
 * Checks the meaning of a well-formed document: ids, references, languages, limits, openings, prices, variants tables,
 * rule cycles. An empty list means that it may be served.
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
