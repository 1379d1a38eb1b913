import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type MovementRequest, plainText, namedWhats } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { refusalText, staffMessage } from '../../../messages/staff-message.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { StockView } from '../../../state/stock-view.ts';
import type { Option } from '../../../ui/fields/option.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { LocationSwitch } from '../../../ui/location-switch.ts';
import { PinDialog } from '../../../ui/pin-dialog.ts';
import { ReturnsFocus } from '../../../ui/returns-focus.ts';
import { boardActions, boardFeature, type Deed } from '../store/board-store.ts';
import { ledgerActions, ledgerFeature } from '../store/ledger-store.ts';
import { StockLedger } from '../components/stock-ledger.ts';
import { type StockRow, stockRows } from './stock-rows.ts';

type Mode = 'look' | 'count' | 'delivery' | 'waste';

const MODES: readonly Option<Mode>[] = [
  { value: 'look', label: 'On hand' },
  { value: 'count', label: 'Count' },
  { value: 'delivery', label: 'Delivery' },
  { value: 'waste', label: 'Waste' },
];
const QUANTITY = /^\d{1,7}([.,]\d{1,3})?$/;

/** A quantity that was typed beside a row; `seen`: what was on hand when it was typed. */
interface Typed {
  readonly text: string;
  readonly seen: number | undefined;
}

/** The pantry of a location: what is on hand, counting, deliveries and waste, and the ledger of each thing. */
@Component({
  selector: 'hl-pantry-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ButtonDirective,
    Dialog,
    LocationSwitch,
    PinDialog,
    ReturnsFocus,
    RouterLink,
    StockLedger,
    SwitchField,
    TextField,
  ],
  templateUrl: './pantry-page.html',
  styleUrls: ['./stock-page.css', './pantry-page.css'],
})
export class PantryPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly stock = inject(StockView);
  protected readonly board = this.#store.selectSignal(boardFeature.selectBoardState);
  protected readonly ledger = this.#store.selectSignal(ledgerFeature.selectLedgerState);
  protected readonly MODES = MODES;
  protected readonly mode = signal<Mode>('look');
  protected readonly text = signal('');
  protected readonly reason = signal('');
  readonly #typed = signal<ReadonlyMap<string, Typed>>(new Map());

  readonly #all = computed(() => {
    const menu = this.#view.compiled();
    return menu ? namedWhats(menu, menu.firstLocale) : [];
  });
  readonly #rows = computed(() => {
    const menu = this.#view.menu();
    return menu ? stockRows(menu, this.#all(), this.stock.pantry()?.counts ?? [], this.stock.location()) : [];
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
        .map((one): StockRow => ({ one, count: undefined, unit: 'portions', enoughFor: '', state: 'uncounted' })),
    ];
  });
  protected readonly short = computed(() => this.#rows().filter(({ state }) => state === 'none' || state === 'low'));
  protected readonly opened = computed(() => this.#rows().find(({ one }) => one.key === this.ledger().key));
  /** What was typed and is understood, with the difference it makes. */
  protected readonly entries = computed(() =>
    [...this.#typed()].flatMap(([key, { text, seen }]) => {
      const one = this.#all().find((it) => it.key === key);
      const quantity = quantityOf(text);
      return one && quantity !== undefined ? [{ one, quantity, seen }] : [];
    }),
  );
  protected readonly isWrong = computed(() =>
    [...this.#typed().values()].some(({ text }) => text.trim() !== '' && quantityOf(text) === undefined),
  );
  protected readonly pinRefusal = computed(() => {
    const code = this.board().refusal;
    return code === undefined ? undefined : staffMessage('en', refusalText(code).key);
  });

  constructor() {
    this.#view.open();
    this.stock.open();
  }

  protected turn(mode: Mode): void {
    this.mode.set(mode);
    this.#typed.set(new Map());
  }

  protected textOf({ one }: StockRow): string {
    return this.#typed().get(one.key)?.text ?? '';
  }

  protected type({ one, count }: StockRow, text: string): void {
    const seen = this.#typed().get(one.key)?.seen ?? count?.onHand;
    this.#typed.set(new Map(this.#typed()).set(one.key, { text, seen }));
  }

  /** What the typed quantity changes, with its sign. */
  protected differenceOf({ one, count }: StockRow): string {
    const typed = this.#typed().get(one.key);
    const quantity = typed && quantityOf(typed.text);
    if (quantity === undefined) return typed && typed.text.trim() !== '' ? 'not a quantity' : '';
    const by = this.mode() === 'count' ? quantity - (typed?.seen ?? 0) : this.mode() === 'waste' ? -quantity : quantity;
    const after = this.mode() === 'count' ? quantity : (count?.onHand ?? 0) + by;
    return `${signed(by)} → ${rounded(after)}`;
  }

  protected keep(): void {
    const kind = this.mode();
    const location = this.stock.location();
    if (kind === 'look' || this.entries().length === 0 || this.isWrong()) return;
    const move: MovementRequest = {
      kind,
      ...(location !== undefined && { location }),
      ...(this.reason().trim() !== '' && { reason: this.reason().trim() }),
      rows: this.entries().map(({ one, quantity, seen }) => ({
        what: one.what,
        quantity,
        ...(kind === 'count' && seen !== undefined && { seen }),
      })),
    };
    this.#send({ key: crypto.randomUUID(), move });
    this.turn('look');
    this.reason.set('');
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
    this.#change(one.what, count?.location, { low });
  }

  protected stopCounting({ one, count }: StockRow): void {
    this.#change(one.what, count?.location, { isCounted: false });
    this.close();
  }

  protected enterPin(pin: string): void {
    this.#store.dispatch(boardActions.pinEntered({ pin }));
  }

  protected dismissPin(): void {
    this.#store.dispatch(boardActions.pinDismissed());
  }

  #change(
    what: StockRow['one']['what'],
    location: string | undefined,
    change: { readonly low?: number | null; readonly isCounted?: boolean },
  ): void {
    const count = { what, ...(location !== undefined && { location }), ...change };
    this.#send({ key: crypto.randomUUID(), count });
  }

  #send(deed: Deed): void {
    this.#store.dispatch(boardActions.deedAdded({ deed }));
  }
}

function quantityOf(text: string): number | undefined {
  const trimmed = text.trim();
  return QUANTITY.test(trimmed) ? Number(trimmed.replace(',', '.')) : undefined;
}

function rounded(quantity: number): string {
  return String(Math.round(quantity * 1000) / 1000);
}

function signed(quantity: number): string {
  return quantity < 0 ? `−${rounded(-quantity)}` : `+${rounded(quantity)}`;
}
