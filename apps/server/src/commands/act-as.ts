import { type Acting, type PinTry, reaches, type SignedIn } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { LessThan, type DataSource, MoreThan } from 'typeorm';
import { ActingEntity, PersonEntity } from '../db/entities.ts';
import { letIn, personLetIn, placesOf } from '../queries/people.ts';
import { hashToken, isSecret, newToken } from './secrets.ts';
import type { SecretDependencies } from './sign-in.ts';
import { throttled, type Tried } from './throttle.ts';
import { addToTrail, type Doer } from './trail.ts';

/** Where a PIN is entered: at a paired device, or in somebody's own session. */
export interface PinPlace extends Doer {
  /** By which wrong tries are counted, and to which the right one is bound. */
  readonly holder: string;
  readonly location: string | undefined;
}

/** A pause doubles at most this often, so nobody is locked out for a whole shift. */
const DOUBLINGS = 3;

/**
 * The only place that tries a PIN. Wrong ones are counted for the device or session they are entered at, whoever they are
 * for. The right one is answered with a token, good at that device alone and until the pause that the house has set.
 */
export async function actAs(
  { database, houseSettings, secretGate, isDemo }: SecretDependencies,
  { person: id, pin }: PinTry,
  place: PinPlace,
): Promise<Tried<Acting>> {
  return secretGate.run(() =>
    database.transaction(async (manager) => {
      const { tries, pauseSeconds, forgetSeconds } = (await houseSettings.read(manager)).house.pin;
      const own = { id: `pin ${place.holder}`, policy: { tries, pauseSeconds, doublings: DOUBLINGS } };
      const person = await manager.findOneBy(PersonEntity, { id, isActive: true, ...letIn(isDemo) });
      const isHere = person !== null && reaches(placesOf(person), place.location);
      const tried = await throttled(manager, own, [], async () =>
        (await isSecret(isHere ? person.pinHash : undefined, pin)) ? (person ?? undefined) : undefined,
      );
      if (tried.outcome === 'wrong') await addToTrail(manager, 'pin-refused', place, person?.name);
      if (tried.outcome !== 'right') return tried;
      const { name } = tried.value;
      const acting = newToken();
      const until = new Date(now().getTime() + forgetSeconds * 1_000);
      await manager.insert(ActingEntity, { tokenHash: hashToken(acting), personId: id, holder: place.holder, until });
      await addToTrail(manager, 'pin-accepted', place, name);
      return { outcome: 'right', value: { acting, name, until: until.toISOString() } };
    }),
  );
}

/** The person who acts by a token at a device or in a session; every use makes it last for another pause. */
export async function actingPerson(
  { database, houseSettings, isDemo }: Pick<SecretDependencies, 'database' | 'houseSettings' | 'isDemo'>,
  token: string,
  holder: string,
): Promise<SignedIn | undefined> {
  const tokenHash = hashToken(token);
  const until = new Date(now().getTime() + houseSettings.latest.pin.forgetSeconds * 1_000);
  const { affected } = await database.manager.update(
    ActingEntity,
    { tokenHash, holder, until: MoreThan(now()) },
    { until },
  );
  if (!affected) return undefined;
  const row = await database.manager.findOneBy(ActingEntity, { tokenHash });
  return row ? personLetIn({ database, isDemo }, row.personId) : undefined;
}

/** Forgets a PIN that was entered, and those whose pause is over. */
export async function forgetActing({ manager }: Pick<DataSource, 'manager'>, token: string): Promise<void> {
  await manager.delete(ActingEntity, [{ tokenHash: hashToken(token) }, { until: LessThan(now()) }]);
}
