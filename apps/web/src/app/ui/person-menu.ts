import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import type { MenuItem } from 'primeng/api';
import { ButtonDirective } from 'primeng/button';
import { Menu } from 'primeng/menu';
import { type StaffKey, staffMessage, StaffPipe } from '../messages/staff-message.ts';
import { MenuView } from '../state/menu-view.ts';
import { OPEN_TO, type Screen } from '../state/screens.ts';
import { sessionActions, Who } from '../state/session.ts';

/** The screens that are named here. */
const SCREENS: readonly (readonly [screen: Screen, name: StaffKey])[] = [
  ['menu', 'page.workbench'],
  ['orders', 'page.orders'],
  ['till', 'page.till'],
  ['pass', 'page.pass'],
  ['board', 'page.board'],
  ['pantry', 'board.pantry'],
];

/** Who is here, and the ways to other screens and out. */
@Component({
  selector: 'hl-person-menu',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, Menu, StaffPipe],
  template: `
    <button
      pButton
      type="button"
      severity="secondary"
      [text]="true"
      aria-haspopup="menu"
      [attr.aria-label]="'person.you-are' | staff: locale() : { name: name() }"
      (click)="menu.toggle($event)"
    >
      <i class="pi pi-user" aria-hidden="true"></i><span class="name">{{ name() }}</span>
    </button>
    <p-menu #menu [popup]="true" appendTo="body" [model]="ways()" />
  `,
  styles: `
    @layer app {
      button {
        color: inherit;
      }

      .name {
        max-width: 130px;
        overflow: hidden;
        text-overflow: ellipsis;
        white-space: nowrap;
      }

      @media (max-width: 600px) {
        .name {
          display: none;
        }
      }
    }
  `,
})
export class PersonMenu {
  readonly locale = input('en');
  /** Whether the other screens are among the ways: where no rail names them. */
  readonly hasScreens = input(true);
  readonly #who = inject(Who);
  readonly #store = inject(Store);
  readonly #router = inject(Router);
  readonly #view = inject(MenuView);
  protected readonly name = computed(() => this.#who.person()?.name ?? this.#who.device()?.name ?? '');
  protected readonly ways = computed((): MenuItem[] => {
    const screens = SCREENS.filter(([screen]) => this.hasScreens() && this.#who.mayAnywhere(OPEN_TO[screen]));
    const out: readonly MenuItem[] = this.#who.person()
      ? [
          { label: this.#say('person.account'), command: this.#to('/setup/account') },
          { label: this.#say('person.sign-out'), command: () => this.#store.dispatch(sessionActions.signedOut()) },
        ]
      : [
          { label: this.#say('person.sign-in'), command: this.#to('/sign-in') },
          { label: this.#say('person.give-up'), command: () => this.#store.dispatch(sessionActions.unpaired()) },
        ];
    const edition = this.#view.edition();
    return [
      ...(edition === undefined ? [] : [{ label: this.#say('page.edition', { edition }), disabled: true }]),
      ...screens.map(([screen, name]) => ({ label: this.#say(name), command: this.#to(`/${screen}`) })),
      ...out,
    ];
  });

  #to(path: string): () => void {
    return () => void this.#router.navigateByUrl(path);
  }

  #say(key: StaffKey, values: Readonly<Record<string, number>> = {}): string {
    return staffMessage(this.locale(), key, values);
  }
}
