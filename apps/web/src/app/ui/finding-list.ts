import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { CompiledMenu } from '@hearty-ladle/core';
import { FindingsView } from '../state/findings-view.ts';
import { FindingRow } from './finding-row.ts';

/** What line check found about a dish, a group or a rule, where it is edited; hints stand on its own screen only. */
@Component({
  selector: 'hl-finding-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FindingRow],
  template: `
    @for (seen of rows(); track seen.key) {
      <hl-finding-row class="card" [class.stop]="seen.finding.severity === 'stop'" [menu]="menu()" [seen]="seen" />
    }
  `,
  styles: `
    @layer app {
      :host {
        display: grid;
        gap: 8px;
      }
      :host:empty {
        display: none;
      }
      hl-finding-row {
        padding: 8px 12px;
        border-inline-start: 4px solid var(--amber);
      }
      .stop {
        border-inline-start-color: var(--beet);
      }
    }
  `,
})
export class FindingList {
  readonly menu = input.required<CompiledMenu>();
  /** `items/ID`, `groups/ID` or `rules/ID`. */
  readonly place = input.required<string>();
  readonly #findings = inject(FindingsView);
  protected readonly rows = computed(() =>
    this.#findings.about(this.place()).filter(({ finding, snooze }) => !snooze && finding.severity !== 'hint'),
  );
}
