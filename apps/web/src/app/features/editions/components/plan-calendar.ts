import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { ButtonDirective } from 'primeng/button';
import { weekdayName } from '../../../text/days.ts';
import type { PlacedPlan } from './time-strip.ts';

export interface PlanDay {
  /** YYYY-MM-DD. */
  readonly day: string;
  readonly name: string;
  readonly isPast: boolean;
  readonly isToday: boolean;
  readonly plans: readonly PlacedPlan[];
}

const WEEKDAYS = [1, 2, 3, 4, 5, 6, 7].map((day) => weekdayName(day, 'en-GB'));

/** What is planned in the next weeks, day by day. */
@Component({
  selector: 'hl-plan-calendar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective],
  templateUrl: './plan-calendar.html',
  styleUrl: './plan-calendar.css',
})
export class PlanCalendar {
  readonly weeks = input.required<readonly (readonly PlanDay[])[]>();
  readonly canPlan = input(false);
  readonly opened = output<PlacedPlan>();
  protected readonly WEEKDAYS = WEEKDAYS;
  /** Weeks without plans are one line high. */
  protected readonly rows = computed(() =>
    this.weeks().map((days) => ({ days, isEmpty: days.every(({ plans }) => plans.length === 0) })),
  );

  protected dayNumber({ day }: PlanDay): number {
    return Number(day.slice(8));
  }

  protected time({ local }: PlacedPlan): string {
    return local.slice(11);
  }
}
