import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { formatDay } from '../../../text/days.ts';
import { type GroupsTakings, type Menu, priceIn } from '@hearty-ladle/core';
import { ButtonDirective } from 'primeng/button';
import { formatAddedPrice } from '../../../text/money.ts';
import { percent, type Row, type Telling } from '../figures/figure.ts';
import { TextField } from '../../../ui/fields/text-field.ts';

/** Each group as it is asked, its choices as bars of how often they are taken: the menu itself is the chart. */
@Component({
  selector: 'hl-groups-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink, TextField],
  templateUrl: './groups-chart.html',
  styleUrl: './groups-chart.css',
})
export class GroupsChart {
  readonly told = input.required<GroupsTakings>();
  /** The same of the weeks before. */
  readonly before = input<GroupsTakings>();
  readonly menu = input.required<Menu>();
  readonly telling = input.required<Telling>();
  /** What is typed to find a group. */
  readonly find = input.required<string>();
  readonly findChange = output<string>();
  readonly behind = output<NonNullable<Row['behind']>>();

  protected readonly cards = computed(() => {
    const { groups, unpicked } = this.told();
    const { names, money } = this.telling();
    const wanted = this.find().trim().toLowerCase();
    return groups
      .filter(({ choices, group }) => choices.length > 0 || this.#isOfChoices(group))
      .map(({ group, orders, paidOrders, answered, asked, money: brought, included, used, choices }) => ({
        id: group,
        name: names.group(group),
        link: names.linkOf({ group, choice: '' }),
        asked: `asked in ${orders.toLocaleString('en-GB')} orders`,
        facts: [
          `answered ${percent(asked === 0 ? 0 : answered / asked)} of the time`,
          brought === 0 ? '' : `brings ${money(brought)} beyond the base price`,
          paidOrders === 0 ? '' : `a paid extra in ${percent(paidOrders / orders)} of orders`,
          included === 0 ? '' : `${percent(1 - used / included)} of what is included goes unused`,
        ].filter((fact) => fact !== ''),
        choices: choices.map((one) => ({
          id: one.choice,
          name: names.choice(group, one.choice),
          price: this.#price(group, one.choice),
          share: orders === 0 ? 0 : one.orders / orders,
          words: percent(orders === 0 ? 0 : one.orders / orders),
          before: this.#shareBefore(group, one.choice),
          money: one.money === 0 ? '' : money(one.money),
          behind: { title: `Orders with ${names.choice(group, one.choice)}`, figure: { group, choice: one.choice } },
        })),
        unpicked: unpicked
          .filter((one) => one.group === group)
          .map(({ choice, last }) => ({
            id: choice,
            name: names.choice(group, choice),
            price: this.#price(group, choice),
            since: last === null ? 'never picked' : `last picked ${formatDay(last, 'en-GB')}`,
          })),
      }))
      .filter(({ name, choices }) =>
        `${name} ${choices.map((one) => one.name).join(' ')}`.toLowerCase().includes(wanted),
      );
  });

  /** What a choice adds in the first price list; empty if nothing, or if it says otherwise what it costs. */
  #price(group: string, choice: string): string {
    const menu = this.menu();
    const found = menu.groups.find(({ id }) => id === group);
    const price = found?.kind === 'choices' ? found.choices?.find(({ id }) => id === choice)?.price : undefined;
    const first = menu.priceLists[0]?.id ?? '';
    if (!price || !('add' in price)) return '';
    return formatAddedPrice(priceIn(price.add, first, first), menu.currency, menu.locales[0] ?? 'en');
  }

  #shareBefore(group: string, choice: string): string {
    const before = this.before();
    if (!before) return '';
    const found = before.groups.find((one) => one.group === group);
    const orders = found?.choices.find((one) => one.choice === choice)?.orders ?? 0;
    return `${percent(found && found.orders > 0 ? orders / found.orders : 0)} before`;
  }

  #isOfChoices(group: string): boolean {
    return this.menu().groups.some(({ id, kind }) => id === group && kind === 'choices');
  }
}
