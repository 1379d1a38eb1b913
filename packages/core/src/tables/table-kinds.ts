import { newId } from '../exchange/typed-list.ts';
import type { Menu, Text } from '../menu/document.ts';
import type { Choice, Group } from '../menu/group-schema.ts';
import { textIn } from '../menu/text.ts';
import type { Column } from './column.ts';
import type { TableKind } from './table-kind.ts';
import { choiceColumns } from './columns-of-choices.ts';
import { dishColumns } from './columns-of-dishes.ts';
import { groupColumns } from './columns-of-groups.ts';
import { ingredientColumns } from './columns-of-others.ts';
import { countTable, questionTable, variantTable } from './table-kinds-of-parts.ts';
import type { TableDraft } from './table-draft.ts';

/** Every table of a menu, those that others refer to first. */
export function tableKinds(menu: Menu): readonly TableKind[] {
  const [first = ''] = menu.locales;
  return [
    {
      ...listTable(menu, 'ingredients', ingredientColumns(menu), 'Name', (id, name) => ({ id, name, unit: '' })),
      needs: ['Name', 'Unit'],
    },
    {
      ...listTable(menu, 'groups', groupColumns(menu), 'Name', (id, name) => ({
        id,
        name,
        prompt: name,
        kind: 'choices',
      })),
      fixed: ['Kind'],
      needs: ['Name'],
    },
    choiceTable(menu, first),
    {
      ...listTable(menu, 'items', dishColumns(menu), `Name (${first})`, (id, name) => ({ id, name, price: 0 })),
      needs: [`Name (${first})`, `Price (${menu.priceLists[0]?.id ?? ''})`],
    },
    questionTable(menu),
    variantTable(menu),
    countTable(),
  ];
}

/** A table of things that the menu has a list of. */
function listTable<K extends 'items' | 'groups' | 'ingredients', T extends object>(
  { locales: [first = ''] }: Menu,
  kind: K,
  columns: readonly Column<T>[],
  named: string,
  begin: (id: string, name: string) => object,
): TableKind {
  const mapOf = (draft: TableDraft) => draft[kind] as Map<string, { readonly id: string; readonly name: Text }>;
  return {
    name: kind,
    keys: [{ header: 'Id', note: 'Stays as it is; a new row may leave it empty.' }],
    columns: columns as unknown as readonly Column<object>[],
    named,
    things: (draft) => [...mapOf(draft).values()].map((thing) => ({ keys: [thing.id], thing })),
    get: (draft, [id = '']) => mapOf(draft).get(id),
    add: (draft, [id = ''], name) => {
      const things = mapOf(draft);
      if (id !== '') return { keys: [id], thing: begin(id, name) };
      const found = [...things.values()].filter((thing) => textIn(thing.name, first, first).trim() === name);
      if (found.length > 1) return { says: `There are ${found.length} of the name “${name}”: write the id.` };
      const [one] = found;
      if (one) return { keys: [one.id], thing: one };
      const fresh = newId(name, [...things.keys()]);
      return { keys: [fresh], thing: begin(fresh, name) };
    },
    put: (draft, [id = ''], thing) => void mapOf(draft).set(id, thing as never),
  };
}

function choiceTable(menu: Menu, first: string): TableKind {
  const groupOf = (draft: TableDraft, id = ''): Extract<Group, { kind: 'choices' }> | undefined => {
    const group = draft.groups.get(id);
    return group?.kind === 'choices' ? group : undefined;
  };
  return {
    name: 'choices',
    keys: [
      { header: 'Group', note: 'The id of the group that has the choice.' },
      { header: 'Id', note: 'Stays as it is; a new row may leave it empty.' },
    ],
    columns: choiceColumns(menu) as unknown as readonly Column<object>[],
    named: `Name (${first})`,
    needs: [`Name (${first})`],
    things: (draft) =>
      [...draft.groups.values()].flatMap((group) =>
        group.kind === 'choices'
          ? (group.choices ?? []).map((choice) => ({ keys: [group.id, choice.id], thing: choice }))
          : [],
      ),
    get: (draft, [group, id]) => groupOf(draft, group)?.choices?.find((choice) => choice.id === id),
    add: (draft, [groupId = '', id = ''], name) => {
      const group = groupOf(draft, groupId);
      if (!group) return { says: `There is no group with choices of the id “${groupId}”.` };
      if (id !== '') return { keys: [groupId, id], thing: { id, name } };
      const choices = group.choices ?? [];
      const found = choices.filter((choice) => textIn(choice.name, first, first).trim() === name);
      if (found.length > 1)
        return { says: `The group has ${found.length} choices of the name “${name}”: write the id.` };
      const [one] = found;
      if (one) return { keys: [groupId, one.id], thing: one };
      const taken = choices.map((choice) => choice.id);
      const fresh = newId(name, taken);
      return { keys: [groupId, fresh], thing: { id: fresh, name } };
    },
    put: (draft, [groupId = '', id = ''], thing) => {
      const group = groupOf(draft, groupId);
      if (!group) return;
      const choices = group.choices ?? [];
      const isThere = choices.some((choice) => choice.id === id);
      const next = isThere
        ? choices.map((choice) => (choice.id === id ? (thing as Choice) : choice))
        : [...choices, thing as Choice];
      draft.groups.set(groupId, { ...group, choices: next });
    },
  };
}
