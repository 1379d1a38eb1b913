import { DEFAULT_HOUSE, type House, type StoredHouse } from '@hearty-ladle/core';
import type { DataSource, EntityManager } from 'typeorm';
import { announce } from '../live/announce.ts';
import { HouseEntity } from './entities.ts';

/** The live settings in the database, with the last values read kept in memory. */
export class HouseSettings {
  #latest: House = DEFAULT_HOUSE;

  /**
   * The values last read, for checks on every request. Each process reads them again when it receives the live event.
   */
  get latest(): House {
    return this.#latest;
  }

  async read(manager: EntityManager): Promise<StoredHouse> {
    const { version, body } = await manager.findOneByOrFail(HouseEntity, { id: 1 });
    // Settings added after the record was stored get their defaults.
    const house = Object.fromEntries(
      Object.entries(DEFAULT_HOUSE).map(([part, values]) => [part, { ...values, ...body?.[part as keyof House] }]),
    ) as House;
    this.#latest = house;
    return { version, house };
  }

  /** Stores the settings if `version` is current; returns false if somebody else changed them meanwhile. */
  async write(database: DataSource, house: House, version: number): Promise<boolean> {
    return database.transaction(async (manager) => {
      const { affected } = await manager.update(HouseEntity, { id: 1, version }, { body: house, version: version + 1 });
      if (!affected) return false;
      this.#latest = house;
      await announce(manager, { type: 'house' });
      return true;
    });
  }

  /** The secret that signs device tokens. */
  async secret(manager: EntityManager): Promise<string> {
    const { secret } = await manager.findOneOrFail(HouseEntity, {
      where: { id: 1 },
      select: { id: true, secret: true },
    });
    return secret;
  }
}
