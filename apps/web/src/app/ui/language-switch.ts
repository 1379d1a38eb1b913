import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { MenuView } from '../state/menu-view.ts';
import { PageLanguage } from '../state/page-language.ts';
import { languageName } from '../text/languages.ts';

/** The languages of the menu side by side, each by its own name, if there are several. */
@Component({
  selector: 'hl-language-switch',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective],
  template: `
    @if (locales().length > 1) {
      <div role="group" [attr.aria-label]="label()">
        @for (one of locales(); track one) {
          <button
            pButton
            type="button"
            severity="secondary"
            [attr.lang]="one"
            [attr.aria-pressed]="one === language.locale()"
            (click)="language.choose(one)"
          >
            {{ languageName(one) }}
          </button>
        }
      </div>
    }
  `,
  styleUrl: './language-switch.css',
})
export class LanguageSwitch {
  readonly label = input.required<string>();
  readonly #view = inject(MenuView);
  protected readonly language = inject(PageLanguage);
  protected readonly languageName = languageName;
  protected readonly locales = computed(() => this.#view.menu()?.locales ?? []);
}
