import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { UseText } from '../text/uses.ts';

/** Where something is used, by name, with links. */
@Component({
  selector: 'hl-use-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <ul>
      @for (use of uses(); track use.key) {
        <li>
          @if (use.link; as link) { <a [routerLink]="link">{{ use.name }}</a> } @else { <strong>{{ use.name }}</strong> }
          <span class="quiet">{{ use.what }}</span>
        </li>
      } @empty { <li class="quiet">{{ none() }}</li> }
    </ul>
  `,
  styles: `
    @layer app {
      ul { display: grid; gap: 2px; }
      li { display: flex; flex-wrap: wrap; gap: 0 8px; align-items: baseline; min-height: 28px; }
      a { color: var(--teal); font-weight: 600; min-height: 24px; display: inline-flex; align-items: center; }
    }
  `,
})
export class UseList {
  readonly uses = input.required<readonly UseText[]>();
  readonly none = input('Nothing uses it.');
}
