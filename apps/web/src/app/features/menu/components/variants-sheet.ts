import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  codeFromPattern,
  compileMenu,
  countVariants,
  intoVariants,
  type Item,
  MOST_VARIANT_GROUPS,
  outOfVariants,
  type VariantRow,
  variantGroups,
  variantRows,
  withCells,
  type Workbook,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { clock } from '../../../clock.ts';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import type { Option } from '../../../ui/fields/option.ts';
import { SwitchField } from '../../../ui/fields/switch-field.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import { TableOut } from '../../../ui/table-out.ts';
import { PictureBox } from '../../../ui/picture-box.ts';
import { type VariantChanges, VariantGrid } from './variant-grid.ts';
import { variantColumns } from './variant-columns.ts';

/** More combinations than this are no longer a grid for people. */
const MOST_ROWS = 500;
const NAMED = 5;

/** The variants of a dish: chosen groups, then every combination of their choices with what is its own. */
@Component({
  selector: 'hl-variants-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, PictureBox, RouterLink, SwitchField, TableOut, TextField, TickBox, VariantGrid],
  templateUrl: './variants-sheet.html',
  styleUrl: './variants-sheet.css',
})
export class VariantsSheet {
  readonly menu = input.required<Workbook>();
  readonly item = input.required<Item>();
  readonly #view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);
  readonly #itemId = computed(() => this.item().id);

  protected readonly MOST_ROWS = MOST_ROWS;
  protected readonly offered = computed(() => variantGroups(this.menu(), this.item()));
  protected readonly chosen = linkedSignal<string, readonly string[]>({ source: this.#itemId, computation: () => [] });
  protected readonly count = computed(() =>
    this.chosen().length === 0 ? 0 : countVariants(this.offered(), this.chosen()),
  );
  protected readonly isFull = computed(() => this.chosen().length >= MOST_VARIANT_GROUPS);

  protected readonly rows = computed(() => variantRows(this.menu(), this.item(), clock));
  protected readonly groups = computed(() =>
    (this.item().variants?.by ?? []).map((id) => this.offered().find((group) => group.id === id)?.name ?? id),
  );
  protected readonly columns = computed(() =>
    variantColumns(this.menu().priceLists, this.#view.digits(), (row) => this.#usualCode(row)),
  );
  protected readonly tables = computed(() => [{ table: 'variants' as const, rows: [[this.#itemId()]] }]);
  /** What rows and columns a cross table of the first two groups has. */
  protected readonly crossTable = computed(() => {
    const [rows, columns] = this.item().variants?.by ?? [];
    return columns === undefined ? undefined : { rows, columns, item: this.item().id };
  });
  protected readonly nameOf = computed(() => {
    // Read here, so that the names are rendered again in another language.
    this.#language.writing();
    return ({ choices }: VariantRow, place: number) => this.#language.read(choices[place]?.name);
  });
  protected readonly notUnderstood = signal(0);
  protected readonly pattern = linkedSignal<string, string>({ source: this.#itemId, computation: () => '' });
  protected readonly patternHint = computed(
    () => `{item}-${(this.item().variants?.by ?? []).map((id) => `{${id}}`).join('')}`,
  );
  /** The words in braces that the pattern doesn't know. */
  protected readonly unknown = computed(() => {
    const [row] = this.rows();
    const code = row && codeFromPattern(this.pattern(), this.item(), row);
    return code && 'unknown' in code ? code.unknown.join(', ') : '';
  });
  /** Whether somebody asked to turn the variants back, and reads what can't be kept. */
  protected readonly turning = linkedSignal<string, boolean>({ source: this.#itemId, computation: () => false });
  protected readonly losses = computed(() => {
    if (!this.turning()) return [];
    const { otherPrice, lost } = outOfVariants(this.menu(), this.item(), clock);
    return [
      ...(otherPrice.length > 0 ? [`Another price on ${this.#named(otherPrice)}.`] : []),
      ...(lost.length > 0 ? [`No code or picture of its own on ${this.#named(lost)}.`] : []),
    ];
  });

  protected readonly LISTED: readonly Option<'questions' | 'list'>[] = [
    { value: 'questions', label: 'one question after the other' },
    { value: 'list', label: 'from all combinations in one list' },
  ];
  protected readonly isListed = computed(
    () => this.menu().variantLists?.some(({ id }) => id === this.item().id) ?? false,
  );
  /** The combination whose picture is being looked at. */
  protected readonly pictured = linkedSignal<string, string>({ source: this.#itemId, computation: () => '' });
  protected readonly picturedRow = computed(() => this.rows().find(({ id }) => id === this.pictured()));

  protected labelOf(row: VariantRow): string {
    return row.choices.map((_, place) => this.nameOf()(row, place)).join(', ');
  }

  protected setPicture({ pick }: VariantRow, image: string | undefined): void {
    this.change([{ pick, fields: { image } }], undefined, 0);
  }

  protected setListed(isListed: boolean): void {
    const { id } = this.item();
    if (isListed) this.#editor.put('variantLists', { id }, `Guests choose “${this.#name()}” from one list`);
    else
      this.#editor.change(`Guests choose “${this.#name()}” by questions`, [
        { type: 'remove', kind: 'variantLists', id },
      ]);
  }

  protected choose(id: string, isOn: boolean): void {
    this.chosen.set(
      this.offered().flatMap((group) =>
        (group.id === id ? isOn : this.chosen().includes(group.id)) ? [group.id] : [],
      ),
    );
  }

  protected make(): void {
    this.#editor.put('items', intoVariants(this.item(), this.chosen()), `Made variants of “${this.#name()}”`);
    this.chosen.set([]);
  }

  protected change(changes: VariantChanges, typed: string | undefined, notUnderstood: number): void {
    this.notUnderstood.set(notUnderstood);
    const how = typed === undefined ? {} : { field: `variants ${typed}` };
    if (changes.length > 0)
      this.#editor.put('items', withCells(this.item(), changes), `Changed the variants of “${this.#name()}”`, how);
  }

  protected fillCodes(): void {
    const changes = this.rows().flatMap((row) => {
      const filled = codeFromPattern(this.pattern(), this.item(), row);
      return 'code' in filled ? [{ pick: row.pick, fields: { code: filled.code || undefined } }] : [];
    });
    this.change(changes, undefined, 0);
  }

  protected turnBack(): void {
    const { edits } = outOfVariants(this.menu(), this.item(), clock);
    this.#editor.change(`Turned the variants of “${this.#name()}” back into plain groups`, edits);
    this.turning.set(false);
  }

  #name(): string {
    return this.#language.read(this.item().name);
  }

  #named(rows: readonly VariantRow[]): string {
    const names = rows.slice(0, NAMED).map((row) => row.choices.map((_, i) => this.nameOf()(row, i)).join(' '));
    return rows.length > NAMED ? `${names.join(', ')} and ${rows.length - NAMED} more` : names.join(', ');
  }

  /** The code that a combination has without its own: of the dish, and of what is picked. */
  #usualCode({ choices }: VariantRow): string {
    const { code } = compileMenu(this.menu()).item(this.item().id)?.item ?? {};
    return [code, ...choices.map((choice) => choice.code)].filter(Boolean).join('-');
  }
}
