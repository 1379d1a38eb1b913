import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Edit, Workbook } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { DishesStep } from '../components/dishes-step.ts';
import { GroupStep } from '../components/group-step.ts';
import { HouseStep } from '../components/house-step.ts';
import { firstAnswersOf, groupEdits, houseEdits, sectionEdits } from '../store/first-steps.ts';
import { startActions, startFeature } from '../store/start-store.ts';

type Step = 'house' | 'dishes' | 'group' | 'order' | 'ticket';
const STEPS: readonly { readonly step: Step; readonly title: string }[] = [
  { step: 'house', title: 'Name the house' },
  { step: 'dishes', title: 'Type the first dishes' },
  { step: 'group', title: 'Ask the first question' },
  { step: 'order', title: 'Order as a guest' },
  { step: 'ticket', title: 'Read the ticket' },
];

/**
 * Leads from an empty house to the first ticket. What is done shows in the house itself, so that each step can be left and
 * taken up again.
 */
@Component({
  selector: 'hl-start-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, DishesStep, GroupStep, HouseStep, RouterLink],
  templateUrl: './start-page.html',
  styleUrl: './start-page.css',
})
export class StartPage {
  protected readonly view = inject(MenuView);
  readonly #editor = inject(MenuEditor);
  readonly #store = inject(Store);
  readonly #orders = this.#store.selectSignal(startFeature.selectStartState);

  readonly #done = computed<Readonly<Record<Step, boolean>>>(() => {
    const menu = this.view.menu();
    return {
      house: menu !== undefined && menu.name.trim() !== '' && (menu.locations ?? []).length > 0,
      dishes: (menu?.items.length ?? 0) > 0,
      group: (menu?.groups.length ?? 0) > 0,
      order: this.#orders().hasOrder,
      ticket: this.#orders().hasBumped,
    };
  });
  readonly #next = computed(() => STEPS.find(({ step }) => !this.#done()[step])?.step);
  /** The step that is open: the next one, or one that was opened again. */
  protected readonly open = linkedSignal(this.#next);
  protected readonly steps = computed(() =>
    STEPS.map(({ step, title }, i) => ({
      step,
      title,
      number: i + 1,
      isDone: this.#done()[step],
      isOpen: this.open() === step,
    })),
  );
  protected readonly isAllDone = computed(() => this.#next() === undefined);
  protected readonly known = computed(() => firstAnswersOf(this.view.menu() as Workbook));

  constructor() {
    this.#store.dispatch(startActions.opened());
  }

  protected nameHouse(answers: Parameters<typeof houseEdits>[1]): void {
    this.#change('Named the house', (menu) => houseEdits(menu, answers));
  }

  protected addDishes({ section, dishes }: { section: string; dishes: Parameters<typeof sectionEdits>[2] }): void {
    this.#change(`Added “${section}” with ${dishes.length} dishes`, (menu) => sectionEdits(menu, section, dishes));
  }

  protected addGroup(asked: Parameters<typeof groupEdits>[1]): void {
    this.#change(`Added the question “${asked.question}”`, (menu) => groupEdits(menu, asked));
  }

  #change(label: string, edits: (menu: Workbook) => Edit[]): void {
    const menu = this.view.menu();
    if (menu) this.#editor.change(label, edits(menu));
    this.open.set(this.#next());
  }
}
