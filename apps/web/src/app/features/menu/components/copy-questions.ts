import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { copyQuestions, type AttachAs, type Item, type Workbook } from '@hearty-ladle/core';
import { Dialog } from 'primeng/dialog';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { DishPicker, type PickedDishes } from '../../../ui/dish-picker.ts';
import { ButtonDirective } from 'primeng/button';
import { TickBox } from '../../../ui/fields/tick-box.ts';
import type { Option } from '../../../ui/fields/option.ts';
import { RadioField } from '../../../ui/fields/radio-field.ts';
import { ReturnsFocus } from '../../../ui/returns-focus.ts';

/** Copies all groups of a dish, including differences, to other dishes: in addition to theirs, or replacing them. */
@Component({
  selector: 'hl-copy-questions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, Dialog, DishPicker, RadioField, ReturnsFocus, TickBox],
  templateUrl: './copy-questions.html',
  styles: `
    @layer app {
      fieldset {
        display: grid;
        margin-top: 10px;
      }
      label {
        display: flex;
        gap: 8px;
        align-items: center;
        min-height: 32px;
      }
    }
  `,
})
export class CopyQuestions {
  readonly menu = input.required<Workbook>();
  readonly item = input.required<Item>();
  readonly closed = output<void>();
  readonly #editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);
  protected readonly name = computed(() => this.#language.read(this.item().name));
  protected readonly self = computed(() => new Set([this.item().id]));
  protected readonly picked = signal<PickedDishes['items']>([]);
  protected readonly mode = signal<'add' | 'replace'>('add');
  protected readonly MODES: readonly Option<'add' | 'replace'>[] = [
    { value: 'add', label: 'Add to the dish’s groups' },
    { value: 'replace', label: 'Replace the dish’s groups' },
  ];
  protected readonly how = signal<AttachAs>('shared');

  protected copy(): void {
    const to = this.menu().items.filter(({ id }) => this.picked().includes(id));
    const label = `Copied the groups of “${this.name()}” to ${to.length === 1 ? '1 dish' : `${to.length} dishes`}`;
    this.#editor.change(label, copyQuestions(this.menu(), this.item(), to, this.mode(), this.how()));
    this.closed.emit();
  }
}
