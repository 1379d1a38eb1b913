import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { compileMenu, ruleSentence, rulesAbout, type Workbook } from '@hearty-ladle/core';

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
    @if (crossTable(); as queryParams) {
      <p><a routerLink="/cross-table" [queryParams]="queryParams">What goes with what, in a cross table</a></p>
    }
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
      p a {
        display: inline-block;
        padding-block: 4px;
      }
    }
  `,
})
export class RuleList {
  readonly menu = input.required<Workbook>();
  /** The groups, or choices as `group/choice`, that the rules speak of. */
  readonly paths = input.required<readonly string[]>();
  /** The group or dish whose cross table is offered, if any. */
  readonly of = input<{ readonly group: string } | { readonly dish: string }>();
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
  /** Where the cross table is: of the group, or of the first two groups of the dish. */
  protected readonly crossTable = computed(() => {
    const of = this.of();
    if (!of) return undefined;
    if ('group' in of) return { rows: of.group };
    const groups = compileMenu(this.menu()).item(of.dish)?.groups ?? [];
    const [rows, columns] = groups.filter(({ choices }) => choices.length > 1).map(({ group }) => group.id);
    return columns === undefined ? undefined : { rows, columns, item: of.dish };
  });
}
