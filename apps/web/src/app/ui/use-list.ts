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
          @if (use.link; as link) {
            <a [routerLink]="link">{{ use.name }}</a>
          } @else {
            <strong>{{ use.name }}</strong>
          }
          <span class="quiet">{{ use.what }}</span>
        </li>
      } @empty {
        <li class="quiet">{{ none() }}</li>
      }
    </ul>
  `,
  styleUrl: './use-list.css',
})
export class UseList {
  readonly uses = input.required<readonly UseText[]>();
  readonly none = input('Nothing uses it.');
}
