import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Daypart } from '@hearty-ladle/core';
import { weekdayName } from '../../../text/days.ts';

const MINUTES = 24 * 60;
const HOURS = [0, 6, 12, 18];

const minuteOf = (time: string) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3));

/** The times of day of a week, as bars over the hours of each day; one that ends after midnight goes on the next day. */
@Component({
  selector: 'hl-week-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  templateUrl: './week-view.html',
  styleUrl: './week-view.css',
})
export class WeekView {
  readonly dayparts = input.required<readonly Daypart[]>();
  /** The one that is open. */
  readonly here = input<string>();
  protected readonly HOURS = HOURS.map((hour) => ({ words: `${String(hour).padStart(2, '0')}:00`, start: hour / 24 }));
  protected readonly days = computed(() =>
    [1, 2, 3, 4, 5, 6, 7].map((day) => ({
      name: weekdayName(day, 'en-GB'),
      bars: this.dayparts().flatMap((part) => barsOn(part, day)),
    })),
  );
}

interface Bar {
  readonly id: string;
  readonly name: string;
  readonly words: string;
  /** Parts of a day, from 0 to 1. */
  readonly start: number;
  readonly width: number;
}

function barsOn({ id, name, days, from, to }: Daypart, day: number): Bar[] {
  const [begin, end] = [minuteOf(from), minuteOf(to)];
  const words = `${name}, ${from} to ${to}`;
  const bar = (start: number, until: number): Bar[] =>
    until > start ? [{ id, name, words, start: start / MINUTES, width: (until - start) / MINUTES }] : [];
  const isOvernight = end <= begin;
  const before = day === 1 ? 7 : day - 1;
  return [
    ...(days.includes(day) ? bar(begin, isOvernight ? MINUTES : end) : []),
    ...(isOvernight && days.includes(before) ? bar(0, end) : []),
  ];
}
