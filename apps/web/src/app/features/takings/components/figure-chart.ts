import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ChartData, ChartOptions } from 'chart.js';
import { UIChart } from 'primeng/chart';
import type { Chart } from '../figures/figure.ts';

const INK = '#2b2622';
const TEAL = '#1f5c57';
const QUIET = '#5f5a50';
const FONT = { family: 'Figtree Variable, sans-serif', size: 12 };
const MOST_TICKS = 6;
const ROW_PX = 26;
const AROUND_PX = 70;
/** Longer names are cut in the middle: locations and dishes often begin or end alike. The table has them in full. */
const LONGEST_NAME = 30;
const ENDS = LONGEST_NAME / 2 - 1;

/**
 * Figures as bars; those of the weeks before are an outline, so that they are told apart without colour. The same figures
 * are in the table below it.
 */
@Component({
  selector: 'hl-figure-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [UIChart],
  template: `
    <p-chart type="bar" [height]="height()" [data]="data()" [options]="options()" [ariaLabel]="chart().words" />
  `,
})
export class FigureChart {
  readonly chart = input.required<Chart>();
  protected readonly height = computed(() => {
    const { isSideways, labels } = this.chart();
    return isSideways ? `${labels.length * ROW_PX + AROUND_PX}px` : '230px';
  });
  protected readonly data = computed<ChartData>(() => ({
    labels: this.chart().labels.map(shortened),
    datasets: this.chart().series.map(({ label, values, isBefore }) => ({
      type: 'bar' as const,
      label,
      data: [...values],
      backgroundColor: isBefore ? 'transparent' : TEAL,
      borderColor: isBefore ? INK : TEAL,
      borderWidth: isBefore ? 1.5 : 0,
      maxBarThickness: 26,
    })),
  }));
  protected readonly options = computed<ChartOptions>(() => {
    const { axis, isSideways = false, series, unit } = this.chart();
    const most = Math.max(0, ...series.flatMap(({ values }) => values.map((value) => value ?? 0)));
    const values = {
      beginAtZero: true,
      ticks: {
        color: QUIET,
        font: FONT,
        maxTicksLimit: MOST_TICKS,
        ...(unit !== undefined && { stepSize: Math.max(1, Math.ceil(most / unit / (MOST_TICKS - 1))) * unit }),
        callback: (value: string | number) => axis(Number(value)),
      },
    };
    const names = { ticks: { color: QUIET, font: FONT, autoSkip: !isSideways }, grid: { display: false } };
    return {
      indexAxis: isSideways ? 'y' : 'x',
      maintainAspectRatio: false,
      animation: false,
      plugins: {
        legend: { display: series.length > 1, position: 'bottom', labels: { color: QUIET, font: FONT, boxWidth: 14 } },
        tooltip: {
          callbacks: {
            label: ({ dataset, parsed }) => `${dataset.label ?? ''}: ${axis((isSideways ? parsed.x : parsed.y) ?? 0)}`,
          },
        },
      },
      scales: isSideways ? { x: values, y: names } : { x: names, y: values },
    };
  });
}

function shortened(name: string): string {
  return name.length <= LONGEST_NAME ? name : `${name.slice(0, ENDS).trimEnd()} … ${name.slice(-ENDS).trimStart()}`;
}
