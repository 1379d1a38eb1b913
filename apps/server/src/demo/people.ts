import type { Grant } from '@hearty-ladle/core';
import type { EntityManager } from 'typeorm';
import { hashSecret } from '../commands/secrets.ts';
import { nameKeyOf } from '../commands/sign-in.ts';
import { PersonEntity } from '../db/entities.ts';

interface DemoPerson {
  readonly id: string;
  readonly name: string;
  readonly grants: readonly Grant[];
  readonly pin: string;
}

const idOf = (n: number) => `d0000000-0000-4000-8000-00000000000${n}`;

/** A made-up person for each role. They have no password: in a demo they are signed in with one click. */
export const DEMO_PEOPLE: readonly DemoPerson[] = [
  { id: idOf(1), name: 'Odile Marten', grants: [{ role: 'owner' }], pin: '1357' },
  { id: idOf(2), name: 'Tavi Rourke', grants: [{ role: 'editor' }], pin: '3691' },
  { id: idOf(3), name: 'Ines Calder', grants: [{ role: 'lead' }], pin: '2468' },
  { id: idOf(4), name: 'Pim Aldous', grants: [{ role: 'till', location: 'steps' }], pin: '4812' },
  { id: idOf(5), name: 'Juno Vale', grants: [{ role: 'kitchen', location: 'steps' }], pin: '5937' },
];

/** Adds the demo's people, as far as they are not there. */
export async function storeDemoPeople(manager: EntityManager): Promise<void> {
  const people = await Promise.all(
    DEMO_PEOPLE.map(async ({ pin, ...person }) => ({
      ...person,
      nameKey: nameKeyOf(person.name),
      passwordHash: null,
      pinHash: await hashSecret(pin),
      isActive: true,
      isDemo: true,
      signedInAt: null,
      version: 1,
    })),
  );
  await manager
    .createQueryBuilder()
    .insert()
    .into(PersonEntity)
    .values(people as never)
    .orIgnore()
    .execute();
}
