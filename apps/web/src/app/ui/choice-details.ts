import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import {
  type Choice,
  type ChoicesGroup,
  type Id,
  parsePrice,
  priceText,
  usesOf,
  type Workbook,
} from '@hearty-ladle/core';
import { EditingLanguage } from '../state/editing-language.ts';
import type { PicturePlace } from '../state/pictures.ts';
import { MenuView } from '../state/menu-view.ts';
import { describeUse } from '../text/uses.ts';
import { AllergenBox } from './allergen-box.ts';
import { PictureBox } from './picture-box.ts';
import { RuleList } from './rule-list.ts';
import { UseList } from './use-list.ts';
import { UsesBox } from './uses-box.ts';
import { ButtonDirective } from 'primeng/button';
import { TextField } from './fields/text-field.ts';
import { TickBox } from './fields/tick-box.ts';
import { SelectField } from './fields/select-field.ts';
import { namedOptions } from './fields/option.ts';

type Field = keyof Choice;

/** The fields of a choice that have no column in the grid. */
@Component({
  selector: 'hl-choice-details',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AllergenBox, ButtonDirective, PictureBox, RuleList, SelectField, TextField, TickBox, UseList, UsesBox],
  templateUrl: './choice-details.html',
  styleUrl: './choice-details.css',
})
export class ChoiceDetails {
  readonly menu = input.required<Workbook>();
  readonly group = input.required<ChoicesGroup>();
  readonly choice = input.required<Choice>();
  readonly choiceChange = output<Choice>();
  readonly closed = output<void>();
  readonly #view = inject(MenuView);
  readonly #language = inject(EditingLanguage);

  protected readonly name = computed(() => this.#language.read(this.choice().name) || 'this choice');
  protected readonly add = computed(() => {
    const { price } = this.choice();
    return price && 'add' in price ? price : undefined;
  });
  protected readonly place = computed((): PicturePlace => ({
    kind: 'choices',
    group: this.group().id,
    ids: [this.choice().id],
  }));
  /** Groups that this choice's price may depend on, and groups that it may open. */
  protected readonly others = computed(() => this.menu().groups.filter(({ id }) => id !== this.group().id));
  protected readonly priceGroups = computed(() =>
    namedOptions(
      this.others().filter(({ kind }) => kind === 'choices'),
      'nothing else',
    ),
  );
  protected readonly dishes = computed(() =>
    namedOptions(
      this.menu().items.map(({ id, name }) => ({ id, name: this.#language.read(name) })),
      'no dish',
    ),
  );
  protected readonly openable = computed(() =>
    this.others().filter(({ kind }) => kind !== 'date' && kind !== 'amount'),
  );
  protected readonly by = computed(() => {
    const by = this.add()?.by;
    const group = by && this.menu().groups.find(({ id }) => id === by.group);
    if (!by || group?.kind !== 'choices') return undefined;
    return {
      group,
      rows: (group.choices ?? []).map((choice) => ({
        id: choice.id,
        name: this.#language.read(choice.name),
        price: this.#priceOf(Object.hasOwn(by.prices, choice.id) ? by.prices[choice.id] : undefined),
      })),
    };
  });
  protected readonly tiers = computed(() =>
    (this.add()?.tiers ?? []).map(({ from, add }) => ({ from, price: this.#priceOf(add) })),
  );
  protected readonly uses = computed(() =>
    usesOf(this.menu(), { kind: 'choices', group: this.group().id, id: this.choice().id }).map((use) =>
      describeUse(this.menu(), use),
    ),
  );

  /** Sets a field, or removes it when empty. */
  protected set(field: Field, value: Choice[Field] | '' | false): void {
    const { [field]: _, ...rest } = this.choice();
    const isEmpty =
      value === undefined ||
      value === '' ||
      value === false ||
      (field !== 'allergens' && Array.isArray(value) && value.length === 0);
    this.choiceChange.emit((isEmpty ? rest : { ...rest, [field]: value }) as Choice);
  }

  protected pricedBy(group: string): void {
    const { by: _, ...rest } = this.add() ?? { add: 0 };
    this.set('price', group === '' ? rest : { ...rest, by: { group, prices: {} } });
  }

  protected priceBy(choice: Id, text: string): void {
    const add = this.add();
    if (!add?.by) return;
    const { [choice]: _, ...others } = add.by.prices;
    const price = this.#parse(text);
    if (text.trim() !== '' && price === undefined) return;
    this.set('price', {
      ...add,
      by: { ...add.by, prices: price === undefined ? others : { ...others, [choice]: price } },
    });
  }

  protected addTier(): void {
    const add = this.add() ?? { add: 0 };
    const from = Math.max(1, ...(add.tiers ?? []).map((tier) => tier.from)) + 1;
    this.set('price', { ...add, tiers: [...(add.tiers ?? []), { from, add: add.add }] });
  }

  /** Sets the quantity or the price of a step; what can't be read is not taken. */
  protected setTier(index: number, typed: { readonly from?: string; readonly price?: string }): void {
    const add = this.add();
    const { from: wasFrom = 0, price: was = '' } = this.tiers()[index] ?? {};
    const from = Number(typed.from ?? wasFrom);
    const price = this.#parse(typed.price ?? was);
    if (!add?.tiers || !Number.isInteger(from) || from < 2 || price === undefined) return;
    this.set('price', { ...add, tiers: add.tiers.map((tier, i) => (i === index ? { from, add: price } : tier)) });
  }

  protected dropTier(index: number): void {
    const { tiers = [], ...rest } = this.add() ?? { add: 0 };
    const left = tiers.filter((_, i) => i !== index);
    this.set('price', left.length === 0 ? rest : { ...rest, tiers: left });
  }

  protected open(group: string, on: boolean): void {
    const opens = (this.choice().opens ?? []).filter((id) => id !== group);
    this.set('opens', on ? [...opens, group] : opens);
  }

  #priceOf(price: Parameters<typeof priceText>[0] | undefined): string {
    return price === undefined ? '' : priceText(price, this.#view.digits(), this.#view.lists());
  }

  #parse(text: string) {
    return parsePrice(text, this.#view.digits(), this.#view.lists());
  }
}
