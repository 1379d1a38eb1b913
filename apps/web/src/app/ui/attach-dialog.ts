import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { offeredOn, type Group, type AttachAs, type AttachRequest, type Workbook } from '@hearty-ladle/core';
import { Dialog } from 'primeng/dialog';
import { DishPicker, type PickedDishes } from './dish-picker.ts';
import { ButtonDirective } from 'primeng/button';
import { TickBox } from './fields/tick-box.ts';
import type { Option } from './fields/option.ts';
import { RadioField } from './fields/radio-field.ts';
import { ReturnsFocus } from './returns-focus.ts';

const NONE: PickedDishes = { items: [], sections: [], tags: [], except: [] };

/** Attaches one or several groups to one or many dishes at once. */
@Component({
  selector: 'hl-attach-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, Dialog, DishPicker, RadioField, ReturnsFocus, TickBox],
  templateUrl: './attach-dialog.html',
  styleUrl: './attach-dialog.css',
})
export class AttachDialog {
  readonly menu = input.required<Workbook>();
  readonly group = input.required<Group>();
  readonly attached = output<AttachRequest>();
  readonly closed = output<void>();
  protected readonly picked = signal<PickedDishes>(NONE);
  /** What is folded is not rendered: the dialog would give the focus to a box that can't be seen. */
  protected readonly showsOthers = signal(false);
  protected readonly how = signal<AttachAs>('shared');
  protected readonly WAYS: readonly Option<AttachAs>[] = [
    { value: 'shared', label: 'Shared: a change to the group reaches them all' },
    { value: 'own', label: 'Their own copies: from now on each goes its own way' },
  ];
  protected readonly later = signal(false);
  protected readonly more = signal<ReadonlySet<string>>(new Set());
  protected readonly others = computed(() => this.menu().groups.filter(({ id }) => id !== this.group().id));
  protected readonly groups = computed(() => [this.group().id, ...this.more()]);
  protected readonly names = computed(() =>
    this.menu()
      .groups.filter(({ id }) => this.groups().includes(id))
      .map(({ name }) => name)
      .join(', '),
  );
  protected readonly done = computed(() => {
    const dishes = offeredOn(this.menu());
    return new Set(this.more().size > 0 ? [] : (dishes.get(this.group().id) ?? []));
  });
  protected readonly byRule = computed(() => {
    const { sections, tags } = this.picked();
    const names = this.menu()
      .sections.filter(({ id }) => sections.includes(id))
      .map(({ name }) => (typeof name === 'string' ? name : (name[this.menu().locales[0] ?? ''] ?? '')));
    return [...names, ...tags.map((tag) => `#${tag}`)].join(', ');
  });

  protected add(id: string, on: boolean): void {
    const next = new Set(this.more());
    if (on) next.add(id);
    else next.delete(id);
    this.more.set(next);
  }

  protected attach(): void {
    const { items, sections, tags, except } = this.picked();
    const later =
      this.later() && this.how() === 'shared' && this.byRule() !== '' ? { sections, tags, except } : undefined;
    this.attached.emit({ groups: this.groups(), dishes: items, as: this.how(), later });
  }
}
