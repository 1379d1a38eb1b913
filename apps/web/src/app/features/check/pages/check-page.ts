import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Severity, textIn } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { placeToMend, placeName } from '../../../text/findings.ts';
import { formatCount } from '../../../text/counts.ts';
import { formatMoney } from '../../../text/money.ts';
import { FindingsView } from '../../../state/findings-view.ts';
import { checkActions, checkFeature } from '../../../state/line-check.ts';
import { FindingRow } from '../../../ui/finding-row.ts';
import { ButtonDirective } from 'primeng/button';

const GROUPS: readonly { severity: Severity; title: string; mark: string; none: string }[] = [
  {
    severity: 'stop',
    title: 'Stops service',
    mark: '✕',
    none: 'Nothing stops service: every dish can be ordered and nobody gets stuck.',
  },
  { severity: 'warn', title: 'Worth a look', mark: '!', none: 'Nothing looks wrong.' },
  { severity: 'hint', title: 'Loose ends', mark: '·', none: 'No loose ends.' },
];

/** Hundreds of findings of one kind would hold up the page; so many are for reading. */
const SHOWN_AT_FIRST = 40;

const SNOOZED = { severity: 'snoozed', title: 'Snoozed', mark: '–', none: '' } as const;

/** Line check: everything that can be proved about the menu before anyone orders, computed in a worker. */
@Component({
  selector: 'hl-check-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, FindingRow, RouterLink],
  templateUrl: './check-page.html',
  styleUrl: './check-page.css',
})
export class CheckPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  readonly #findings = inject(FindingsView);
  protected readonly compiled = this.#view.compiled;
  protected readonly check = this.#store.selectSignal(checkFeature.selectCheckState);

  /** The parts of which every finding is shown. */
  protected readonly unfolded = signal<ReadonlySet<string>>(new Set());
  protected readonly groups = computed(() => {
    const menu = this.#view.compiled();
    if (!menu || !this.check().findings) return [];
    const seen = this.#findings.all();
    return (
      [
        ...GROUPS.map((group) => ({
          ...group,
          seen: seen.filter(({ finding, snooze }) => !snooze && finding.severity === group.severity),
        })),
        { ...SNOOZED, seen: seen.filter(({ snooze }) => snooze) },
      ]
        // Until everything was checked, an empty part says nothing.
        .filter(({ severity, seen: rows }) => rows.length > 0 || (severity !== 'snoozed' && !this.check().isPartial))
        .map(({ seen: rows, ...group }) => ({
          ...group,
          count: rows.length,
          rows: rows
            .slice(0, this.unfolded().has(group.severity) ? rows.length : SHOWN_AT_FIRST)
            .map((one) => ({
              seen: one,
              place: placeName(menu, one.finding.where),
              mend: placeToMend(one.finding.where),
            })),
        }))
    );
  });

  /** Nothing is known yet of what dishes can cost, and it will be: unless the check was stopped or broke down. */
  protected readonly isWorkingOutCosts = computed(() => {
    const { analyses, findings, isPartial, running, hasFailed } = this.check();
    return !analyses && !hasFailed && (running !== undefined || (findings !== undefined && !isPartial));
  });

  protected readonly spans = computed(() => {
    const menu = this.#view.compiled();
    if (!menu) return [];
    const money = (minor: number) => formatMoney(minor, menu.menu.currency, menu.firstLocale);
    const known = (this.check().analyses ?? []).filter(({ item }) => menu.item(item));
    return known.map(({ item, builds, price, calories, exact }) => ({
      id: item,
      name: textIn(menu.item(item)?.item.name ?? item, menu.firstLocale, menu.firstLocale),
      builds: `${exact ? '' : 'at most '}${formatCount(builds)}`,
      ends: price
        ? [
            { build: 'cheapest', price: money(price.min) },
            ...(price.min === price.max ? [] : [{ build: 'dearest', price: money(price.max) }]),
          ]
        : [],
      calories: calories && calories.max > 0 ? `${calories.min} – ${calories.max} kcal` : '',
    }));
  });

  protected unfold(severity: string): void {
    this.unfolded.set(new Set([...this.unfolded(), severity]));
  }

  protected again(): void {
    this.#store.dispatch(checkActions.opened());
  }

  protected stop(): void {
    this.#store.dispatch(checkActions.stopped());
  }
}
