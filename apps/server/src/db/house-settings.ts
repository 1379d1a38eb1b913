import { DEFAULT_HOUSE, type House, type StoredHouse } from '@hearty-ladle/core';
import type { DataSource, EntityManager } from 'typeorm';
import { announce } from '../live/announce.ts';
import { HouseEntity } from './entities.ts';

/** The house's live settings as the database has them; what this process read last is at hand without asking. */
export class HouseSettings {
  #latest: House = DEFAULT_HOUSE;

  /** As last read: for what is asked at every request. Every process reads again when it hears of a change. */
  get latest(): House {
    return this.#latest;
  }

  async read(manager: EntityManager): Promise<StoredHouse> {
    const { version, body } = await manager.findOneByOrFail(HouseEntity, { id: 1 });
    // Settings that came later than a stored record have their defaults.
    const house = Object.fromEntries(Object.entries(DEFAULT_HOUSE).map(([part, values]) => [part, { ...values, ...body?.[part as keyof House] }])) as House;
    this.#latest = house;
    return { version, house };
  }

  /** Stores the settings if they were made on the version that stands; false: somebody else changed them. */
  async write(database: DataSource, house: House, version: number): Promise<boolean> {
    return database.transaction(async (manager) => {
      const { affected } = await manager.update(HouseEntity, { id: 1, version }, { body: house, version: version + 1 });
      if (!affected) return false;
      this.#latest = house;
      await announce(manager, { type: 'house' });
      return true;
    });
  }

  /** What tokens of devices are signed with. */
  async secret(manager: EntityManager): Promise<string> {
    const { secret } = await manager.findOneOrFail(HouseEntity, { where: { id: 1 }, select: { id: true, secret: true } });
    return secret;
  }
}
