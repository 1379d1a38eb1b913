import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  type Answers,
  type CompiledItem,
  type CompiledMenu,
  type Item,
  parseTemplate,
  preselectedLine,
  type TemplateFault,
} from '@hearty-ladle/core';
import { answersBack } from '../../../text/read-back.ts';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { ButtonDirective } from 'primeng/button';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';

const MOST_CHARACTERS = 300;

/** How the answers of a dish are summarised in one line: its own template, its section's, or the default. */
@Component({
  selector: 'hl-summary-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, TextField, TickBox],
  templateUrl: './summary-editor.html',
  styleUrl: './summary-editor.css',
})
export class SummaryEditor {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<Item>();
  readonly #view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);
  protected readonly whole = signal(false);

  readonly #compiled = computed(() => this.menu().item(this.item().id));
  readonly #section = computed(() => this.item().sections?.[0] ?? '');
  protected readonly groups = computed(() =>
    (this.#compiled()?.groups ?? [])
      .filter(({ group }) => group.kind !== 'notice')
      .map(({ id, group }) => ({ id, name: group.name })),
  );
  readonly #template = computed(() => {
    const { itemSummaries = [], sectionSummaries = [] } = this.#view.menu() ?? {};
    return this.whole()
      ? sectionSummaries.find(({ id }) => id === this.#section())?.template
      : itemSummaries.find(({ id }) => id === this.item().id)?.template;
  });
  protected readonly text = computed(() => this.#language.read(this.#template()));
  protected readonly faults = computed(() => {
    const parsed = parseTemplate(this.text(), new Set(this.#compiled()?.groupIndex.keys()));
    return parsed.ok ? [] : parsed.faults.map(sayTemplateFault);
  });
  protected readonly previews = computed(() => {
    const compiled = this.#compiled();
    const menu = this.#view.menu();
    if (!compiled || !menu) return [];
    const read = (answers: Answers) =>
      answersBack({ ...this.menu(), menu }, compiled, answers, this.#language.writing()).summary;
    const usual = preselectedLine(this.menu(), this.item().id);
    return [
      { when: 'As preselected', message: read(usual) },
      { when: 'With the first of each', message: read(firstOfEach(compiled)) },
      { when: 'With the last of each', message: read(lastOfEach(compiled)) },
    ];
  });

  protected type(template: string): void {
    const kind = this.whole() ? 'sectionSummaries' : 'itemSummaries';
    const id = this.whole() ? this.#section() : this.item().id;
    const label = `Changed the summary line of “${this.#language.read(this.item().name)}”`;
    const next = this.#language.write(this.#template(), template.slice(0, MOST_CHARACTERS));
    const isGone = typeof next === 'string' ? next === '' : Object.values(next).every((text) => text === '');
    if (isGone) this.#editor.change(label, [{ type: 'remove', kind, id }]);
    else this.#editor.put(kind, { id, template: next }, label, { field: 'template' });
  }
}

function sayTemplateFault(fault: TemplateFault): string {
  return fault.code === 'open-brace'
    ? 'A brace is opened and not closed, or the other way round.'
    : `“{${fault.text}}” is no group of this dish.`;
}

function firstOfEach({ groups }: CompiledItem): Answers {
  return { picks: groups.flatMap(({ id, choices: [first] }) => (first ? [{ group: id, choice: first.id }] : [])) };
}

function lastOfEach({ groups }: CompiledItem): Answers {
  return {
    picks: groups.flatMap(({ id, choices }) => choices.slice(-1).map((choice) => ({ group: id, choice: choice.id }))),
  };
}
