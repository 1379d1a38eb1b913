import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { MomentField } from '../../../ui/fields/moment-field.ts';
import type { PlacedPlan } from './time-strip.ts';

/** A plan that can be moved to another time of its location, or called off. */
@Component({
  selector: 'hl-plan-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, Dialog, MomentField],
  template: `<p-dialog
    [visible]="true"
    (visibleChange)="closed.emit()"
    [modal]="true"
    closeAriaLabel="Close"
    [header]="plan().edition + ' at ' + plan().place"
    [style]="{ width: '440px' }"
  >
    <p class="quiet">Planned by {{ plan().by }}. The time is by the clock of {{ plan().place }}.</p>
    <hl-moment-field [value]="at()" (chosen)="at.set($event)" />
    <ng-template #footer>
      <button pButton type="button" severity="secondary" [text]="true" (click)="closed.emit()">Leave it</button>
      <button pButton type="button" severity="danger" [outlined]="true" (click)="calledOff.emit(plan().id)">
        Call it off
      </button>
      <button
        pButton
        type="button"
        [disabled]="at() === '' || at() === plan().local"
        (click)="moved.emit({ id: plan().id, at: at() })"
      >
        Move it
      </button>
    </ng-template>
  </p-dialog>`,
})
export class PlanDialog {
  readonly plan = input.required<PlacedPlan>();
  readonly moved = output<{ readonly id: string; readonly at: string }>();
  readonly calledOff = output<string>();
  readonly closed = output();
  protected readonly at = linkedSignal(() => this.plan().local);
}
