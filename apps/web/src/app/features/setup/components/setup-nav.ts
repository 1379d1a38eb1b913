import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The pages of the set-up. */
@Component({
  selector: 'hl-setup-nav',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav aria-label="Set-up">
      @for (one of KINDS; track one[0]) {
        <a [routerLink]="['/setup', one[0]]" routerLinkActive="here" ariaCurrentWhenActive="page">{{ one[1] }}</a>
      }
    </nav>
  `,
  styleUrl: './setup-nav.css',
})
export class SetupNav {
  protected readonly KINDS = [
    ['stations', 'Stations'],
    ['ingredients', 'Ingredients'],
    ['pictures', 'Pictures'],
    ['printers', 'Printers'],
    ['house', 'House'],
  ] as const;
}
