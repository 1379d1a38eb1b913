import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { TableModule } from 'primeng/table';
import { Tag } from 'primeng/tag';

/** A till, pass or 86 board, and what it shows. */
export interface ScreenRow {
  readonly key: string;
  readonly place: string;
  readonly name: string;
  readonly screen: string;
  readonly edition: string;
  readonly state: 'has it' | 'not yet' | 'unreachable';
  readonly since: string;
}

const SEVERITY = { 'has it': 'success', 'not yet': 'warn', unreachable: 'danger' } as const;

/** Which screens show what their location has, and which don't yet or can't be reached. */
@Component({
  selector: 'hl-who-has-it',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, TableModule, Tag],
  template: `<div class="head">
      <h2>Who has it</h2>
      @if (canTell() && rows().length > 0) {
        <button pButton type="button" severity="secondary" (click)="told.emit()">Tell them again</button>
      }
    </div>
    @if (rows().length === 0) {
      <p class="quiet">
        No till, pass or 86 board has been open in the last weeks. Each says here which edition it shows; guests’ pages
        always show what their location has.
      </p>
    } @else {
      <p-table [value]="list()">
        <ng-template #header>
          <tr>
            <th scope="col">Location</th>
            <th scope="col">Screen</th>
            <th scope="col">Shows</th>
            <th scope="col">State</th>
          </tr>
        </ng-template>
        <ng-template #body let-row>
          <tr>
            <td>{{ row.place }}</td>
            <td>{{ row.screen }} · {{ row.name }}</td>
            <td>{{ row.edition }}</td>
            <td>
              <p-tag [value]="row.state" [severity]="severity(row)" /> <span class="quiet">{{ row.since }}</span>
            </td>
          </tr>
        </ng-template>
      </p-table>
    }`,
  styles: `
    @layer app {
      .head {
        display: flex;
        justify-content: space-between;
        align-items: center;
        margin-bottom: 6px;
      }
    }
  `,
})
export class WhoHasIt {
  readonly rows = input.required<readonly ScreenRow[]>();
  readonly canTell = input(false);
  readonly told = output();
  /** PrimeNG sorts the list that it is given. */
  protected readonly list = computed(() => [...this.rows()]);

  protected severity({ state }: ScreenRow) {
    return SEVERITY[state];
  }
}
