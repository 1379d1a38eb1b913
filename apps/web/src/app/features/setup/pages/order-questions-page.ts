import { ChangeDetectionStrategy, Component, computed, inject, Injector } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Menu, settingsOf, textIn } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { limitsInWords } from '../../../text/sentence.ts';
import { SelectField } from '../../../ui/fields/select-field.ts';
import { keepFocus } from '../../../ui/keep-focus.ts';
import { SetupNav } from '../components/setup-nav.ts';

/** The questions that are asked once for a whole order: a bag, cutlery, a word for the driver. */
@Component({
  selector: 'hl-order-questions-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink, SelectField, SetupNav],
  templateUrl: './order-questions-page.html',
  styleUrls: ['./setup-page.css', './order-questions-page.css'],
})
export class OrderQuestionsPage {
  protected readonly view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  readonly #injector = inject(Injector);
  protected readonly rows = computed(() => {
    const first = this.view.firstLocale();
    return (this.view.compiled()?.order.groups ?? []).map((offered) => ({
      id: offered.id,
      name: offered.group.name,
      prompt: textIn(offered.heading ?? offered.group.prompt, first, first),
      sentence: limitsInWords(offered),
    }));
  });
  protected readonly others = computed(() => {
    const { groups = [], orderGroups = [] } = this.view.menu() ?? {};
    const asked = new Set(orderGroups.map(({ group }) => group));
    return groups.filter(({ id }) => !asked.has(id)).map(({ id, name }) => ({ value: id, label: name }));
  });

  protected add(id: string): void {
    this.#put([...this.#asked(), { group: id }], `Asked once per order: “${this.#name(id)}”`);
  }

  protected remove(id: string): void {
    this.#put(
      this.#asked().filter(({ group }) => group !== id),
      `No longer asked once per order: “${this.#name(id)}”`,
    );
  }

  protected move(id: string, by: 1 | -1, event: Event): void {
    const asked = [...this.#asked()];
    const from = asked.findIndex(({ group }) => group === id);
    const [moved] = asked.splice(from, 1);
    if (!moved) return;
    asked.splice(from + by, 0, moved);
    this.#put(asked, `Moved “${this.#name(id)}” among the questions per order`);
    keepFocus(event, this.#injector);
  }

  #asked(): NonNullable<Menu['orderGroups']> {
    return this.view.menu()?.orderGroups ?? [];
  }

  #name(id: string): string {
    return this.view.menu()?.groups.find((group) => group.id === id)?.name ?? id;
  }

  #put(asked: NonNullable<Menu['orderGroups']>, label: string): void {
    const menu = this.view.menu();
    if (!menu) return;
    const { orderGroups: _, ...settings } = settingsOf(menu);
    const thing = asked.length > 0 ? { ...settings, orderGroups: [...asked] } : settings;
    this.#editor.change(label, [{ type: 'put', kind: 'settings', thing }]);
  }
}
