import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { brokenPromises, type DishReach, type Edit, promisedAnew, promisesOf, type Workbook } from '@hearty-ladle/core';
import { clock } from '../clock.ts';
import { EditingLanguage } from '../state/editing-language.ts';
import { MenuEditor } from '../state/menu-editor.ts';
import { DraftView } from '../state/draft-view.ts';
import { MenuView } from '../state/menu-view.ts';
import { describeChange } from '../text/changes.ts';
import { faultText } from '../text/faults.ts';
import { findingText, placeName } from '../text/findings.ts';
import { spanWords } from '../text/spans.ts';
import { ButtonDirective } from 'primeng/button';

/** Steps of a reach that are done before anyone could read about them. */
const FEW_STEPS = 60;

/**
 * What a pending change of something shared touches: the dishes, their price ranges before and after, and what would
 * break; and the decision to apply it to all dishes, to this dish, or to discard it.
 */
@Component({
  selector: 'hl-reach-bar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink],
  templateUrl: './reach-bar.html',
  styleUrl: './reach-bar.css',
})
export class ReachBar {
  readonly #view = inject(MenuView);
  protected readonly editor = inject(MenuEditor);
  readonly #language = inject(EditingLanguage);
  protected readonly all = signal(false);
  protected readonly pendingChange = inject(DraftView).pendingChange;
  /** A change whose reach is found at once, and harmless, is not shown. */
  protected readonly shownChange = computed(() => {
    const pending = this.pendingChange();
    const isSlow = (pending?.progress?.total ?? 0) > FEW_STEPS;
    return pending && (pending.reach !== undefined || pending.hasFailed || isSlow) ? pending : undefined;
  });
  protected readonly reach = computed(() => this.pendingChange()?.reach);
  protected readonly faults = computed(() => {
    const menu = this.#view.menu();
    return menu ? [...new Set((this.reach()?.faults ?? []).map((fault) => faultText(menu, fault)))] : [];
  });
  protected readonly findings = computed(() => {
    const menu = this.#view.compiled();
    return menu
      ? (this.reach()?.findings ?? []).map((finding) => ({
          place: placeName(menu, finding.where),
          message: findingText(menu, finding),
        }))
      : [];
  });
  protected readonly dishes = computed(() => (this.reach()?.dishes ?? []).map((dish) => this.#row(dish)));
  protected readonly shown = computed(() => (this.all() ? this.dishes() : this.dishes().slice(0, 4)));
  protected readonly onlyHere = computed(() => {
    const id = this.pendingChange()?.dish;
    const item = this.#view.menu()?.items.find((it) => it.id === id);
    const isGroupsAlone =
      this.pendingChange()?.change.edits.every(({ type, kind }) => type === 'put' && kind === 'groups') ?? false;
    return item && isGroupsAlone ? this.#language.read(item.name) : undefined;
  });
  protected readonly title = computed(() => {
    const reach = this.reach();
    const dishes = this.dishes().length === 1 ? '1 dish' : `${this.dishes().length} dishes`;
    if (this.pendingChange()?.hasFailed) return 'The reach could not be computed';
    if (!reach) return 'Checking what this touches …';
    if (reach.faults.length > 0) return 'This can’t be saved as it is';
    if (reach.promises.length > 0 && reach.promises.length === reach.findings.length)
      return `This touches ${dishes}, and breaks ${reach.promises.length === 1 ? 'a promise' : `${reach.promises.length} promises`}`;
    if (reach.findings.length > 0) return `This touches ${dishes}, and something would break`;
    return reach.changesPrices || reach.dishes.some(({ isPricedAnew }) => isPricedAnew)
      ? `This changes what guests pay on ${dishes}`
      : `This touches ${dishes}`;
  });

  /** What was changed, by name, before and after. */
  protected readonly values = computed(() => {
    const menu = this.#view.menu();
    const pending = this.pendingChange();
    if (!menu || !pending) return [];
    const things = describeChange(menu, pending.change, pending.inverse);
    // Of one thing, its name is the title of the page.
    const named = (name: string, field: string) => (things.length > 1 ? `${name} · ${field}` : field);
    return things.flatMap(({ name, values }) => values.map((value) => ({ ...value, field: named(name, value.field) })));
  });

  /** Whether all it breaks are promises of builds that can still be ordered. */
  protected readonly canPromiseAnew = computed(() => {
    const [menu, reach] = [this.#view.menu(), this.reach()];
    if (!menu || !reach?.promises.length || reach.findings.length > reach.promises.length) return false;
    return this.#broken(menu, reach.promises).every(({ problems }) => problems.length === 0);
  });

  /** Applies the change, and changes the promises that it breaks to what their builds come to now. */
  protected promiseAnew(): void {
    const [menu, ids] = [this.#view.menu(), this.reach()?.promises ?? []];
    if (!menu) return;
    const edits = this.#broken(menu, ids).map((broken): Edit => ({
      type: 'put',
      kind: 'promises',
      thing: promisedAnew(broken),
    }));
    this.editor.decide('everywhere');
    this.editor.change(edits.length === 1 ? 'Changed a promise' : `Changed ${edits.length} promises`, edits);
  }

  #broken(menu: Workbook, ids: readonly string[]) {
    const broken = promisesOf(menu).filter(({ id }) => ids.includes(id));
    return brokenPromises(menu, broken, clock);
  }

  #row({ item, spans, isPricedAnew }: DishReach) {
    const menu = this.#view.menu();
    const dish = menu?.items.find((it) => it.id === item);
    const moved = spans.filter(({ before, after }) => before?.min !== after?.min || before?.max !== after?.max);
    const prices = (isPricedAnew ? moved : spans.slice(0, 1)).map(({ list, before, after }) => ({
      list: menu?.priceLists.find(({ id }) => id === list)?.name ?? '',
      before: this.#span(before),
      after: this.#span(after),
    }));
    const isSameOnAll =
      moved.length === spans.length &&
      prices.every(({ before, after }) => before === prices[0]?.before && after === prices[0].after);
    return {
      id: item,
      name: dish ? this.#language.read(dish.name) : item,
      isPricedAnew,
      prices: isSameOnAll || !isPricedAnew ? prices.slice(0, 1).map((price) => ({ ...price, list: '' })) : prices,
    };
  }

  #span(span: Parameters<typeof spanWords>[1]): string {
    const menu = this.#view.menu();
    return menu ? spanWords(menu, span) : '';
  }
}
