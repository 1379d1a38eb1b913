import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import {
  type Answers,
  type CompiledItem,
  type CompiledMenu,
  type Item,
  parseTemplate,
  preselectedLine,
  summaryOf,
  templateFor,
  type TemplateFault,
} from '@hearty-ladle/core';
import { EditingLanguage } from '../../../state/editing-language.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { ButtonDirective } from 'primeng/button';
import { TextField } from '../../../ui/fields/text-field.ts';
import { TickBox } from '../../../ui/fields/tick-box.ts';

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
      .filter(({ group }) => group.kind === 'choices')
      .map(({ id, group }) => ({ id, name: group.name })),
  );
  protected readonly text = computed(() => {
    const { itemSummaries = [], sectionSummaries = [] } = this.#view.menu() ?? {};
    return (
      (this.whole()
        ? sectionSummaries.find(({ id }) => id === this.#section())
        : itemSummaries.find(({ id }) => id === this.item().id)
      )?.template ?? ''
    );
  });
  protected readonly faults = computed(() => {
    const parsed = parseTemplate(this.text(), new Set(this.#compiled()?.groupIndex.keys()));
    return parsed.ok ? [] : parsed.faults.map(sayTemplateFault);
  });
  protected readonly previews = computed(() => {
    const compiled = this.#compiled();
    const menu = this.#view.menu();
    if (!compiled || !menu) return [];
    const template = templateFor(menu, this.item());
    const read = (answers: Answers) => summaryOf(this.menu(), compiled, answers, this.#language.writing(), template);
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
    if (template === '') this.#editor.change(label, [{ type: 'remove', kind, id }]);
    else this.#editor.put(kind, { id, template: template.slice(0, 300) }, label, { field: 'template' });
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
