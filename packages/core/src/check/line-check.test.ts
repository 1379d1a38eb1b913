import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { checkMenu, type Context, LineCheck, type Menu } from '../index.ts';
import { Random } from '../testing/random.ts';
import { richMenu } from '../testing/rich-menu.ts';

const clock = () => '2026-05-12T13:00';
const load = (file: string) =>
  JSON.parse(readFileSync(new URL(`../../cases/${file}`, import.meta.url), 'utf8')) as Menu;

/** One random edit, of the kinds that a workbench makes. */
function edited(menu: Menu, random: Random): Menu {
  const groups = menu.groups.map((group) => {
    if (group.kind !== 'choices' || random.chance(0.7)) return group;
    if (random.chance(0.3)) return { ...group, min: random.int(0, 1), max: random.int(1, 3) };
    const choices = (group.choices ?? []).map((choice) =>
      random.chance(0.5) ? choice : { ...choice, max: random.int(1, 3), price: { add: random.int(-300, 300) } },
    );
    return { ...group, choices };
  });
  const rules = (menu.rules ?? []).filter(() => random.chance(0.9));
  const items = menu.items.map((item) => (random.chance(0.8) ? item : { ...item, price: random.int(0, 900) }));
  const what = random.int(0, 5);
  if (what === 0) return { ...menu, groups };
  if (what === 1) return { ...menu, rules };
  if (what === 2) return { ...menu, items };
  if (what === 3) return { ...menu, items: items.slice(1) };
  if (what === 4) return { ...menu, items: [...items].reverse(), rules: [...(menu.rules ?? [])].reverse() };
  return { ...menu, groups, items, rules };
}

describe('line check while editing', () => {
  it('finds what a check of the whole menu finds, after every edit', () => {
    const memory = new LineCheck();
    const start = [load('broth-bar.menu.json'), load('flawed.menu.json')];
    let remembered = 0;
    for (let seed = 0; seed < 40; seed++) {
      const random = new Random(seed);
      const out = random.chance(0.3) ? { out: { ingredients: ['salt', 'leek'], choices: ['g0/c0'] } } : {};
      const context: Context = { at: clock(), ...out };
      let menu = start[seed] ?? richMenu(seed);
      // Further dishes of the same groups, so that proofs are shared.
      menu = { ...menu, items: menu.items.flatMap((item) => [item, { ...item, id: `${item.id}-2`, price: 450 }]) };
      for (let step = 0; step < 6; step++) {
        const findings = memory.check(menu, context, clock);
        expect({ seed, step, findings }).toEqual({ seed, step, findings: checkMenu(menu, context, clock) });
        remembered += menu.items.length - memory.proved;
        menu = step === 2 ? (JSON.parse(JSON.stringify(menu)) as Menu) : edited(menu, random);
      }
    }
    expect(remembered).toBeGreaterThan(200);
  });

  it('proves again only dishes that ask what changed', () => {
    const memory = new LineCheck();
    const menu = load('broth-bar.menu.json');
    memory.check(menu, { at: clock() }, clock);
    const all = memory.proved;
    memory.check({ ...menu, items: menu.items.map((item) => ({ ...item, price: 1 })) }, { at: clock() }, clock);
    expect([all > 3, memory.proved]).toEqual([true, 0]);
    const groups = menu.groups.map((group) => (group.id === 'milk' ? { ...group, max: 3 } : group)) as Menu['groups'];
    memory.check({ ...menu, groups }, { at: clock() }, clock);
    expect(memory.proved).toBe(1);
  });
});
