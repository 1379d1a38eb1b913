import { type Menu, type PrinterPlace, printerAt } from '@hearty-ladle/core';
import { now } from '@hearty-ladle/node-runtime';
import { PrinterEntity, SimPrinterEntity } from '../db/entities.ts';
import { NOT_SIMULATED } from '../db/simulated-places.ts';
import { announce } from '../live/announce.ts';
import { type MenuDependencies, storedMenu } from '../queries/menu.ts';

/**
 * Sets what prints at a station of a location of the draft. Tickets that wait there are printed by what is set. A place is
 * simulated only where the simulators have known it.
 */
export async function setPrinter(
  dependencies: MenuDependencies,
  id: string,
  place: PrinterPlace,
): Promise<'set' | 'no-place' | 'not-simulated'> {
  const stored = await storedMenu(dependencies);
  const at = stored && printerPlaces(stored.menu).find((one) => one.id === id);
  if (!at) return 'no-place';
  return dependencies.database.transaction(async (manager) => {
    const mode = place.is === 'simulated' ? 'ok' : NOT_SIMULATED;
    const { affected } = await manager.update(SimPrinterEntity, { printer: id }, { mode });
    if (place.is === 'simulated' && !affected) return 'not-simulated';
    // The simulators put their own address in, once they read that the place is theirs.
    if (place.is !== 'address') await manager.delete(PrinterEntity, { id });
    else {
      const { host, port } = place;
      await manager.upsert(PrinterEntity, { ...at, host, port, health: 'unknown', since: now() }, ['id']);
    }
    await announce(manager, { type: 'printers' });
    return 'set';
  });
}

/** Every station of every location, or the stations of a house without locations. */
function printerPlaces({ stations = [], locations = [] }: Menu) {
  const places = locations.length > 0 ? locations.map(({ id }) => id) : [undefined];
  return places.flatMap((location) =>
    stations.map(({ id: station }) => ({ id: printerAt(location, station), station, location: location ?? null })),
  );
}
