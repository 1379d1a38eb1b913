import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { PRINTER_MODES, type PrinterMode } from '@hearty-ladle/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { healthText } from '../../../messages/staff-message.ts';
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

/** The printers of the stations and their health. Simulated ones can be made to fail, and their paper can be read. */
@Component({
  selector: 'hl-printers-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, SelectField, SetupNav],
  templateUrl: './printers-page.html',
  styleUrl: './printers-page.css',
})
export class PrintersPage {
  readonly station = input<string>();
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly MODES = PRINTER_MODES.map((mode) => ({ value: mode, label: MODES[mode] }));
  protected readonly state = this.#store.selectSignal(printerFeature.selectPrintersState);
  protected readonly rows = computed(() => {
    const stations = this.#view.menu()?.stations ?? [];
    return stations.map(({ id, name, backup }) => {
      const printer = this.state().printers.find((one) => one.station === id);
      return {
        id,
        name,
        printer,
        health: printer ? healthText('en', printer.health) : 'no printer',
        isWell: printer?.health === 'ok',
        backup: stations.find((other) => other.id === backup)?.name,
      };
    });
  });
  protected readonly shown = computed(() => this.rows().find(({ id }) => id === this.station()));
  protected readonly columns = computed(
    () => this.#view.menu()?.stations.find(({ id }) => id === this.station())?.columns ?? 32,
  );

  constructor() {
    this.#store.dispatch(printerActions.opened());
    effect(() => {
      const station = this.station();
      if (station !== undefined) this.#store.dispatch(printerActions.shown({ station }));
    });
  }

  protected simulate(station: string, value: string): void {
    const mode = PRINTER_MODES.find((known) => known === value);
    if (mode) this.#store.dispatch(printerActions.modeSet({ station, mode }));
  }
}
