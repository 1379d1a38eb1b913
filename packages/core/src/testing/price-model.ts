import type { Menu } from '../index.ts';
import { compileMenu } from '../compile/compile-menu.ts';
import type { OfferedChoice, OfferedGroup } from '../compile/compiled.ts';
import { type Price, priceIn, share } from '../money/money.ts';

/** The groups of a menu's first item that a small mixed-integer model can express. */
export function plainMenu(menu: Menu): Menu {
  const groups = menu.groups.map((group) => {
    if (group.kind !== 'choices') return group;
    const choices = (group.choices ?? []).map(({ opens: _, price, ...choice }) => {
      const isAdded = price && 'add' in price;
      return isAdded ? { ...choice, price: { add: price.add } } : choice;
    });
    return { ...group, includedFirst: 'picked' as const, choices };
  });
  const items = menu.items.map(({ variants: _, ...item }) => item);
  return { ...menu, groups, items, rules: [] };
}

/**
 * The lowest or highest price of an item as a mixed-integer program in CPLEX's LP format: one binary variable for each
 * choice, units and amount, and one integer for its free units.
 */
export function priceModel(menu: Menu, side: 'Minimize' | 'Maximize'): { lp: string; constant: number } {
  const item = compileMenu(menu).item(menu.items[0]?.id ?? '');
  const objective: string[] = [];
  const rows: string[] = [];
  const binaries: string[] = [];
  const bounds: string[] = [];
  for (const group of item?.groups ?? []) {
    const options = group.choices.flatMap((choice) => optionsOf(group, choice));
    if (options.length === 0 && group.min === 0) continue;
    for (const { x, units, price, free } of options) {
      binaries.push(x);
      objective.push(signed(units * price, x));
      if (group.included === 0) continue;
      objective.push(signed(-price, free));
      rows.push(`${free} - ${units} ${x} <= 0`);
      bounds.push(`0 <= ${free} <= ${units}`);
    }
    const units = options.map((option) => `${option.units} ${option.x}`).join(' + ') || '0 none';
    rows.push(`${units} >= ${group.min}`);
    if (group.max !== null) rows.push(`${units} <= ${group.max}`);
    if (group.included > 0 && options.length > 0)
      rows.push(`${options.map(({ free }) => free).join(' + ')} <= ${group.included}`);
    for (const choice of group.choices) {
      const own = options.filter((option) => option.choice === choice);
      if (own.length > 0) rows.push(`${own.map(({ x }) => x).join(' + ')} <= 1`);
      if (!choice.choice.alone) continue;
      for (const other of options.filter((option) => option.choice !== choice))
        rows.push(`${[...own, other].map(({ x }) => x).join(' + ')} <= 1`);
    }
  }
  const lp = [
    side,
    ` obj: ${objective.join(' ') || '0 none'}`,
    'Subject To',
    ...rows.map((row, i) => ` c${i}: ${row}`),
    ' last: none = 0',
    'Bounds',
    ...bounds,
    'General',
    bounds.map((bound) => bound.split(' ')[2]).join(' '),
    'Binary',
    binaries.join(' '),
    'End',
  ];
  return { lp: lp.join('\n'), constant: fixed(menu) };
}

function optionsOf(group: OfferedGroup, choice: OfferedChoice) {
  const price = choice.attachedPrice ?? (choice.price && 'add' in choice.price ? choice.price.add : 0);
  const list = group.priceList ?? 'house';
  return [{ id: 'usual', price: 10_000 }, ...group.amounts.values()].flatMap((amount) =>
    Array.from({ length: choice.max }, (_, i) => {
      const name = `${group.id}_${choice.id}_${amount.id}_${i + 1}`;
      return {
        choice,
        units: i + 1,
        price: share(priceIn(price, list, 'house'), amount.price ?? 10_000),
        x: `x_${name}`,
        free: `f_${name}`,
      };
    }),
  );
}

/** What every build costs: the item, required notes and required amounts. */
function fixed(menu: Menu): number {
  const [item] = menu.items;
  const value = (price: Price, list = 'house') => priceIn(price, list, 'house');
  const prices = (item?.groups ?? []).map((at) => {
    const group = menu.groups.find(({ id }) => id === at.group);
    if (group?.kind === 'note' && group.note?.required) return value(group.note.price ?? 0, at.priceList);
    return group?.kind === 'amount' && group.amount?.required ? value(group.amount.min ?? 0, at.priceList) : 0;
  });
  return prices.reduce((sum, price) => sum + price, value(item?.price ?? 0));
}

function signed(value: number, variable: string): string {
  return `${value < 0 ? '-' : '+'} ${Math.abs(value)} ${variable}`;
}
