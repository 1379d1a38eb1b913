import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import type { House } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { Button } from 'primeng/button';
import { InputNumber } from 'primeng/inputnumber';
import { MenuView } from '../../../state/menu-view.ts';
import { Who } from '../../../state/session.ts';
import { whoMay } from '../../../text/roles.ts';
import { SetupNav } from '../components/setup-nav.ts';
import { houseActions, houseFeature } from '../store/house-store.ts';
import { ButtonDirective } from 'primeng/button';

const MEGABYTE = 1024 * 1024;

/** The live settings: order limits, request rates, PINs, retention. */
@Component({
  selector: 'hl-house-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Button, ButtonDirective, InputNumber, ReactiveFormsModule, SetupNav],
  templateUrl: './house-page.html',
  styleUrl: './house-page.css',
})
export class HousePage {
  readonly #store = inject(Store);
  readonly #build = inject(NonNullableFormBuilder);
  readonly #view = inject(MenuView);
  protected readonly state = this.#store.selectSignal(houseFeature.selectHouseState);
  protected readonly currency = computed(() => this.#view.menu()?.currency ?? 'EUR');
  /** Keeps what is typed when somebody else saves meanwhile. */
  readonly #filled = signal(-1);

  protected readonly form = this.#build.group({
    maxLines: this.#number(1, 200),
    maxGuestQuantity: this.#number(1, 999),
    maxTotal: this.#number(0.01, 10_000_000),
    shop: this.#number(10, 1_000_000),
    device: this.#number(10, 1_000_000),
    workbench: this.#number(10, 1_000_000),
    tries: this.#number(1, 20),
    pauseSeconds: this.#number(10, 3_600),
    forgetSeconds: this.#number(10, 3_600),
    parkedOrderDays: this.#number(1, 30),
    paperDays: this.#number(1, 365),
    guestDays: this.#number(1, 3_650),
    maxMegabytes: this.#number(1, 100_000),
    few: this.#number(0, 100),
    readyHere: this.#number(0, 600),
    readyTakeaway: this.#number(0, 600),
    readyDelivery: this.#number(0, 600),
    rushOrders: this.#number(0, 10_000),
    rushMinutes: this.#number(1, 240),
  });
  protected readonly mayChange = inject(Who).mayAnywhere('change-set-up');
  protected readonly whoMay = whoMay('change-set-up');
  protected readonly pictures = computed(() => {
    const { pictures = 0, bytes = 0, unused = 0, unusedBytes = 0 } = this.state().now?.pictures ?? {};
    return { pictures, megabytes: inMegabytes(bytes), unused, unusedMegabytes: inMegabytes(unusedBytes) };
  });

  constructor() {
    this.#store.dispatch(houseActions.opened());
    if (!this.mayChange) this.form.disable();
    effect(() => {
      const now = this.state().now;
      if (
        !now ||
        now.version === this.#filled() ||
        (this.form.dirty && this.#filled() >= 0 && this.state().notice === undefined)
      )
        return;
      this.#filled.set(now.version);
      this.#fill(now.house);
    });
  }

  protected save(): void {
    const now = this.state().now;
    if (!now || this.form.invalid || this.state().isSaving) return this.form.markAllAsTouched();
    const {
      maxLines,
      maxGuestQuantity,
      maxTotal,
      shop,
      device,
      workbench,
      tries,
      pauseSeconds,
      forgetSeconds,
      parkedOrderDays,
      paperDays,
      guestDays,
      maxMegabytes,
      few,
      readyHere,
      readyTakeaway,
      readyDelivery,
      rushOrders,
      rushMinutes,
    } = this.form.getRawValue();
    const house: House = {
      orders: { maxLines, maxGuestQuantity, maxTotal: Math.round(maxTotal * this.#unit()) },
      rates: { shop, device, workbench },
      pin: { tries, pauseSeconds, forgetSeconds },
      retention: { parkedOrderDays, paperDays, guestDays },
      pictures: { maxMegabytes },
      stock: { few },
      ready: { 'dine-in': readyHere, takeaway: readyTakeaway, delivery: readyDelivery },
      rush: { orders: rushOrders, minutes: rushMinutes },
    };
    this.#store.dispatch(houseActions.saved({ house }));
  }

  protected deleteUnused(): void {
    this.#store.dispatch(houseActions.unusedPicturesDeleted());
  }

  protected tryAgain(): void {
    this.#store.dispatch(houseActions.opened());
  }

  #fill({ orders, rates, pin, retention, pictures, stock, ready, rush }: House): void {
    this.form.reset({
      ...orders,
      maxTotal: orders.maxTotal / this.#unit(),
      ...rates,
      ...pin,
      ...retention,
      ...pictures,
      ...stock,
      readyHere: ready['dine-in'],
      readyTakeaway: ready.takeaway,
      readyDelivery: ready.delivery,
      rushOrders: rush.orders,
      rushMinutes: rush.minutes,
    });
  }

  #unit(): number {
    return 10 ** this.#view.digits();
  }

  #number(min: number, max: number) {
    return this.#build.control(min, [Validators.required, Validators.min(min), Validators.max(max)]);
  }
}

function inMegabytes(bytes: number): string {
  return (bytes / MEGABYTE).toFixed(1);
}
