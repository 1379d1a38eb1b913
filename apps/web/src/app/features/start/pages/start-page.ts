import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type Edit,
  type FirstAnswers,
  firstAnswersOf,
  houseEdits,
  questionEdits,
  sectionEdits,
  type Workbook,
} from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { ButtonDirective } from 'primeng/button';
import { DraftView } from '../../../state/draft-view.ts';
import { editionsFeature } from '../../../state/editions.ts';
import { MenuEditor } from '../../../state/menu-editor.ts';
import { MenuView } from '../../../state/menu-view.ts';
import { DishesStep } from '../components/dishes-step.ts';
import { GroupStep } from '../components/group-step.ts';
import { HouseStep } from '../components/house-step.ts';
import { type Drafts, firstStepsActions, firstStepsFeature } from '../../../state/first-steps.ts';

type Step = 'house' | 'dishes' | 'group' | 'publish' | 'order' | 'ticket';
const STEPS: readonly { readonly step: Step; readonly title: string }[] = [
  { step: 'house', title: 'Name the house' },
  { step: 'dishes', title: 'Type the first dishes' },
  { step: 'group', title: 'Ask the first question' },
  { step: 'publish', title: 'Put it before your guests' },
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
  readonly #start = this.#store.selectSignal(firstStepsFeature.selectFirstStepsState);

  readonly #draft = inject(DraftView);
  readonly #served = this.#store.selectSignal(editionsFeature.selectNow);
  readonly #places = computed(() => this.#served()?.places);
  protected readonly publishing = computed(() => this.#start().publishing);

  readonly #done = computed<Readonly<Record<Step, boolean>>>(() => {
    const menu = this.view.menu();
    return {
      house: menu !== undefined && menu.name.trim() !== '' && (menu.locations ?? []).length > 0,
      dishes: (menu?.items.length ?? 0) > 0,
      group: (menu?.groups.length ?? 0) > 0,
      publish: this.#places()?.some(({ now }) => now !== null) ?? false,
      order: this.#start().hasOrder,
      ticket: this.#start().hasBumped,
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
  protected readonly drafts = computed(() => this.#start().drafts);
  protected readonly answers = computed(() => this.drafts().house ?? firstAnswersOf(this.view.menu() as Workbook));

  constructor() {
    this.#store.dispatch(firstStepsActions.opened());
  }

  protected typed(drafts: Partial<Drafts>): void {
    this.#store.dispatch(firstStepsActions.typed({ drafts }));
  }

  protected nameHouse(answers: FirstAnswers): void {
    this.#handIn('Named the house', (menu) => houseEdits(menu, answers), { house: undefined });
  }

  protected addDishes({ section, dishes, left }: Parameters<DishesStep['handedIn']['emit']>[0]): void {
    const label = `Added “${section}” with ${dishes.length === 1 ? '1 dish' : `${dishes.length} dishes`}`;
    const rest = left.length > 0 ? { dishes: left.join('\n') } : { section: '', dishes: '' };
    this.#handIn(label, (menu) => sectionEdits(menu, section, dishes), rest);
  }

  protected addQuestion({ left, ...asked }: Parameters<GroupStep['handedIn']['emit']>[0]): void {
    const rest = left.length > 0 ? { choices: left.join('\n') } : { question: '', choices: '' };
    this.#handIn(`Added the question “${asked.question}”`, (menu) => questionEdits(menu, asked), rest);
  }

  /** Publishes the first edition to all locations. */
  protected publish(): void {
    const locations = (this.view.menu()?.locations ?? []).map(({ id }) => id);
    const request = {
      ...{ id: crypto.randomUUID(), revision: this.#draft.revision(), name: 'The first menu', note: '', left: [] },
      locations,
    };
    this.#store.dispatch(firstStepsActions.publishAsked({ request }));
  }

  /** Changes the house; what was typed is let go only when the server has it. */
  #handIn(label: string, edits: (menu: Workbook) => Edit[], left: Partial<Drafts>): void {
    const menu = this.view.menu();
    if (!menu) return;
    this.#store.dispatch(firstStepsActions.handedIn({ left }));
    this.#editor.change(label, edits(menu));
    this.open.set(this.#next());
  }
}
