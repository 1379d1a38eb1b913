import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type Broken,
  brokenPromises,
  type CompiledMenu,
  type MenuPromise,
  promisedAnew,
  promisesOf,
  replayOfLine,
} from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { clock } from '../clock.ts';
import { MenuEditor } from '../state/menu-editor.ts';
import { formatMoney } from '../text/money.ts';
import { problemMessage } from '../text/problems.ts';
import { TextField } from './fields/text-field.ts';

/** The promises about one dish: whether each is kept, how it is not, and what can be done about it. */
@Component({
  selector: 'hl-promise-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink, TextField],
  templateUrl: './promise-list.html',
  styleUrl: './promise-list.css',
})
export class PromiseList {
  readonly menu = input.required<CompiledMenu>();
  readonly item = input.required<string>();
  readonly #editor = inject(MenuEditor);

  protected readonly rows = computed(() => {
    const menu = this.menu();
    const promises = promisesOf(menu.menu).filter(({ line }) => line.item === this.item());
    const broken = new Map(brokenPromises(menu.menu, promises, clock).map((one) => [one.promise.id, one]));
    return promises.map((promise) => {
      const found = broken.get(promise.id);
      return {
        promise,
        broken: found,
        promised: this.#money(promise.total),
        now: found && this.#money(found.total),
        words: found && this.#how(found),
        canMend: found?.problems.length === 0,
        replay: JSON.stringify(replayOfLine(promise.line)),
      };
    });
  });

  protected rename(promise: MenuPromise, name: string): void {
    this.#editor.put('promises', { ...promise, name }, `Renamed the promise “${name}”`, { field: 'name' });
  }

  protected mend(broken: Broken<MenuPromise> | undefined): void {
    if (broken) this.#editor.put('promises', promisedAnew(broken), `Promised “${broken.promise.name}” anew`);
  }

  protected remove({ id, name }: MenuPromise): void {
    this.#editor.change(`Deleted the promise “${name}”`, [{ type: 'remove', kind: 'promises', id }]);
  }

  #how({ promise, problems, total, readsOtherwise }: Broken<MenuPromise>): string {
    const [problem] = problems;
    const menu = this.menu();
    if (problem) return problemMessage(menu, problem, menu.firstLocale, promise.line);
    const costs = total === promise.total ? '' : `comes to ${this.#money(total)} now`;
    return [costs, readsOtherwise ? 'the kitchen reads something else' : ''].filter(Boolean).join('; ');
  }

  #money(minor: number): string {
    return formatMoney(minor, this.menu().menu.currency, this.menu().firstLocale);
  }
}
