import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  type AmountGroup,
  type DateGroup,
  type Group,
  type NoteGroup,
  parsePrice,
  priceText,
  type Workbook,
} from '@hearty-ladle/core';
import { EditingLanguage } from '../state/editing-language.ts';
import { MenuView } from '../state/menu-view.ts';
import { TextField } from './fields/text-field.ts';
import { TickBox } from './fields/tick-box.ts';

type Note = NonNullable<NoteGroup['note']>;
type Day = NonNullable<DateGroup['date']>;
type Money = NonNullable<AmountGroup['amount']>;

/** The settings of a group without choices: a note, a date, an amount of money, a consent, a notice. */
@Component({
  selector: 'hl-group-answer-kind',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextField, TickBox],
  templateUrl: './group-answer-kind.html',
  styleUrl: './group-answer-kind.css',
})
export class GroupAnswerKind {
  readonly menu = input.required<Workbook>();
  readonly group = input.required<Group>();
  readonly groupChange = output<Group>();
  readonly #view = inject(MenuView);
  protected readonly language = inject(EditingLanguage);
  protected readonly note = computed<Note | undefined>(
    () => this.#of('note')?.note ?? (this.group().kind === 'note' ? {} : undefined),
  );
  protected readonly day = computed<Day | undefined>(
    () => this.#of('date')?.date ?? (this.group().kind === 'date' ? {} : undefined),
  );
  protected readonly money = computed<Money | undefined>(
    () => this.#of('amount')?.amount ?? (this.group().kind === 'amount' ? {} : undefined),
  );

  protected setNote(change: { [K in keyof Note]?: Note[K] | undefined }): void {
    const group = this.#of('note');
    if (group) this.groupChange.emit({ ...group, note: cleaned({ ...group.note, ...change }) });
  }

  protected setDay(change: { [K in keyof Day]?: Day[K] | undefined }): void {
    const group = this.#of('date');
    if (group) this.groupChange.emit({ ...group, date: cleaned({ ...group.date, ...change }) });
  }

  protected setMoney(change: { [K in keyof Money]?: Money[K] | undefined }): void {
    const group = this.#of('amount');
    if (group) this.groupChange.emit({ ...group, amount: cleaned({ ...group.amount, ...change }) });
  }

  protected readonly setNoteLength = (maxLength: number | undefined) => this.setNote({ maxLength });
  protected readonly setNotePrice = (price: ReturnType<typeof parsePrice>) => this.setNote({ price });
  protected readonly setEarliest = (earliestDays: number | undefined) => this.setDay({ earliestDays });
  protected readonly setLatest = (latestDays: number | undefined) => this.setDay({ latestDays });
  protected readonly setLeast = (min: ReturnType<typeof parsePrice>) => this.setMoney({ min });
  protected readonly setMost = (max: ReturnType<typeof parsePrice>) => this.setMoney({ max });

  protected setStation(id: string, on: boolean): void {
    const others = (this.note()?.stations ?? []).filter((it) => it !== id);
    const stations = on ? [...others, id] : others;
    this.setNote({ stations: stations.length === 0 ? undefined : stations });
  }

  /** Takes a whole number, or nothing from an empty box; nothing else. */
  protected count(text: string, least: number, most: number, set: (count: number | undefined) => void): void {
    const number = Number(text.trim());
    if (text.trim() === '') set(undefined);
    else if (/^\d{1,4}$/.test(text.trim()) && number >= least && number <= most) set(number);
  }

  protected price(text: string, set: (price: ReturnType<typeof parsePrice>) => void): void {
    if (text.trim() === '') return set(undefined);
    const price = parsePrice(text, this.#view.digits(), this.#view.lists());
    if (price !== undefined && Object.values(typeof price === 'number' ? [price] : price).every((value) => value >= 0))
      set(price);
  }

  protected suggestions(text: string): void {
    const prices = text
      .split(/[;\s]+/)
      .filter(Boolean)
      .map((text) => parsePrice(text, this.#view.digits(), this.#view.lists()));
    if (!prices.includes(undefined))
      this.setMoney({ suggested: prices.length === 0 ? undefined : (prices as number[]) });
  }

  protected sayAll(prices: Money['suggested']): string {
    return (prices ?? []).map((price) => this.priceOf(price).replaceAll(' ', '')).join(' ');
  }

  protected priceOf(price: Parameters<typeof priceText>[0] | undefined): string {
    return price === undefined ? '' : priceText(price, this.#view.digits(), this.#view.lists());
  }

  #of<K extends Group['kind']>(kind: K): Extract<Group, { kind: K }> | undefined {
    const group = this.group();
    return group.kind === kind ? (group as Extract<Group, { kind: K }>) : undefined;
  }
}

/** Removes empty fields. */
function cleaned<T extends object>(settings: { [K in keyof T]: T[K] | undefined }): T {
  return Object.fromEntries(
    Object.entries(settings).filter(([, value]) => value !== undefined && value !== false),
  ) as T;
}
