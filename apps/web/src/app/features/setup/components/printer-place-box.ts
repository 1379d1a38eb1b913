import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { type Printer, printerAddressText, readPrinterAddress, type TestPrint } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { healthText } from '../../../messages/staff-message.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { printerActions, printerFeature } from '../store/printer-store.ts';

const WAYS = [
  { value: 'address', label: 'A printer on the network' },
  { value: 'simulated', label: 'The simulated printer' },
  { value: 'none', label: 'Nothing: tickets are on the pass only' },
];

/** What prints at a station of a location: chosen, given its address, and tried. */
@Component({
  selector: 'hl-printer-place-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, SelectField, TextField],
  template: `
    <div class="fields">
      <hl-select-field label="What prints here" [options]="WAYS" [value]="way()" (chosen)="choose($event)" />
      @if (way() === 'address') {
        <hl-text-field
          class="mono"
          label="Its address"
          placeholder="192.0.2.40 or printer-3:9100"
          [value]="address()"
          [isWrong]="isWrong()"
          [maxLength]="270"
          (entered)="setAddress($event)"
        />
      }
    </div>
    @if (isWrong()) {
      <p class="wrong-text" role="alert">
        “{{ typed() }}” is not an address. Write a name or a number, and a port after a colon if it is not 9100.
      </p>
    }
    @if (printer()) {
      <p class="try">
        <button pButton type="button" severity="secondary" [disabled]="isSetting() || isTrying()" (click)="try()">
          Test print
        </button>
        <span role="status">{{ outcome() }}</span>
      </p>
    } @else if (way() === 'address') {
      <p class="quiet">Nothing prints here until it has an address. Press Enter after it, then try it.</p>
    }
    @if (refusal(); as sentence) {
      <p class="wrong-text" role="alert">{{ sentence }}</p>
    }
  `,
  styles: `
    @layer app {
      .fields {
        display: grid;
        grid-template-columns: repeat(auto-fit, minmax(200px, 280px));
        gap: 12px;
      }

      .try {
        display: flex;
        flex-wrap: wrap;
        gap: 6px 14px;
        align-items: center;
        margin-top: 12px;
      }
    }
  `,
})
export class PrinterPlaceBox {
  readonly id = input.required<string>();
  readonly printer = input<Printer>();
  readonly #store = inject(Store);
  readonly #tried = this.#store.selectSignal(printerFeature.selectTried);
  readonly #settings = this.#store.selectSignal(printerFeature.selectSettings);
  /** What was chosen is not known to the server yet. */
  protected readonly isSetting = computed(() => this.#settings() > 0);
  protected readonly WAYS = WAYS;
  /** What is chosen here; an address that is awaited is not set yet. */
  protected readonly way = linkedSignal<string>(() => {
    const printer = this.printer();
    if (!printer) return 'none';
    return printer.mode === null ? 'address' : 'simulated';
  });
  protected readonly address = computed(() => {
    const printer = this.printer();
    return printer?.mode === null ? printerAddressText(printer) : '';
  });
  /** What was typed last and is no address. */
  protected readonly typed = linkedSignal<string, string>({ source: this.id, computation: () => '' });
  protected readonly isWrong = computed(() => this.typed() !== '');
  protected readonly tried = computed(() => (this.#tried()?.printer === this.id() ? this.#tried() : undefined));
  protected readonly refusal = computed(() => this.tried()?.refusal);
  protected readonly isTrying = computed(() => {
    const tried = this.tried();
    return tried !== undefined && !tried.result && tried.refusal === undefined;
  });
  protected readonly outcome = computed(() => {
    if (this.isSetting()) return 'Saving …';
    const result = this.tried()?.result;
    if (result) return inWords(result);
    return this.isTrying() ? 'Printing …' : '';
  });

  protected choose(way: string): void {
    this.way.set(way);
    this.typed.set('');
    if (way === 'simulated' || way === 'none')
      this.#store.dispatch(printerActions.placeSet({ printer: this.id(), place: { is: way } }));
  }

  protected setAddress(text: string): void {
    const place = readPrinterAddress(text);
    this.typed.set(place ? '' : text);
    if (place) this.#store.dispatch(printerActions.placeSet({ printer: this.id(), place }));
  }

  protected try(): void {
    this.#store.dispatch(printerActions.testAsked({ printer: this.id() }));
  }
}

function inWords({ result, health }: TestPrint): string {
  const why = health ? healthText('en', health) : '';
  switch (result) {
    case 'printed':
      return 'It printed. If its row of figures breaks or leaves a gap, change the columns of the station.';
    case 'refused':
      return `It did not print. The printer: ${why}.`;
    case 'unknown':
      return `It may have printed; look at the paper. The printer: ${why}.`;
    case 'busy':
      return 'It is printing tickets. Try again in a moment.';
  }
}
