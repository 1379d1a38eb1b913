import {
  type Choice,
  type Fault,
  faultMessage,
  minorDigits,
  moneyText,
  textIn,
  type Workbook,
} from '@hearty-ladle/core';

/** A fault as an operator reads it: where it is, by name, and what is wrong, with names and money instead of ids and cents. */
export function faultText(menu: Workbook, fault: Fault): string {
  const place = placeText(menu, fault.path);
  const message = faultMessage({ ...fault, params: namedParams(menu, fault) });
  return place === '' ? message : `${place}: ${message}`;
}

/** The dish, group and choice that a path of the document leads to. */
function placeText(menu: Workbook, path: string): string {
  const [kind, at, list, inner] = path.split('/').slice(1);
  const names: string[] = [];
  if (kind === 'items') {
    const item = menu.items[Number(at)];
    if (item) names.push(text(menu, item.name));
    const attachment = list === 'groups' ? item?.groups?.[Number(inner)] : undefined;
    if (attachment) names.push(groupName(menu, attachment.group));
  } else if (kind === 'groups') {
    const group = menu.groups[Number(at)];
    if (group) names.push(group.name);
    const choice =
      list === 'choices' && group?.kind === 'choices'
        ? (group.choices?.[Number(inner)] as Choice | undefined)
        : undefined;
    if (choice) names.push(text(menu, choice.name));
  } else if (kind === 'rules') {
    const rule = menu.rules?.[Number(at)];
    if (rule) names.push(rule.name ?? rule.id);
  }
  return names.join(' · ');
}

function namedParams(menu: Workbook, { code, path, params }: Fault): Fault['params'] {
  const isMoney = code === 'min-above-max' && path.includes('/amount');
  const money = (value: unknown) =>
    isMoney && typeof value === 'number' ? moneyText(value, minorDigits(menu.currency)) : value;
  const group = typeof params['group'] === 'string' ? params['group'] : undefined;
  return Object.fromEntries(
    Object.entries(params).map(([name, value]) => {
      if (name === 'group' && typeof value === 'string') return [name, groupName(menu, value)];
      if (name === 'choice' && typeof value === 'string') return [name, choiceName(menu, group, value)];
      if (name === 'item' && typeof value === 'string') return [name, itemName(menu, value)];
      if (name === 'groups' && Array.isArray(value)) return [name, value.map((id) => groupName(menu, String(id)))];
      if (name === 'id' && (code === 'attached-twice' || code === 'opened-twice'))
        return [name, groupName(menu, String(value))];
      return [name, money(value)];
    }),
  ) as Fault['params'];
}

function groupName(menu: Workbook, id: string): string {
  return menu.groups.find((group) => group.id === id)?.name ?? id;
}

function choiceName(menu: Workbook, groupId: string | undefined, id: string): string {
  const group = menu.groups.find((it) => it.id === groupId);
  const choice = group?.kind === 'choices' ? group.choices?.find((it) => it.id === id) : undefined;
  return choice ? text(menu, choice.name) : id;
}

function itemName(menu: Workbook, id: string): string {
  const item = menu.items.find((it) => it.id === id);
  return item ? text(menu, item.name) : id;
}

function text({ locales: [first = ''] }: Workbook, name: Choice['name']): string {
  return textIn(name, first, first);
}
