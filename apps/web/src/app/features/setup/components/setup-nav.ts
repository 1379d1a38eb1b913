import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import type { Action } from '@hearty-ladle/core';
import { Who } from '../../../state/session.ts';

/** The pages, with what each is open to. */
const PAGES: readonly (readonly [path: string, name: string, action: Action])[] = [
  ['locations', 'Locations', 'see-set-up'],
  ['sold-where', 'Sold where', 'see-set-up'],
  ['price-lists', 'Price lists', 'see-set-up'],
  ['hours', 'Times of day', 'see-set-up'],
  ['guests', 'Kinds of guest', 'see-set-up'],
  ['order-questions', 'Once per order', 'see-set-up'],
  ['languages', 'Languages', 'see-set-up'],
  ['stations', 'Stations', 'see-set-up'],
  ['ingredients', 'Ingredients', 'see-set-up'],
  ['pictures', 'Pictures', 'see-set-up'],
  ['printers', 'Printers', 'see-set-up'],
  ['in-and-out', 'In and out', 'see-set-up'],
  ['programs', 'Other programs', 'see-set-up'],
  ['house', 'House', 'see-set-up'],
  ['people', 'People', 'manage-people'],
  ['devices', 'Devices', 'manage-people'],
  ['trail', 'Trail', 'see-trail'],
  ['account', 'My account', 'own-account'],
];

/** The pages of the set-up that are open to whoever is here. */
@Component({
  selector: 'hl-setup-nav',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav aria-label="Set-up">
      @for (one of kinds(); track one[0]) {
        <a [routerLink]="['/setup', one[0]]" routerLinkActive="here" ariaCurrentWhenActive="page">{{ one[1] }}</a>
      }
    </nav>
  `,
  styleUrl: './setup-nav.css',
})
export class SetupNav {
  readonly #who = inject(Who);
  protected readonly kinds = computed(() => PAGES.filter(([, , action]) => this.#who.mayAnywhere(action)));
}
