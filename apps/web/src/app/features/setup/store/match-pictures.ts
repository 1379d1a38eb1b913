import { findByName, type Menu, plainText, type Text, textIn } from '@hearty-ladle/core';
import type { PicturePlace } from '../../../state/pictures.ts';

/** A dish or a choice that a picture can be given to. */
export interface PictureTarget {
  readonly key: string;
  readonly label: string;
  readonly names: readonly string[];
  readonly place: PicturePlace;
}

/** Every dish, and every choice with the group that it is in. */
export function pictureTargets(menu: Menu): PictureTarget[] {
  const [first = ''] = menu.locales;
  const dishes = menu.items.map(({ id, name }) => ({
    key: id,
    label: textIn(name, first, first),
    names: namesOf(name),
    place: { kind: 'items', id } as const,
  }));
  const choices = menu.groups.flatMap((group) =>
    (group.kind === 'choices' ? (group.choices ?? []) : []).map(({ id, name }) => ({
      key: `${group.id}/${id}`,
      label: `${textIn(name, first, first)} · ${group.name}`,
      names: namesOf(name),
      place: { kind: 'choices', group: group.id, ids: [id] } as const,
    })),
  );
  return [...dishes, ...choices];
}

function namesOf(name: Text): string[] {
  return (typeof name === 'string' ? [name] : Object.values(name)).map(plainText);
}

/**
 * The dish or choice that a file is named after: by its whole name in any language, else by all of its words; undefined if
 * there is none. `soft-egg_2.JPG` is read as “soft egg”.
 */
export function targetOf(menu: Menu, targets: readonly PictureTarget[], fileName: string): PictureTarget | undefined {
  const words = plainText(fileName.replace(/\.[^.]+$/, '').replaceAll(/[-_.()\s]+/g, ' '))
    .replace(/\s+\d+$/, '')
    .trim();
  const whole = targets.find(({ names }) => names.includes(words));
  if (whole || words === '') return whole;
  const [found] = findByName(menu, words).filter(({ kind }) => kind === 'items' || kind === 'choices');
  const key = found && (found.kind === 'choices' ? `${found.group ?? ''}/${found.id}` : found.id);
  return targets.find((target) => target.key === key);
}
