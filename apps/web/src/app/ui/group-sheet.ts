import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import {
  type Amount,
  type Choice,
  type ChoicesGroup,
  type Group,
  type GroupKind,
  isHiddenChoice,
  hideChoices,
  type Target,
  usesOf,
  type Workbook,
} from '@hearty-ladle/core';
import { EditingLanguage } from '../state/editing-language.ts';
import { MenuEditor } from '../state/menu-editor.ts';
import { MenuView } from '../state/menu-view.ts';
import { RemovalBox } from './removal-box.ts';
import { KIND_WORDS } from '../text/kinds.ts';
import { describeUse } from '../text/uses.ts';
import { AmountsEditor } from './amounts-editor.ts';
import { ChoiceDetails } from './choice-details.ts';
import { ChoiceGrid } from './choice-grid.ts';
import type { GridWords } from './grid-column.ts';
import { GroupAnswerKind } from './group-answer-kind.ts';
import { type Limits, LimitsSentence } from './limits-sentence.ts';
import { ButtonDirective } from 'primeng/button';
import { TableOut } from './table-out.ts';
import { TextField } from './fields/text-field.ts';
import { TickBox } from './fields/tick-box.ts';

/** A group of any kind being edited: names, prompt, choices or settings. */
@Component({
  selector: 'hl-group-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AmountsEditor,
    ButtonDirective,
    ChoiceDetails,
    ChoiceGrid,
    GroupAnswerKind,
    LimitsSentence,
    RemovalBox,
    TableOut,
    TextField,
    TickBox,
  ],
  templateUrl: './group-sheet.html',
  styleUrl: './group-sheet.css',
})
export class GroupSheet {
  readonly menu = input.required<Workbook>();
  readonly group = input.required<Group>();
  /** The dish being edited. */
  readonly dish = input<string>();
  /** A choice to go to. */
  readonly found = input<string>();
  /** A choice that is typed in already, but not added. */
  readonly suggested = input('');
  /** The choices on screen as a table. */
  protected readonly tables = computed(() => [{ table: 'choices' as const, rows: [[this.group().id]] }]);
  /** Just added: its name is typed first. */
  readonly isNew = input(false);
  readonly #view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  protected readonly language = inject(EditingLanguage);
  readonly changed = output<void>();
  /** A signal of its own: what is open stays open while the same group changes. */
  readonly #id = computed(() => this.group().id);
  protected readonly opened = linkedSignal<string, string | undefined>({
    source: this.#id,
    computation: () => undefined,
  });
  /** A choice that is in use and about to be deleted. */
  protected readonly removing = linkedSignal<string, Choice | undefined>({
    source: this.#id,
    computation: () => undefined,
  });

  protected readonly choices = computed(() => {
    const group = this.group();
    return group.kind === 'choices' ? group : undefined;
  });
  protected readonly kindWords = computed(() => KIND_WORDS[this.group().kind]);
  protected readonly limits = computed<Limits>(() => {
    const { min = 0, max = null, included = 0, includedFirst = 'picked' } = this.choices() ?? {};
    return { min, max, included, includedFirst };
  });
  protected readonly available = computed(() =>
    (this.choices()?.choices ?? [])
      .filter(({ id }) => !this.hidden().has(id))
      .reduce((sum, { max = 1 }) => sum + max, 0),
  );
  protected readonly words = computed<GridWords>(() => ({
    locale: this.language.writing(),
    firstLocale: this.#view.firstLocale(),
    digits: this.#view.digits(),
    lists: this.#view.lists(),
    menu: this.menu(),
  }));
  protected readonly hidden = computed(
    () =>
      new Set(
        (this.choices()?.choices ?? [])
          .filter(({ id }) => isHiddenChoice(this.menu(), this.group().id, id))
          .map(({ id }) => id),
      ),
  );
  /** The choices that open this group, by name. */
  protected readonly openedBy = computed(() =>
    usesOf(this.menu(), { kind: 'groups', id: this.group().id })
      .filter(({ role }) => role === 'opened')
      .map((use) => describeUse(this.menu(), use).name)
      .join(', '),
  );
  protected toggleDetails(id: string): void {
    this.opened.set(this.opened() === id ? undefined : id);
  }

  protected rename(name: string): void {
    this.#put({ ...this.group(), name }, `Renamed the group “${name}”`, 'name');
  }

  protected ask(text: string): void {
    this.#put(
      { ...this.group(), prompt: this.language.write(this.group().prompt, text) },
      `Changed the prompt of “${this.group().name}”`,
      'prompt',
    );
  }

  protected help(text: string): void {
    const { help, ...rest } = this.group();
    const isGone = text === '' && (help === undefined || typeof help === 'string');
    this.#put(
      (isGone ? rest : { ...rest, help: this.language.write(help, text) }) as Group,
      `Changed the help of “${this.group().name}”`,
      'help',
    );
  }

  protected limit(group: ChoicesGroup, limits: Limits): void {
    this.#put({ ...group, ...limits }, `Changed the limits of “${group.name}”`, 'limits');
  }

  protected answer(group: ChoicesGroup, { choices, typed }: { choices: Choice[]; typed?: string }): void {
    this.#put({ ...group, choices }, `Changed the choices of “${group.name}”`, typed);
  }

  protected detail(group: ChoicesGroup, changed: Choice): void {
    this.answer(group, { choices: (group.choices ?? []).map((it) => (it.id === changed.id ? changed : it)) });
  }

  protected amounts(group: ChoicesGroup, { amounts, typed }: { amounts: Amount[]; typed?: string }): void {
    const { amounts: _, ...rest } = group;
    this.#put(amounts.length === 0 ? rest : { ...rest, amounts }, `Changed the amounts of “${group.name}”`, typed);
  }

  protected print(group: ChoicesGroup, changes: boolean): void {
    this.#put({ ...group, print: changes ? 'changes' : 'always' }, `Changed what of “${group.name}” is printed`);
  }

  protected settings(group: Group): void {
    this.#put(group, `Changed “${group.name}”`);
  }

  protected hide({ choices, hidden }: { choices: string[]; hidden: boolean }): void {
    const label = hidden ? `Hid choices of “${this.group().name}”` : `Showed choices of “${this.group().name}” again`;
    this.#editor.change(label, hideChoices(this.menu(), this.group().id, choices, hidden), this.#where());
  }

  /** Deletes an unused choice at once; otherwise shows what uses it first. */
  protected remove(group: ChoicesGroup, id: string): void {
    const choice = group.choices?.find((it) => it.id === id);
    if (!choice) return;
    if (usesOf(this.menu(), this.target(choice)).length > 0) return this.removing.set(choice);
    this.answer(group, { choices: (group.choices ?? []).filter((it) => it !== choice) });
  }

  protected kindOf(kind: GroupKind): string {
    return KIND_WORDS[kind].name;
  }

  protected target({ id }: Choice): Target {
    return { kind: 'choices', group: this.group().id, id };
  }

  #where() {
    const dish = this.dish();
    return dish === undefined ? {} : { dish };
  }

  #put(group: Group, label: string, field?: string): void {
    this.#editor.put('groups', group, label, { ...this.#where(), ...(field !== undefined && { field }) });
  }
}
