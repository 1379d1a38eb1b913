import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type MovementRequest, namedWhats, plainText, type StockThing } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { MenuView } from '../../../state/menu-view.ts';
import { StockView } from '../../../state/stock-view.ts';
import type { Option } from '../../../ui/fields/option.ts';
import { NothingServed } from '../../../ui/nothing-served.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { LocationSwitch } from '../../../ui/location-switch.ts';
import { PersonMenu } from '../../../ui/person-menu.ts';
import { ActingMark } from '../../../ui/acting-mark.ts';
import { ReturnsFocus } from '../../../ui/returns-focus.ts';
import { CountFiles } from '../components/count-files.ts';
import { DeedStatus } from '../components/deed-status.ts';
import { StockLedger } from '../components/stock-ledger.ts';
import { ThingForm } from '../components/thing-form.ts';
import { countFileFeature } from '../store/count-file-store.ts';
import { type Deed, deedActions } from '../store/deed-store.ts';
import { ledgerActions, ledgerFeature } from '../store/ledger-store.ts';
import { EMPTY_SHEET, type Mode, type Sheet, sheetActions, sheetFeature, sheetKey } from '../store/sheet-store.ts';
import { quantityOf, rounded, signed } from './quantity.ts';
import { byShelf, type StockRow, stockRows } from './stock-rows.ts';

const MODES: readonly Option<Mode>[] = [
  { value: 'look', label: 'On hand' },
  { value: 'count', label: 'Count' },
  { value: 'delivery', label: 'Delivery' },
  { value: 'waste', label: 'Waste' },
];

/** The pantry of a location: what is on hand, counting, deliveries and waste, and the ledger of each thing. */
@Component({
  selector: 'hl-pantry-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    NothingServed,
    PersonMenu,
    ActingMark,
    ButtonDirective,
    CountFiles,
    DeedStatus,
    Dialog,
    LocationSwitch,
    ReturnsFocus,
    RouterLink,
    SelectField,
    StockLedger,
    SwitchField,
    TextField,
    ThingForm,
  ],
  templateUrl: './pantry-page.html',
  styleUrls: ['./stock-page.css', './pantry-page.css'],
})
export class PantryPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly stock = inject(StockView);
  protected readonly ledger = this.#store.selectSignal(ledgerFeature.selectLedgerState);
  protected readonly MODES = MODES;
  protected readonly mode = this.#store.selectSignal(sheetFeature.selectMode);
  readonly #sheets = this.#store.selectSignal(sheetFeature.selectSheets);
  readonly #at = computed(() => sheetKey(this.stock.location(), this.mode()));
  /** What is typed here in this mode. */
  protected readonly sheet = computed(() => this.#sheets()[this.#at()] ?? EMPTY_SHEET);
  /** A file is being read, whose quantities belong to the count as well. */
  protected readonly isFileRead = this.#store.selectSignal(countFileFeature.selectIsBusy);
  protected readonly text = signal('');

  readonly #all = computed(() => {
    const menu = this.#view.compiled();
    return menu ? namedWhats(menu, menu.firstLocale) : [];
  });
  readonly #rows = computed(() => {
    const menu = this.#view.menu();
    const { counts = [], things = [] } = this.stock.pantry() ?? {};
    return menu ? stockRows(menu, this.#all(), { counts, things, location: this.stock.location() }) : [];
  });
  protected readonly rows = computed(() => {
    const text = plainText(this.text());
    const known = new Set(this.#rows().map(({ one }) => one.key));
    const counted = this.#rows().filter(({ one }) => text === '' || one.words.includes(text));
    // Whatever else is found by name can be counted too.
    const others = text === '' || this.mode() === 'look' ? [] : this.#all().filter((one) => one.words.includes(text));
    return [
      ...counted,
      ...others
        .filter(({ key }) => !known.has(key))
        .map((one): StockRow => ({
          one,
          count: undefined,
          unit: 'portions',
          enoughFor: '',
          state: 'uncounted',
          thing: { what: one.what, shelf: '', packs: [] },
        })),
    ];
  });
  /** In the order in which somebody walks along the shelves. */
  protected readonly shelves = computed(() => byShelf(this.rows()));
  protected readonly short = computed(() => this.#rows().filter(({ state }) => state === 'none' || state === 'low'));
  protected readonly opened = computed(() => this.#rows().find(({ one }) => one.key === this.ledger().key));
  /** What was typed and is understood, with the difference it makes. */
  protected readonly entries = computed(() =>
    Object.entries(this.sheet().typed).flatMap(([key, { text, seen, pack }]) => {
      const one = this.#all().find((it) => it.key === key);
      const quantity = this.#inUnits(key, text, pack);
      return one && quantity !== undefined ? [{ one, quantity, seen }] : [];
    }),
  );
  protected readonly isWrong = computed(() =>
    Object.entries(this.sheet().typed).some(
      ([key, { text, pack }]) => text.trim() !== '' && this.#inUnits(key, text, pack) === undefined,
    ),
  );
  constructor() {
    this.#view.open();
    this.stock.open();
  }

  protected turn(mode: Mode): void {
    this.#store.dispatch(sheetActions.modeChosen({ mode }));
  }

  protected cancel(): void {
    this.#store.dispatch(sheetActions.cancelled({ at: this.#at() }));
  }

  protected textOf({ one }: StockRow): string {
    return this.sheet().typed[one.key]?.text ?? '';
  }

  protected type(row: StockRow, text: string): void {
    const { typed } = this.sheet();
    const before = typed[row.one.key];
    const seen = before?.seen ?? this.#onHandHere(row);
    this.#change({ typed: { ...typed, [row.one.key]: { ...before, text, ...(seen !== undefined && { seen }) } } });
  }

  /** The units in which a delivery can be typed: the thing's own, and its cases and bags. */
  protected unitsOf({ unit, thing }: StockRow): Option[] {
    const packs = thing.packs.map(({ name, quantity }) => ({ value: name, label: `${name} of ${quantity} ${unit}` }));
    return [{ value: '', label: unit }, ...packs];
  }

  protected packOf({ one }: StockRow): string {
    return this.sheet().typed[one.key]?.pack ?? '';
  }

  protected choosePack(row: StockRow, pack: string): void {
    const { typed } = this.sheet();
    const { pack: _, ...before } = typed[row.one.key] ?? { text: '' };
    this.#change({ typed: { ...typed, [row.one.key]: { ...before, ...(pack !== '' && { pack }) } } });
  }

  /** What was typed, in the thing's own unit: 2 cases of 30 are 60; undefined if there is no such case any more. */
  #inUnits(key: string, text: string, pack: string | undefined): number | undefined {
    const quantity = quantityOf(text);
    const packs = this.#rows().find(({ one }) => one.key === key)?.thing.packs ?? [];
    const holds = pack === undefined ? 1 : packs.find(({ name }) => name === pack)?.quantity;
    return quantity === undefined || holds === undefined ? undefined : Math.round(quantity * holds * 1000) / 1000;
  }

  protected giveReason(reason: string): void {
    this.#change({ reason });
  }

  /** What is on hand by a count of this location's own; one that holds everywhere is not moved from here. */
  #onHandHere({ count }: StockRow): number | undefined {
    return count?.location === this.stock.location() ? count?.onHand : undefined;
  }

  #change(change: Partial<Sheet>): void {
    this.#store.dispatch(sheetActions.changed({ at: this.#at(), sheet: { ...this.sheet(), ...change } }));
  }

  /** What the typed quantity changes, with its sign. */
  protected differenceOf(row: StockRow): string {
    const typed = this.sheet().typed[row.one.key];
    const quantity = typed && this.#inUnits(row.one.key, typed.text, typed.pack);
    if (quantity === undefined) return typed && typed.text.trim() !== '' ? 'not a quantity' : '';
    const by = this.mode() === 'count' ? quantity - (typed?.seen ?? 0) : this.mode() === 'waste' ? -quantity : quantity;
    const after = this.mode() === 'count' ? quantity : (this.#onHandHere(row) ?? 0) + by;
    return `${signed(by)} → ${rounded(after)}`;
  }

  protected keep(): void {
    const kind = this.mode();
    const location = this.stock.location();
    const reason = this.sheet().reason.trim();
    if (kind === 'look' || this.entries().length === 0 || this.isWrong() || this.sheet().sent !== undefined) return;
    const move: MovementRequest = {
      kind,
      ...(location !== undefined && { location }),
      ...(reason !== '' && { reason }),
      rows: this.entries().map(({ one, quantity, seen }) => ({
        what: one.what,
        quantity,
        ...(kind === 'count' && seen !== undefined && { seen }),
      })),
    };
    const key = crypto.randomUUID();
    this.#change({ sent: key });
    this.#send({ key, move });
  }

  protected open({ one, count }: StockRow): void {
    if (count) this.#store.dispatch(ledgerActions.opened({ key: one.key, location: count.location }));
  }

  protected close(): void {
    this.#store.dispatch(ledgerActions.closed());
  }

  protected setLow({ one, count }: StockRow, text: string): void {
    const low = text.trim() === '' ? null : quantityOf(text);
    if (low === undefined || low === 0) return;
    this.#setCount(one.what, count?.location, { low });
  }

  protected setThing(thing: StockThing): void {
    this.#send({ key: crypto.randomUUID(), thing });
  }

  protected stopCounting({ one, count }: StockRow): void {
    this.#setCount(one.what, count?.location, { isCounted: false });
    this.close();
  }

  #setCount(
    what: StockRow['one']['what'],
    location: string | undefined,
    change: { readonly low?: number | null; readonly isCounted?: boolean },
  ): void {
    const count = { what, ...(location !== undefined && { location }), ...change };
    this.#send({ key: crypto.randomUUID(), count });
  }

  #send(deed: Deed): void {
    this.#store.dispatch(deedActions.added({ deed }));
  }
}
