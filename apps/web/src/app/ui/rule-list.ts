import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { ruleSentence, rulesAbout, type Workbook } from '@hearty-ladle/core';

/** The house rules that speak of a group or choice, as sentences that lead to the rule. */
@Component({
  selector: 'hl-rule-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    <ul>
      @for (rule of rules(); track rule.id) {
        <li>
          <a [routerLink]="['/rules', rule.id]">{{ rule.text }}</a>
        </li>
      } @empty {
        <li class="quiet">None. <a routerLink="/rules">House rules</a> decide over it when you write one.</li>
      }
    </ul>
  `,
  styles: `
    @layer app {
      ul {
        display: grid;
        gap: 4px;
      }
      a {
        color: var(--ink);
        font: 500 15px/1.4 var(--serif);
      }
    }
  `,
})
export class RuleList {
  readonly menu = input.required<Workbook>();
  /** The groups, or choices as `group/choice`, that the rules speak of. */
  readonly paths = input.required<readonly string[]>();
  protected readonly rules = computed(() => {
    const menu = this.menu();
    const found = new Map(
      this.paths()
        .flatMap((path) => rulesAbout(menu, path))
        .map((rule) => [rule.id, rule]),
    );
    return [...found.values()].map((rule) => ({
      id: rule.id,
      text: ruleSentence(menu, rule)
        .map(({ text }) => text)
        .join(''),
    }));
  });
}
