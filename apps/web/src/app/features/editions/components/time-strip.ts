import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { Dialog } from 'primeng/dialog';
import { DateField } from '../../../ui/fields/date-field.ts';

/** Something that begins at a location at a time, in words. */
export interface StripPlan {
  readonly id: string;
  readonly edition: string;
  readonly when: string;
  /** By the location's own clock, YYYY-MM-DDTHH:MM. */
  readonly local: string;
  readonly by: string;
}

export interface StripPlace {
  readonly id: string;
  readonly name: string;
  readonly now: { readonly edition: string; readonly since: string } | undefined;
  readonly plans: readonly StripPlan[];
}

/** For each location what it has, and what is planned, on a line through time. */
@Component({
  selector: 'hl-time-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective, DateField, Dialog],
  templateUrl: './time-strip.html',
  styleUrl: './time-strip.css',
})
export class TimeStrip {
  readonly places = input.required<readonly StripPlace[]>();
  readonly canPlan = input(false);
  readonly moved = output<{ readonly id: string; readonly at: string }>();
  readonly calledOff = output<string>();
  protected readonly open = signal<
    { readonly plan: StripPlan; readonly place: string; readonly at: string } | undefined
  >(undefined);

  protected show(plan: StripPlan, place: string): void {
    this.open.set({ plan, place, at: plan.local });
  }

  protected setTime(at: string): void {
    this.open.update((open) => open && { ...open, at });
  }

  protected move(): void {
    const open = this.open();
    if (open) this.moved.emit({ id: open.plan.id, at: open.at });
    this.open.set(undefined);
  }

  protected callOff(): void {
    const open = this.open();
    if (open) this.calledOff.emit(open.plan.id);
    this.open.set(undefined);
  }
}
