import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import {
  addOf,
  type Attachment,
  type Choice,
  type ChoicesGroup,
  type Difference,
  differencesOf,
  type Group,
  type Item,
  parsePrice,
  priceText,
  takeOwnCopy,
  withChoiceOffered,
  withDefault,
  withLimits,
  withoutDifference,
  withPrice,
  type Workbook,
} from '@hearty-ladle/core';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { type Limits, LimitsSentence } from '../../../ui/limits-sentence.ts';
import { describeDifference } from '../../../text/differences.ts';
import { ButtonDirective } from 'primeng/button';
import { TableModule } from 'primeng/table';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { namedOptions } from '../../../ui/fields/option.ts';

/** A dish's differences from a shared group, each with a button to drop it. */
@Component({
  selector: 'hl-difference-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, LimitsSentence, SelectField, TableModule, TextField, TickBox],
  templateUrl: './difference-sheet.html',
  styleUrl: './difference-sheet.css',
})
export class DifferenceSheet {
  readonly menu = input.required<Workbook>();
  readonly item = input.required<Item>();
  readonly group = input.required<Group>();
  readonly #view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  protected readonly language = inject(EditingLanguage);

  protected readonly lists = computed(() =>
    namedOptions(
      this.menu().priceLists.map(({ id, name }) => ({ id, name: `always ${name}` })),
      'the order’s list',
    ),
  );
  protected readonly name = computed(() => this.language.read(this.item().name));
  protected readonly attachment = computed<Attachment>(
    () => this.item().groups?.find((it) => it.group === this.group().id) ?? { group: this.group().id },
  );
  protected readonly choices = computed(() => {
    const group = this.group();
    return group.kind === 'choices' ? group : undefined;
  });
  protected readonly differences = computed(() =>
    differencesOf(this.group(), this.attachment()).map((difference) => ({
      difference,
      ...describeDifference(this.menu(), this.group(), difference, this.#view.digits()),
    })),
  );
  protected readonly limits = computed<Limits>(() => {
    const group = this.choices();
    const { min, max, included } = this.attachment();
    return {
      min: min ?? group?.min ?? 0,
      max: max !== undefined ? max : (group?.max ?? null),
      included: included ?? group?.included ?? 0,
      includedFirst: group?.includedFirst ?? 'picked',
    };
  });
  protected readonly available = computed(() =>
    (this.choices()?.choices ?? [])
      .filter(({ id }) => this.attachment().only?.includes(id) ?? true)
      .reduce((sum, { max = 1 }) => sum + max, 0),
  );
  protected readonly rows = computed(() =>
    (this.choices()?.choices ?? []).map((choice) => {
      const { only, defaults, prices } = this.attachment();
      const own = prices && Object.hasOwn(prices, choice.id) ? prices[choice.id] : undefined;
      const shared = addOf(choice);
      return {
        choice,
        name: this.language.read(choice.name),
        offered: only?.includes(choice.id) ?? true,
        ticked: defaults
          ? Object.hasOwn(defaults, choice.id)
            ? (defaults[choice.id] ?? 0)
            : 0
          : (choice.default ?? 0),
        sharedPreselected: choice.default ?? 0,
        shared: shared === undefined ? undefined : this.#priceOf(shared),
        own: own === undefined ? '' : this.#priceOf(own),
      };
    }),
  );

  protected byChoice(_index: number, row: { readonly choice: Choice }): string {
    return row.choice.id;
  }

  protected limit(group: ChoicesGroup, limits: Limits): void {
    this.#put(withLimits(group, this.attachment(), limits), 'limits');
  }

  protected offer(choice: string, on: boolean): void {
    this.#put(withChoiceOffered(this.group(), this.attachment(), choice, on));
  }

  protected tick(choice: string, text: string, max: number): void {
    const count = Number(text.trim() || '0');
    if (Number.isInteger(count) && count >= 0 && count <= max)
      this.#put(withDefault(this.group(), this.attachment(), choice, count));
  }

  protected price(choice: string, text: string): void {
    const price = text.trim() === '' ? undefined : parsePrice(text, this.#view.digits(), this.#view.lists());
    if (price !== undefined || text.trim() === '') this.#put(withPrice(this.attachment(), choice, price));
  }

  protected heading(text: string): void {
    const { heading, ...rest } = this.attachment();
    this.#put(text === '' ? rest : { ...rest, heading: this.language.write(heading, text) }, 'heading');
  }

  protected list(id: string): void {
    const { priceList: _, ...rest } = this.attachment();
    this.#put(id === '' ? rest : { ...rest, priceList: id });
  }

  protected drop(difference: Difference): void {
    this.#put(withoutDifference(this.group(), this.attachment(), difference));
  }

  protected ownCopy(): void {
    this.#editor.change(
      `“${this.name()}” has its own copy of “${this.group().name}”`,
      takeOwnCopy(this.menu(), this.item(), this.group().id),
    );
  }

  #priceOf(price: Parameters<typeof priceText>[0]): string {
    return priceText(price, this.#view.digits(), this.#view.lists());
  }

  #put(attachment: Attachment, field?: string): void {
    const attached = this.item().groups ?? [];
    const groups = attached.some((it) => it.group === attachment.group)
      ? attached.map((it) => (it.group === attachment.group ? attachment : it))
      : [...attached, attachment];
    this.#editor.put(
      'items',
      { ...this.item(), groups },
      `“${this.group().name}” differs on “${this.name()}”`,
      field === undefined ? {} : { field: `${attachment.group} ${field}` },
    );
  }
}
