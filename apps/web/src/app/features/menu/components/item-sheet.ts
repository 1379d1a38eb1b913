import { CdkDrag, type CdkDragDrop, CdkDropList } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import {
  offeredOn,
  type CompiledMenu,
  differencesOf,
  exceptFrom,
  type Group,
  type GroupKind,
  type AttachRequest,
  attachEdits,
  type Item,
  moveGroup,
  newGroup,
  type OfferedGroup,
  parsePrice,
  priceText,
  promisesOf,
  type Target,
  usesOf,
} from '@hearty-ladle/core';
import { Fold } from '../../../ui/fold.ts';
import { FindingList } from '../../../ui/finding-list.ts';
import { PromiseList } from '../../../ui/promise-list.ts';
import { RuleList } from '../../../ui/rule-list.ts';
import { RemovalBox } from '../../../ui/removal-box.ts';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { describeDifference } from '../../../text/differences.ts';
import { impossibleLimits, limitsInWords, unitsOffered } from '../../../text/sentence.ts';
import { attachText } from '../../../text/attaching.ts';
import { AttachDialog } from '../../../ui/attach-dialog.ts';
import { AttachGroup } from './attach-group.ts';
import { CopyQuestions } from './copy-questions.ts';
import { ItemMore } from './item-more.ts';
import { SummaryEditor } from './summary-editor.ts';
import { VariantsSheet } from './variants-sheet.ts';
import { WhoReads } from './who-reads.ts';
import { ButtonDirective } from 'primeng/button';
import { type CardOfGroup, GroupCard } from './group-card.ts';
import { TextField } from '../../../ui/fields/text-field.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { areSameOptions, stationOptions } from '../../../ui/fields/option.ts';

/** A dish being edited: name, price, station, description, and its groups as cards in order. */
@Component({
  selector: 'hl-item-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AttachDialog,
    AttachGroup,
    ButtonDirective,
    CdkDrag,
    CdkDropList,
    CopyQuestions,
    FindingList,
    Fold,
    GroupCard,
    ItemMore,
    PromiseList,
    RemovalBox,
    RuleList,
    SelectField,
    SummaryEditor,
    TextField,
    VariantsSheet,
    WhoReads,
  ],
  templateUrl: './item-sheet.html',
  styleUrl: './item-sheet.css',
})
export class ItemSheet {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<Item>();
  readonly opened = output<string>();
  readonly removed = output<void>();
  readonly #view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  protected readonly stations = computed(() => stationOptions(this.menu().menu, 'same as its section'), {
    equal: areSameOptions,
  });
  protected readonly language = inject(EditingLanguage);

  protected readonly name = computed(() => this.language.read(this.item().name));
  protected readonly description = computed(() => this.language.read(this.item().description));
  readonly #typedPrice = signal<string | undefined>(undefined);
  protected readonly price = computed(
    () => this.#typedPrice() ?? priceText(this.item().price, this.#view.digits(), this.#view.lists()),
  );
  protected readonly priceIsWrong = computed(
    () => this.#typedPrice() !== undefined && this.#parsed(this.#typedPrice() ?? '') === undefined,
  );
  protected readonly priceHint = computed(() =>
    this.menu()
      .menu.priceLists.map(({ name }) => name)
      .join(' / '),
  );
  protected readonly hasPromises = computed(() =>
    promisesOf(this.menu().menu).some(({ line }) => line.item === this.item().id),
  );
  protected readonly attaching = signal<string | undefined>(undefined);
  protected readonly attachedGroup = computed(() => this.menu().menu.groups.find(({ id }) => id === this.attaching()));
  protected readonly copying = signal(false);
  protected readonly removing = signal(false);
  // What is folded away is not rendered: it would cost time at every keystroke.
  protected readonly groupIds = computed(() => this.cards().map(({ id }) => id));
  protected readonly target = computed((): Target => ({ kind: 'items', id: this.item().id }));

  /** Cards that did not change stay the same objects, so that a keystroke does not render them again. */
  readonly #steady = new Map<string, { readonly key: string; readonly card: CardOfGroup }>();
  protected readonly cards = computed(() => {
    const dishes = offeredOn(this.menu().menu);
    return (this.menu().item(this.item().id)?.groups ?? []).map((group) => this.#steadyCard(this.#card(group, dishes)));
  });

  #card(offered: OfferedGroup, dishes: ReturnType<typeof offeredOn>): CardOfGroup {
    const { id, group, choices } = offered;
    const attachment = (this.item().groups ?? []).find((it) => it.group === id);
    const asking = dishes.get(id) ?? [];
    return {
      id,
      name: group.name,
      isOwn: attachment !== undefined,
      used: asking.length - (asking.includes(this.item().id) ? 1 : 0),
      differences: attachment
        ? differencesOf(group, attachment).map((it) =>
            describeDifference(this.menu().menu, group, it, this.#view.digits()),
          )
        : [],
      prompt: this.language.read(offered.heading ?? group.prompt),
      sentence: limitsInWords(offered),
      impossible: group.kind === 'choices' ? impossibleLimits(offered, unitsOffered(offered)) : undefined,
      answers: choices.map(({ choice }) => this.language.read(choice.name)).join(' · '),
      hasChoices: group.kind === 'choices',
    };
  }

  #steadyCard(card: CardOfGroup): CardOfGroup {
    const key = JSON.stringify(card);
    const known = this.#steady.get(card.id);
    if (known?.key === key) return known.card;
    this.#steady.set(card.id, { key, card });
    return card;
  }

  protected readonly attachable = computed(() => {
    const offered = this.menu().item(this.item().id)?.groupIndex;
    return this.menu().menu.groups.filter(({ id }) => !offered?.has(id));
  });

  protected rename(text: string): void {
    this.#put(
      { ...this.item(), name: this.language.write(this.item().name, text) },
      `Renamed the dish “${text}”`,
      'name',
    );
  }

  protected describe(text: string): void {
    const { description, ...rest } = this.item();
    this.#put(
      text === '' ? rest : { ...rest, description: this.language.write(description, text) },
      `Described “${this.name()}”`,
      'description',
    );
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
    const label = `Added “${group.name}” to “${this.name()}”`;
    this.#editor.change(label, [
      ...(isNew ? [{ type: 'put', kind: 'groups', thing: group } as const] : []),
      { type: 'put', kind: 'items', thing: item },
    ]);
    if (isNew) this.opened.emit(group.id);
  }

  protected newGroup({ name, kind }: { name: string; kind: GroupKind }): void {
    this.attach(
      newGroup(
        name,
        kind,
        this.menu().menu.groups.map((group) => group.id),
      ),
    );
  }

  /**
   * Removes a group from this dish only: drops the attachment, or adds an exception if the group came by section or
   * tag.
   */
  protected detach(id: string): void {
    const name = this.menu().menu.groups.find((group) => group.id === id)?.name ?? id;
    const attached = this.item().groups ?? [];
    const groups = attached.filter((it) => it.group !== id);
    this.#editor.change(`Removed “${name}” from “${this.name()}”`, [
      ...exceptFrom(this.menu().menu, this.item(), id),
      ...(groups.length < attached.length
        ? [{ type: 'put', kind: 'items', thing: { ...this.item(), groups } } as const]
        : []),
    ]);
  }

  protected attachTo(attaching: AttachRequest): void {
    this.attaching.set(undefined);
    this.#editor.change(attachText(this.menu().menu, attaching), attachEdits(this.menu().menu, attaching));
  }

  protected drop(event: CdkDragDrop<unknown>): void {
    this.#move(event.previousIndex, event.currentIndex);
  }

  protected move(id: string, by: 1 | -1): void {
    const from = this.cards().findIndex((card) => card.id === id);
    this.#move(from, from + by);
  }

  /** Deletes an unused dish at once; otherwise shows what uses it first. */
  protected remove(): void {
    if (usesOf(this.menu().menu, this.target()).length > 0) return this.removing.set(true);
    this.#editor.change(`Deleted the dish “${this.name()}”`, [{ type: 'remove', kind: 'items', id: this.item().id }]);
    this.removed.emit();
  }

  #move(from: number, to: number): void {
    const id = this.cards()[from]?.id;
    const moved = id === undefined || from === to ? this.item() : moveGroup(this.menu().menu, this.item(), id, to);
    if (moved !== this.item()) this.#put(moved, `Reordered the groups of “${this.name()}”`);
  }

  #put(item: Item, label: string, field?: string): void {
    this.#editor.put('items', item, label, field === undefined ? {} : { field });
  }

  #parsed(text: string) {
    const price = parsePrice(text, this.#view.digits(), this.#view.lists());
    const values = price === undefined ? [-1] : typeof price === 'number' ? [price] : Object.values(price);
    return values.every((value) => value >= 0) ? price : undefined;
  }
}
