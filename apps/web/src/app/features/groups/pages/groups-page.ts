import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import {
  compileMenu,
  offeredOn,
  copyOfGroup,
  type Group,
  type GroupKind,
  type AttachRequest,
  attachEdits,
  newGroup,
  plainText,
  usesOf,
  type Workbook,
} from '@hearty-ladle/core';
import { of, switchMap } from 'rxjs';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { SpanFinder } from '../../../state/span-finder.ts';
import { formatMoney } from '../../../text/money.ts';
import { KIND_WORDS, KINDS_IN_ORDER } from '../../../text/kinds.ts';
import { attachText } from '../../../text/attaching.ts';
import { describeUse } from '../../../text/uses.ts';
import { FindingsView } from '../../../state/findings-view.ts';
import { FindingList } from '../../../ui/finding-list.ts';
import { FindingMark } from '../../../ui/finding-mark.ts';
import { Faces } from '../../../ui/faces.ts';
import { GroupSheet } from '../../../ui/group-sheet.ts';
import { AttachDialog } from '../../../ui/attach-dialog.ts';
import { RemovalBox } from '../../../ui/removal-box.ts';
import { RuleList } from '../../../ui/rule-list.ts';
import { UseList } from '../../../ui/use-list.ts';
import { AttachRule } from '../components/attach-rule.ts';
import { DifferenceTable } from '../components/difference-table.ts';
import type { MenuItem } from 'primeng/api';
import { ButtonDirective } from 'primeng/button';
import { Menu } from 'primeng/menu';
import { TextField } from '../../../ui/fields/text-field.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { namedOptions } from '../../../ui/fields/option.ts';

/**
 * The library of groups; the open group shows where it is used, what differs where, and the faces of one of its dishes.
 */
@Component({
  selector: 'hl-groups-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AttachDialog,
    AttachRule,
    ButtonDirective,
    DifferenceTable,
    Faces,
    FindingList,
    FindingMark,
    GroupSheet,
    Menu,
    RemovalBox,
    RouterLink,
    RuleList,
    SelectField,
    TextField,
    UseList,
  ],
  templateUrl: './groups-page.html',
  styleUrl: './groups-page.css',
})
export class GroupsPage {
  readonly group = input<string>();
  /** The choice to go to, as found by its name. */
  readonly choice = input<string>();
  /** A choice to add, as the takings suggest it: typed in, but not added yet. */
  readonly suggest = input<string>();
  protected readonly view = inject(MenuView);
  protected readonly marks = inject(FindingsView).marks;
  readonly #editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);
  readonly #router = inject(Router);
  readonly #finder = inject(SpanFinder);
  protected readonly filter = signal('');
  /** The group that was added last: its name is typed first. */
  protected readonly added = signal<string | undefined>(undefined);
  protected readonly attaching = signal(false);
  protected readonly removing = linkedSignal<string | undefined, boolean>({
    source: this.group,
    computation: () => false,
  });
  protected readonly kinds = KINDS_IN_ORDER.map((kind): MenuItem => ({
    label: KIND_WORDS[kind].name,
    title: KIND_WORDS[kind].what,
    command: () => this.add(kind),
  }));

  protected readonly rows = computed(() => {
    const menu = this.view.menu();
    if (!menu) return [];
    const dishes = offeredOn(menu);
    const wanted = plainText(this.filter());
    return menu.groups
      .map((group) => ({
        id: group.id,
        name: group.name,
        prompt: this.#language.read(group.prompt),
        words: wordsOf(group),
        where: sayWhere(dishes.get(group.id)?.length ?? 0, isPerOrder(menu, group.id)),
      }))
      .filter(({ words }) => words.includes(wanted));
  });
  protected readonly current = computed(() => this.view.menu()?.groups.find(({ id }) => id === this.group()));
  protected readonly dishOptions = computed(() => namedOptions(this.dishes()));
  protected readonly dishes = computed(() => {
    const menu = this.view.menu();
    const ids = menu ? (offeredOn(menu).get(this.group() ?? '') ?? []) : [];
    return ids.flatMap((id) => {
      const item = menu?.items.find((it) => it.id === id);
      return item ? [{ id, name: this.#language.read(item.name) }] : [];
    });
  });
  protected readonly isAskedPerOrder = computed(() => isPerOrder(this.view.menu(), this.group() ?? ''));
  protected readonly NOWHERE = NOWHERE;
  /** Whether the person asked to see what a change here would touch, before making one. */
  protected readonly looking = linkedSignal<string | undefined, boolean>({
    source: this.group,
    computation: () => false,
  });
  readonly #spanQuery = computed(() => {
    const menu = this.view.menu();
    return this.looking() && menu ? { menu, ids: this.dishes().map(({ id }) => id) } : undefined;
  });
  readonly #spans = toSignal(
    toObservable(this.#spanQuery).pipe(
      switchMap((query) => (query ? this.#finder.find(query.menu, query.ids, {}) : of(undefined))),
    ),
  );
  /** The dishes that a change here would touch, with their current price range. */
  protected readonly touched = computed(() =>
    this.dishes().map(({ id, name }) => {
      const price = this.#spans()?.get(id)?.price;
      const money = (minor: number) =>
        formatMoney(minor, this.view.menu()?.currency ?? 'EUR', this.view.firstLocale() || 'en');
      return { id, name, price: price ? `${money(price.min)} – ${money(price.max)}` : '…' };
    }),
  );
  protected readonly uses = computed(() => {
    const menu = this.view.menu();
    return menu ? usesOf(menu, { kind: 'groups', id: this.group() ?? '' }).map((use) => describeUse(menu, use)) : [];
  });
  /** The dish whose faces are shown: the chosen one, else the first that attaches the group, else one that opens it. */
  protected readonly shown = linkedSignal<string, string>({
    source: () =>
      this.dishes()
        .map(({ id }) => id)
        .join(' '),
    computation: (ids, before) => {
      const all = ids.split(' ');
      if (before && before.value !== '' && all.includes(before.value)) return before.value;
      const compiled = this.view.compiled();
      return all.find((id) => compiled?.item(id)?.groupIndex.has(this.group() ?? '')) ?? all[0] ?? '';
    },
  });

  /** A group on no dish is shown by itself, so that it can be tried before it is added anywhere. */
  protected readonly previewed = computed(() => {
    const compiled = this.view.compiled();
    const group = this.current();
    if (!compiled || !group || this.dishes().length > 0) return compiled;
    const item = { id: PREVIEW, name: group.name, price: 0, groups: [{ group: group.id }] };
    return compileMenu({ ...compiled.menu, items: [item], rules: [] });
  });
  protected readonly previewedDish = computed(() => (this.dishes().length > 0 ? this.shown() : PREVIEW));

  protected open(id: string): void {
    this.added.set(undefined);
    void this.#router.navigate(['/groups', id]);
  }

  protected add(kind: GroupKind): void {
    const group = {
      ...newGroup(
        'New group',
        kind,
        (this.view.menu()?.groups ?? []).map(({ id }) => id),
      ),
      prompt: 'What would you like?',
    };
    this.#editor.put('groups', group, 'Added a group');
    this.open(group.id);
    this.added.set(group.id);
  }

  protected copy(group: Group): void {
    const copy = copyOfGroup(
      group,
      (this.view.menu()?.groups ?? []).map(({ id }) => id),
    );
    this.#editor.put('groups', copy, `Copied the group “${group.name}”`);
    this.open(copy.id);
    this.added.set(copy.id);
  }

  protected attach(attaching: AttachRequest): void {
    this.attaching.set(false);
    const menu = this.view.menu();
    if (menu) this.#editor.change(attachText(menu, attaching), attachEdits(menu, attaching));
  }

  /** Deletes an unused group at once; otherwise shows what uses it first. */
  protected remove(group: Group): void {
    const menu = this.view.menu();
    if (!menu) return;
    if (this.uses().length > 0) return this.removing.set(true);
    this.#editor.change(`Deleted the group “${group.name}”`, [{ type: 'remove', kind: 'groups', id: group.id }]);
    this.leave();
  }

  protected leave(): void {
    this.removing.set(false);
    void this.#router.navigate(['/groups']);
  }
}

/** The id of the dish that stands in for a group on no dish. */
const PREVIEW = 'preview';

const NOWHERE = 'not used';

/** Whether a group is asked once per order rather than per dish. */
function isPerOrder(menu: Workbook | undefined, id: string): boolean {
  return menu?.orderGroups?.some(({ group }) => group === id) ?? false;
}

function sayWhere(dishes: number, isOncePerOrder: boolean): string {
  const onDishes = dishes === 0 ? '' : dishes === 1 ? 'on 1 dish' : `on ${dishes} dishes`;
  return [onDishes, isOncePerOrder ? 'once per order' : ''].filter(Boolean).join(', ') || NOWHERE;
}

function wordsOf(group: Group): string {
  const prompts = typeof group.prompt === 'string' ? group.prompt : Object.values(group.prompt).join(' ');
  const choices = group.kind === 'choices' ? (group.choices ?? []) : [];
  const names = choices.flatMap(({ name, kitchenName = '', tillName = '' }) => [
    ...(typeof name === 'string' ? [name] : Object.values(name)),
    kitchenName,
    tillName,
  ]);
  return plainText(`${group.name} ${prompts} ${names.join(' ')}`);
}
