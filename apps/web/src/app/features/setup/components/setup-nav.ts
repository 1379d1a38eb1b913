import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** The pages of the set-up. */
@Component({
  selector: 'hl-setup-nav',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav aria-label="Set-up">
      @for (one of KINDS; track one[0]) { <a [routerLink]="['/setup', one[0]]" routerLinkActive="here" ariaCurrentWhenActive="page">{{ one[1] }}</a> }
    </nav>
  `,
  styles: `
    @layer app {
      nav { display: flex; flex-wrap: wrap; gap: 2px; }
      a { padding: 7px 9px; border-radius: var(--radius); text-decoration: none; color: var(--ink); font-weight: 500; font-size: 14.5px; }
      .here { background: var(--teal); color: #fff; }
    }
  `,
})
export class SetupNav {
  protected readonly KINDS = [['stations', 'Stations'], ['ingredients', 'Ingredients'], ['pictures', 'Pictures'], ['printers', 'Printers'], ['house', 'House']] as const;
}
