import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { StockDay } from '@hearty-ladle/core';
import type { ChartData, ChartOptions } from 'chart.js';
import { UIChart } from 'primeng/chart';

const TEAL = '#1f5c57';
const AMBER = '#8f4a12';
const QUIET = '#5f5a50';
const FONT = { family: 'Figtree Variable, sans-serif', size: 12 };
const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', timeZone: 'UTC' });

/** Day by day: what was used, as bars, and what was left, as a line; the same figures are in the table below it. */
@Component({
  selector: 'hl-stock-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [UIChart],
  template: `
    <p-chart type="bar" height="160px" [data]="data()" [options]="options" [ariaLabel]="words()" />
    <p class="sr">{{ words() }}</p>
  `,
})
export class StockChart {
  readonly days = input.required<readonly StockDay[]>();
  readonly unit = input.required<string>();
  protected readonly data = computed<ChartData>(() => {
    const days = this.days();
    return {
      labels: days.map(({ day }) => DAY.format(new Date(`${day}T00:00:00Z`))),
      datasets: [
        {
          type: 'line',
          label: `Left (${this.unit()})`,
          data: days.map(({ onHand }) => onHand),
          borderColor: TEAL,
          backgroundColor: TEAL,
          borderWidth: 2,
          pointRadius: 3,
          stepped: 'middle',
        },
        {
          type: 'bar',
          label: `Used (${this.unit()})`,
          data: days.map(({ used }) => used),
          backgroundColor: 'rgb(143 74 18 / 35%)',
          borderColor: AMBER,
          borderWidth: 1,
          maxBarThickness: 28,
        },
      ],
    };
  });
  protected readonly options: ChartOptions = {
    maintainAspectRatio: false,
    animation: false,
    plugins: { legend: { position: 'bottom', labels: { color: QUIET, font: FONT, boxWidth: 14 } } },
    scales: {
      x: { ticks: { color: QUIET, font: FONT }, grid: { display: false } },
      y: { beginAtZero: true, ticks: { color: QUIET, font: FONT, maxTicksLimit: 5 } },
    },
  };
  protected readonly words = computed(() =>
    this.days()
      .map(({ day, used, onHand }) => `${day}: used ${used}, left ${onHand} ${this.unit()}`)
      .join('; '),
  );
}
