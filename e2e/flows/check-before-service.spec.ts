import { expect } from '@playwright/test';
import { at, expectAccessible, resetHouse, test } from '../support/house.ts';

test.beforeAll(resetHouse);

interface Stored {
  versions: Record<string, Record<string, number>>;
}

test('line check shows how a guest would get stuck, as a guest sees it, until it is mended', async ({
  page,
  request,
}) => {
  await page.goto(at('/check'));
  const stops = page.locator('section.stop');
  await expect(stops).toContainText('Nothing stops service');
  const spans = page.getByRole('complementary', { name: 'What each dish can cost' });
  await expect(spans).toContainText('Ember broth');

  // Somebody else writes a rule that takes away every noodle of a large bowl.
  const rule = {
    id: 'no-noodle-left',
    name: 'Large bowls without noodles',
    when: { picked: 'bowl-size/large' },
    then: [{ limit: { group: 'noodle', max: 0 } }],
  };
  const { versions } = (await (await request.get(at('/api/workbench/menu'))).json()) as Stored;
  const send = (edits: object[], version: number) =>
    request.post(at('/api/workbench/changes'), {
      data: {
        id: crypto.randomUUID(),
        label: 'a rule',
        change: { edits },
        based: [{ kind: 'rules', id: rule.id, version }],
      },
    });
  const kept = await send([{ type: 'put', kind: 'rules', thing: rule }], versions['rules']?.[rule.id] ?? 0);
  expect(kept.ok(), await kept.text()).toBe(true);

  // The check runs again by itself; the finding leads to the dish with the guest's picks in it.
  const finding = stops.getByRole('listitem').filter({ hasText: 'Ember broth' }).first();
  await expect(finding).toContainText('nothing is left in “Noodle”');
  await expectAccessible(page);
  await finding.getByRole('link', { name: 'See it happen' }).click();
  const guest = page.locator('hl-faces');
  await expect(guest.getByRole('radio', { name: /Large/ })).toBeChecked();
  await expect(guest).toContainText('Which noodle: please choose one.');

  const { revision } = (await kept.json()) as { revision: number };
  expect((await send([{ type: 'remove', kind: 'rules', id: rule.id }], revision)).ok()).toBe(true);
  await page.getByRole('link', { name: 'Line check' }).click();
  await expect(stops).toContainText('Nothing stops service');
});

test('the check runs in the server too, with its progress', async ({ request }) => {
  const reply = await request.post(at('/api/workbench/check'), { data: {} });
  const lines = (await reply.text())
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as { done?: number; total?: number; findings?: object[] });
  expect(lines.at(-2)).toMatchObject({ done: lines.at(-2)?.total });
  expect(lines.at(-1)?.findings).toEqual(expect.any(Array));
});
