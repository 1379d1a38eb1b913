import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { PRINTER_MODES, printerAddressText, printerAt, type PrinterMode } from '@hearty-ladle/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { healthText } from '../../../messages/staff-message.ts';
import { PrinterPlaceBox } from '../components/printer-place-box.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { printerActions, printerFeature } from '../store/printer-store.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';

const MODES: Readonly<Record<PrinterMode, string>> = {
  ok: 'Works',
  slow: 'Prints slowly',
  'out-of-paper': 'Out of paper',
  jammed: 'Jammed',
  stalled: 'Does not answer',
  echoes: 'Echoes its input',
  drops: 'Hangs up midway',
  away: 'Switched off',
};

const USUAL_COLUMNS = 32;

/**
 * What prints at each station of each location, and its health. Simulated printers can be made to fail, and their paper can
 * be read.
 */
@Component({
  selector: 'hl-printers-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PrinterPlaceBox, RouterLink, SelectField, SetupNav],
  templateUrl: './printers-page.html',
  styleUrl: './printers-page.css',
})
export class PrintersPage {
  /** The id of the printer whose paper is shown. */
  readonly printer = input<string>();
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly MODES = PRINTER_MODES.map((mode) => ({ value: mode, label: MODES[mode] }));
  protected readonly state = this.#store.selectSignal(printerFeature.selectPrintersState);
  /** The stations' printers, location by location. */
  protected readonly places = computed(() => {
    const { stations = [], locations = [] } = this.#view.menu() ?? {};
    const places: readonly { readonly id?: string; readonly name: string }[] =
      locations.length > 0 ? locations : [{ name: '' }];
    return places.map(({ id: location, name: place }) => ({
      name: place,
      rows: stations.map(({ id: station, name, backup, columns = USUAL_COLUMNS }) => {
        const printer = this.state().printers.find((one) => one.station === station && one.location === location);
        return {
          id: printerAt(location, station),
          name,
          fullName: place ? `${name}, ${place}` : name,
          columns,
          printer,
          address: printer ? printerAddressText(printer) : '',
          health: printer ? healthText('en', printer.health) : 'no printer',
          isWell: printer?.health === 'ok',
          backup: stations.find((other) => other.id === backup)?.name,
        };
      }),
    }));
  });
  protected readonly shown = computed(() =>
    this.places()
      .flatMap(({ rows }) => rows)
      .find(({ id }) => id === this.printer()),
  );

  constructor() {
    this.#store.dispatch(printerActions.opened());
    effect(() => {
      const printer = this.printer();
      if (printer !== undefined) this.#store.dispatch(printerActions.shown({ printer }));
    });
  }

  protected simulate(printer: string, value: string): void {
    const mode = PRINTER_MODES.find((known) => known === value);
    if (mode) this.#store.dispatch(printerActions.modeSet({ printer, mode }));
  }
}
