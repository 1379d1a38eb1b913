import type { Group, Item, Line, Menu, Rule } from '../index.ts';
import { choicesGroup, quoteDish, smallMenu } from './broth-bar.ts';

export const size = choicesGroup('size', {
  min: 1,
  max: 1,
  choices: [
    { id: 's', name: 'Small' },
    { id: 'l', name: 'Large', price: { add: 300 }, calories: 200 },
  ],
});
export const tops = choicesGroup('tops', {
  max: 4,
  amounts: [{ id: 'half', name: 'Half', word: 'HALF', price: 5000, portion: 5000 }],
  choices: [
    {
      id: 'egg',
      name: 'Egg',
      price: { add: 101 },
      max: 3,
      calories: 75,
      code: 'E',
      allergens: ['eggs'],
      uses: [{ ingredient: 'egg', quantity: 1 }],
    },
    { id: 'oil', name: 'Oil', price: { add: 50 }, code: 'O', uses: [{ ingredient: 'sesame', quantity: 0.005 }] },
    { id: 'none', name: 'None for me', alone: true },
  ],
});
/** A pick of `group/choice`. */
export const pick = (path: string, more: object = {}) => ({
  group: path.split('/')[0] ?? '',
  choice: path.split('/')[1] ?? '',
  ...more,
});
const ingredients = [
  { id: 'egg', name: 'Egg', unit: 'each' },
  { id: 'sesame', name: 'Sesame', unit: 'ml', allergens: ['sesame'] },
  { id: 'broth', name: 'Broth', unit: 'ml' },
];

/** A menu with one dish, the ingredients of the groups above, and what is given. */
export function menuOf(groups: readonly Group[], item: Partial<Item> = {}, rules: readonly Rule[] = []): Menu {
  return { ...smallMenu(groups, item, rules), ingredients };
}

/** The problems of a line, each as `code group/choice at` with its parameters. */
export function problems(menu: Menu, line: Partial<Line> = {}): string[] {
  return quoteDish(menu, line).problems.map(({ code, group, choice, at, ...more }) => {
    const request = Object.entries(more).map(([name, value]) => `${name}=${String(value)}`);
    return [code, [group, choice].filter(Boolean).join('/'), at && `[${at.join(',')}]`, ...request]
      .filter(Boolean)
      .join(' ');
  });
}
