import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { ButtonDirective } from 'primeng/button';

/** Something that begins at a location at a time, in words. */
export interface PlacedPlan {
  readonly id: string;
  readonly place: string;
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
  readonly plans: readonly PlacedPlan[];
}

/** For each location what it has, and what is planned, on a line through time. */
@Component({
  selector: 'hl-time-strip',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ButtonDirective],
  templateUrl: './time-strip.html',
  styleUrl: './time-strip.css',
})
export class TimeStrip {
  readonly places = input.required<readonly StripPlace[]>();
  readonly canPlan = input(false);
  readonly opened = output<PlacedPlan>();
}
