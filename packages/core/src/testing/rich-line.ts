import type { Group, Line, Menu, Pick } from '../index.ts';
import { Random } from './random.ts';

/** A line for a rich menu's first item that uses every field of the request; sometimes with unknown ids. */
export function richLine(menu: Menu, seed: number): Line {
  const random = new Random(seed * 31 + 7);
  const groups = new Map(menu.groups.map((group) => [group.id, group]));
  const [item] = menu.items;
  const offered = [
    ...(item?.groups ?? []).map(({ group }) => group),
    'bytag',
    ...(random.chance(0.1) ? ['ghost'] : []),
  ].flatMap((id) => groups.get(id) ?? ghost(id));
  return {
    item: random.chance(0.02) ? 'ghost' : (item?.id ?? ''),
    at: random.pick([
      '2026-05-12T08:30',
      '2026-05-12T23:10',
      '2026-05-13T01:20',
      '2026-05-17T11:30',
      '2026-02-28T11:29',
    ]),
    ...(random.chance(0.4) && { quantity: random.pick([1, 2, 3, 5, 0, 1000, 1.5]) }),
    ...(random.chance(0.3) && { priceList: random.pick(['house', 'bike', 'moon']) }),
    ...(random.chance(0.3) && { location: random.pick(['hatch', 'hall', 'moon']) }),
    ...(random.chance(0.4) && { channel: random.pick(['online', 'pos'] as const) }),
    ...(random.chance(0.4) && { service: random.pick(['takeaway', 'delivery'] as const) }),
    ...(random.chance(0.3) && { guest: random.pick(['staff', 'moon']) }),
    ...(random.chance(0.3) && {
      out: {
        choices: random.some(['g0/c0', 'g1/c1', 'in0/c0'], 0.4),
        ingredients: random.some(['leek', 'curd'], 0.3),
        items: random.some(['side', 'it0'], 0.2),
        variants: [{ item: 'it0', pick: { g0: 'c0', g1: 'c0', g2: 'c0', g3: 'c0' } }],
      },
    }),
    picks: [
      ...offered.flatMap((group) => picks(random, group, groups)),
      ...(random.chance(0.05) ? [{ group: 'say', choice: 'yes' }] : []),
    ],
    notes: {
      ...(random.chance(0.5) && { say: random.pick(['hello', ' \n ', 'far too long for this note', 'a\tb\r\nc']) }),
      ...(random.chance(0.05) && { g0: 'not a note' }),
    },
    dates: random.chance(0.5)
      ? { day: random.pick(['2026-05-13', '2026-05-20', '2026-02-30', ' ', '2026-05-12']) }
      : {},
    amounts: random.chance(0.4) ? { gift: random.pick([0, 50, 333, 900, 901, 60.5]) } : {},
    consents: random.chance(0.7) ? ['nod', 'ghost'] : [],
  };
}

function ghost(id: string): Group {
  return { id, name: id, prompt: id, kind: 'choices', choices: [{ id: 'c0', name: id }] };
}

function picks(random: Random, group: Group, groups: ReadonlyMap<string, Group>): Pick[] {
  if (group.kind !== 'choices') return [];
  const chosen = (group.choices ?? []).filter(() => random.chance(0.45)).sort(() => (random.chance(0.3) ? -1 : 1));
  return chosen.flatMap((choice) => {
    const opened = (choice.opens ?? []).flatMap((id) => groups.get(id) ?? []);
    const pick: Pick = {
      group: group.id,
      choice: random.chance(0.03) ? 'nothing' : choice.id,
      ...(random.chance(0.25) && { units: random.pick([0, 1, 2, 2, 3, 100]) }),
      ...(random.chance(0.2) && { amount: random.pick(['more', 'more', 'ghost']) }),
      ...(opened.length > 0 && { picks: opened.flatMap((one) => picks(random, one, groups)) }),
      ...(opened.some(({ kind }) => kind === 'note') &&
        random.chance(0.6) && { notes: { aside: random.pick(['psst', ' ']) } }),
      ...(random.chance(0.03) && { notes: { ghost: 'boo' } }),
    };
    return random.chance(0.08) ? [pick, { ...pick }] : [pick];
  });
}
