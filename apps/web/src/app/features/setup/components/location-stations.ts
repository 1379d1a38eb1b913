import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { printerAt } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { healthText } from '../../../messages/staff-message.ts';
import { editionsActions, editionsFeature } from '../../../state/editions.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { printerActions, printerFeature } from '../store/printer-store.ts';

/** The stations of a location: those that have a printer there, and the passes on which all of them are seen. */
@Component({
  selector: 'hl-location-stations',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <h2>Its stations</h2>
    <ul>
      @for (row of rows(); track row.id) {
        <li>
          <a [routerLink]="['/setup/printers', row.id]">{{ row.name }}</a>: {{ row.prints }}
        </li>
      } @empty {
        <li class="quiet">There are none yet. <a routerLink="/setup/stations">Stations</a></li>
      }
    </ul>
    <p class="quiet">
      @if (passes(); as names) {
        All of them are seen on the pass: {{ names }}.
      } @else {
        No pass has shown this location yet. <a routerLink="/setup/devices">Set one up</a>
      }
    </p>
  `,
  styles: `
    @layer app {
      li {
        padding: 4px 0;
      }

      h2 {
        margin-bottom: 6px;
      }

      p {
        margin-top: 6px;
      }
    }
  `,
})
export class LocationStations {
  readonly location = input.required<string>();
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  readonly #printers = this.#store.selectSignal(printerFeature.selectPrinters);
  readonly #editions = this.#store.selectSignal(editionsFeature.selectNow);
  protected readonly rows = computed(() =>
    (this.#view.menu()?.stations ?? []).map(({ id: station, name }) => {
      const id = printerAt(this.location(), station);
      const printer = this.#printers().find((one) => one.id === id);
      const health = printer && healthText('en', printer.health);
      return { id, name, prints: health === undefined ? 'no printer, on the pass only' : `printer ${health}` };
    }),
  );
  protected readonly passes = computed(() => {
    const shown = this.#editions()?.shown ?? [];
    const here = shown.filter(({ screen, location }) => screen === 'pass' && location === this.location());
    return [...new Set(here.map(({ name }) => name))].join(', ');
  });

  constructor() {
    this.#store.dispatch(printerActions.opened());
    this.#store.dispatch(editionsActions.opened());
  }
}
