import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type Finding, type Severity, textIn } from '@hearty-ladle/core';
import { Store } from '@ngrx/store';
import { MenuView } from '../../../state/menu-view.ts';
import { placeToMend, findingText, placeName } from '../../../text/findings.ts';
import { formatCount } from '../../../text/counts.ts';
import { formatMoney } from '../../../text/money.ts';
import { checkActions, checkFeature } from '../store/check-store.ts';
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

/** Line check: everything that can be proved about the menu before anyone orders, computed in a worker. */
@Component({
  selector: 'hl-check-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, RouterLink],
  templateUrl: './check-page.html',
  styleUrl: './check-page.css',
})
export class CheckPage {
  readonly #store = inject(Store);
  readonly #view = inject(MenuView);
  protected readonly check = this.#store.selectSignal(checkFeature.selectCheckState);

  protected readonly groups = computed(() => {
    const menu = this.#view.compiled();
    const findings = this.check().findings;
    if (!menu || !findings) return [];
    return GROUPS.map((group) => ({
      ...group,
      rows: findings
        .filter(({ severity }) => severity === group.severity)
        .map((finding) => ({
          key: `${finding.code} ${finding.where} ${String(finding.params['name'] ?? '')}`,
          place: placeName(menu, finding.where),
          message: findingText(menu, finding),
          mend: placeToMend(finding.where),
          replay: replayOf(finding),
        })),
    }));
  });

  protected readonly spans = computed(() => {
    const menu = this.#view.compiled();
    if (!menu) return [];
    const money = (minor: number) => formatMoney(minor, menu.menu.currency, menu.firstLocale);
    return this.check().analyses.map(({ item, builds, price, exact }) => ({
      id: item,
      name: textIn(menu.item(item)?.item.name ?? item, menu.firstLocale, menu.firstLocale),
      builds: `${exact ? '' : 'at most '}${formatCount(builds)}`,
      price: price
        ? price.min === price.max
          ? money(price.min)
          : `${money(price.min)} – ${money(price.max)}`
        : 'can’t be ordered',
    }));
  });

  constructor() {
    this.#store.dispatch(checkActions.opened());
  }

  protected again(): void {
    this.#store.dispatch(checkActions.opened());
  }

  protected stop(): void {
    this.#store.dispatch(checkActions.stopped());
  }
}

/** The picks and circumstances that reproduce a finding in the faces; undefined if the dish shows it when it opens. */
function replayOf({ picks, occasion }: Finding): { link: string[]; replay: string } | undefined {
  const { item, ...varied } = occasion ?? {};
  if (!picks || item === undefined || (picks.length === 0 && Object.keys(varied).length === 0)) return undefined;
  return { link: ['/menu', item], replay: JSON.stringify({ picks, occasion }) };
}
