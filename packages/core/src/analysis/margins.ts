import type { Context } from '../api/line.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { CompiledItem, CompiledMenu, OfferedGroup, UsedIngredient } from '../compile/compiled.ts';
import type { Id, Menu } from '../menu/document.ts';
import { toThousandths } from '../money/thousandths.ts';
import type { Clock } from '../quote/calendar.ts';
import { circumstancesOf } from '../quote/circumstances.ts';
import { costOf } from '../quote/cost.ts';
import { preselectedLine } from '../quote/edit-line.ts';
import { ProblemList } from '../quote/problem.ts';
import { evaluateLine } from '../quote/work-line.ts';
import { spanOf } from './analyze.ts';
import { Budget, OverBudget } from './budget.ts';
import { newModel, type ScaledCosts } from './model.ts';

/** What a dish leaves over what its ingredients cost to buy, in minor units, for one portion. */
export interface Margins {
  readonly item: Id;
  /** As preselected; `cost` is null if something it uses has no cost, or nothing is used. */
  readonly price: number;
  readonly cost: number | null;
  /** The least and the most that any valid build leaves; undefined if that is not known exactly. */
  readonly built: { readonly worst: number; readonly best: number } | undefined;
}

const STEPS = 600_000;
/** With larger scales, sums of prices could exceed exact integers. */
const LARGEST_SCALE = 10_000_000;

/**
 * The margins of a dish: `unit + once` less the cost of what is used, costs rounded as in quotes. Over all builds only if
 * every ingredient that can be used has a cost; a build that uses nothing costs nothing. Undefined if there is no such
 * dish.
 */
export function marginsOf(menu: Menu, id: Id, context: Context, clock: Clock): Margins | undefined {
  const compiled = compileMenu(menu);
  const item = compiled.item(id);
  const usual = item && evaluateLine(compiled, { ...context, ...preselectedLine(compiled, id) }, clock);
  if (!usual) return undefined;
  const { unit, once } = usual.price;
  return {
    item: id,
    price: unit + once,
    cost: costOf(compiled, usual.uses),
    built: builtMargins(compiled, item, context, clock),
  };
}

function builtMargins(
  menu: CompiledMenu,
  item: CompiledItem,
  context: Context,
  clock: Clock,
): { readonly worst: number; readonly best: number } | undefined {
  const uses = [...item.uses, ...usesWithin(item.groups)];
  const costs = scaledCosts(menu, uses);
  if (!costs || uses.length === 0) return undefined;
  const circumstances = circumstancesOf(menu, context, clock, new ProblemList());
  try {
    const span = spanOf(newModel(menu, item, circumstances, 1, { costs }), new Budget(STEPS));
    if (!span) return undefined;
    const own = item.uses.reduce(
      (sum, { ingredient, thousandths }) => sum + thousandths * (costs.perThousandth.get(ingredient) ?? 0),
      0,
    );
    // The cost is rounded half up, so the margin is rounded half down.
    const rounded = (scaled: number) => -Math.floor(-scaled / costs.scale + 0.5);
    return { worst: rounded(span.low - own), best: rounded(span.high - own) };
  } catch (error) {
    if (error instanceof OverBudget) return undefined;
    throw error;
  }
}

function usesWithin(groups: readonly OfferedGroup[]): readonly UsedIngredient[] {
  return groups.flatMap(({ choices }) => choices.flatMap(({ uses, opens }) => [...uses, ...usesWithin(opens)]));
}

/** Undefined if an ingredient has no cost, or the costs have no common scale that is small enough. */
function scaledCosts({ costs }: CompiledMenu, uses: readonly UsedIngredient[]): ScaledCosts | undefined {
  const used = [...new Set(uses.map(({ ingredient }) => ingredient))];
  const known = used.flatMap((ingredient) => {
    const cost = costs.get(ingredient);
    return cost ? [{ ingredient, amount: cost.amount, per: toThousandths(cost.per) }] : [];
  });
  if (known.length < used.length) return undefined;
  const scale = known.reduce((least, { per }) => (least * per) / divisor(least, per), 1);
  if (scale > LARGEST_SCALE) return undefined;
  return {
    scale,
    perThousandth: new Map(known.map(({ ingredient, amount, per }) => [ingredient, (amount * scale) / per])),
  };
}

/** The greatest common divisor. */
function divisor(a: number, b: number): number {
  return b === 0 ? a : divisor(b, a % b);
}
