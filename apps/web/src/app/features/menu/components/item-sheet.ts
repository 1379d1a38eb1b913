import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { type Attachment, type CompiledMenu, type Group, type Item, newId, type OfferedGroup, parsePrice, priceText, textIn } from '@hearty-ladle/core';
import { Editor } from '../../../state/editor.ts';
import { saySentence } from '../../../text/sentence.ts';
import { AttachGroup } from './attach-group.ts';

/** A dish as it is worked on: name, price, station, description, and its groups as cards in order. */
@Component({
  selector: 'hl-item-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AttachGroup, CdkDrag, CdkDragHandle, CdkDropList],
  templateUrl: './item-sheet.html',
  styleUrl: './item-sheet.css',
})
export class ItemSheet {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<Item>();
  readonly opened = output<string>();
  readonly removed = output<void>();
  readonly #editor = inject(Editor);

  protected readonly name = computed(() => textIn(this.item().name, this.menu().firstLocale, this.menu().firstLocale));
  protected readonly description = computed(() => textIn(this.item().description ?? '', this.menu().firstLocale, this.menu().firstLocale));
  readonly #typedPrice = signal<string | undefined>(undefined);
  protected readonly price = computed(() => this.#typedPrice() ?? priceText(this.item().price, this.#editor.digits(), this.#editor.lists()));
  protected readonly priceIsWrong = computed(() => this.#typedPrice() !== undefined && this.#parsed(this.#typedPrice() ?? '') === undefined);
  protected readonly priceHint = computed(() => this.menu().menu.priceLists.map(({ name }) => name).join(' / '));

  protected readonly cards = computed(() => {
    const offered = this.menu().item(this.item().id)?.groups ?? [];
    const attached = this.item().groups ?? [];
    return offered.map((group) => ({
      group,
      index: attached.findIndex((it) => it.group === group.id),
      sentence: saySentence(group),
      answers: this.#answers(group),
      asked: textIn(group.heading ?? group.group.prompt, this.menu().firstLocale, this.menu().firstLocale),
      used: this.#others(group.id),
      differs: attached.some((it) => it.group === group.id && Object.keys(it).some((key) => key !== 'group')),
    }));
  });

  protected readonly attachable = computed(() => {
    const offered = this.menu().item(this.item().id)?.groupIndex;
    return this.menu().menu.groups.filter(({ id }) => !offered?.has(id));
  });

  protected rename(text: string): void {
    const name = this.#withText(this.item().name, text);
    this.#put({ ...this.item(), name }, `Renamed the dish “${text}”`, 'name');
  }

  protected describe(text: string): void {
    const { description, ...rest } = this.item();
    this.#put(text === '' ? rest : { ...rest, description: this.#withText(description ?? '', text) }, `Described “${this.name()}”`, 'description');
  }

  protected typePrice(text: string): void {
    this.#typedPrice.set(text);
    const price = this.#parsed(text);
    if (price !== undefined) this.#put({ ...this.item(), price }, `Priced “${this.name()}” ${text}`, 'price');
  }

  protected donePrice(): void {
    this.#typedPrice.set(undefined);
  }

  protected madeAt(station: string): void {
    const { station: _, ...rest } = this.item();
    this.#put(station === '' ? rest : { ...rest, station }, `“${this.name()}” is made elsewhere`);
  }

  protected attach(group: Group): void {
    const isNew = !this.menu().menu.groups.some(({ id }) => id === group.id);
    const item: Item = { ...this.item(), groups: [...(this.item().groups ?? []), { group: group.id }] };
    const label = `“${group.name}” is asked on “${this.name()}”`;
    this.#editor.change(label, [
      ...(isNew ? [{ type: 'put', kind: 'groups', thing: group } as const] : []),
      { type: 'put', kind: 'items', thing: item },
    ]);
    if (isNew) this.opened.emit(group.id);
  }

  protected newGroup({ name, kind }: { name: string; kind: 'choices' | 'note' }): void {
    const id = newId(name, this.menu().menu.groups.map((group) => group.id));
    this.attach(kind === 'note' ? { id, name, prompt: name, kind } : { id, name, prompt: name, kind, min: 0, max: null, choices: [] });
  }

  protected detach(group: OfferedGroup): void {
    const groups = (this.item().groups ?? []).filter((it) => it.group !== group.id);
    this.#put({ ...this.item(), groups }, `“${group.group.name}” is no longer asked on “${this.name()}”`);
  }

  protected drop(event: CdkDragDrop<unknown>): void {
    this.#move(event.previousIndex, event.currentIndex);
  }

  protected keydown(event: KeyboardEvent, index: number): void {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    this.#move(index, index + (event.key === 'ArrowUp' ? -1 : 1));
  }

  protected remove(): void {
    this.#editor.change(`Took the dish “${this.name()}” off the menu`, [{ type: 'remove', kind: 'items', id: this.item().id }]);
    this.removed.emit();
  }

  #move(from: number, to: number): void {
    const groups: Attachment[] = [...(this.item().groups ?? [])];
    const [moved] = groups.splice(from, 1);
    if (!moved || to < 0 || to > groups.length || from === to) return;
    groups.splice(to, 0, moved);
    this.#put({ ...this.item(), groups }, `Reordered the questions of “${this.name()}”`);
  }

  #put(item: Item, label: string, field?: string): void {
    this.#editor.put('items', item, label, field);
  }

  #parsed(text: string) {
    const price = parsePrice(text, this.#editor.digits(), this.#editor.lists());
    const values = price === undefined ? [-1] : typeof price === 'number' ? [price] : Object.values(price);
    return values.every((value) => value >= 0) ? price : undefined;
  }

  #withText(old: Item['name'], text: string): Item['name'] {
    return typeof old === 'string' ? text : { ...old, [this.menu().firstLocale]: text };
  }

  #answers(group: OfferedGroup): string {
    return group.choices.map(({ choice }) => textIn(choice.name, this.menu().firstLocale, this.menu().firstLocale)).join(' · ');
  }

  #others(group: string): number {
    return this.menu().menu.items.filter((item) => item.id !== this.item().id && this.menu().item(item.id)?.groupIndex.has(group)).length;
  }
}
